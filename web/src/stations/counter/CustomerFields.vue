<script setup lang="ts">
import { useJob } from '../../job/jobs.ts'
import FreeText from '../../parts/FreeText.vue'
import LineField from '../../parts/LineField.vue'
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
  <LineField
    class="!w-auto min-w-[min(11rem,100%)] flex-1"
    :aria-label="say('customer.contact')"
    :placeholder="say('customer.contact')"
    maxlength="120"
    :value="job.customer.contact"
    @typed="(contact) => job.setCustomer({ contact })"
  />
</template>
