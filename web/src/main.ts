import '@fontsource/atkinson-hyperlegible-next/latin-400.css'
import '@fontsource/atkinson-hyperlegible-next/latin-700.css'
import '@fontsource/atkinson-hyperlegible-mono/latin-400.css'
import '@fontsource/atkinson-hyperlegible-mono/latin-700.css'
import './styles.css'
import { createPinia } from 'pinia'
import { createApp } from 'vue'
import { getReadyToForesee } from './api/foresight.ts'
import App from './App.vue'
import { router } from './router.ts'

createApp(App).use(createPinia()).use(router).mount('#app')
requestIdleCallback(() => void getReadyToForesee())
