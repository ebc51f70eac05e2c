<script setup lang="ts">
import { useJob } from '../../job/jobs.ts'
import FreeText from '../../parts/FreeText.vue'
import { say } from '../../words/index.ts'

/** Who the customer is, and how to reach them. */
const job = useJob()
</script>

<template>
  <FreeText
    :label="say('customer.name')"
    :placeholder="say('customer.name')"
    :value="job.customer.name"
    :maxlength="80"
    @keep="(name, isNoSecret) => job.setCustomer({ name }, isNoSecret)"
  />
  <FreeText
    :label="say('customer.contact')"
    :placeholder="say('customer.contact')"
    :value="job.customer.contact"
    :maxlength="120"
    only-announced
    @keep="(contact, isNoSecret) => job.setCustomer({ contact }, isNoSecret)"
  />
</template>
