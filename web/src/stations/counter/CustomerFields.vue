<script setup lang="ts">
import { useJob } from '../../job/jobs.ts'
import FreeText from '../../parts/FreeText.vue'
import LineField from '../../parts/LineField.vue'

/** Who the customer is, and how to reach them. */
const job = useJob()
</script>

<template>
  <FreeText
    label="Customer’s short name"
    placeholder="customer’s short name"
    :value="job.customer.name"
    :maxlength="80"
    @keep="(name, isNoSecret) => job.setCustomer({ name }, isNoSecret)"
  />
  <LineField
    class="!w-auto min-w-[min(11rem,100%)] flex-1"
    aria-label="Telephone or mail"
    placeholder="telephone or mail"
    maxlength="120"
    :value="job.customer.contact"
    @typed="(contact) => job.setCustomer({ contact })"
  />
</template>
