<template><p>…</p></template>
