<script setup lang="ts">
import { ref } from 'vue'
import FreeText from '../../parts/FreeText.vue'
import OneOf from '../../parts/OneOf.vue'
import { say } from '../../words/index.ts'

/** Who takes the device with them: the customer, or somebody else, who says their name and shows something. */
const fetchedBy = defineModel<string>({ required: true })
const emit = defineEmits<{ noSecret: [] }>()
const who = ref<'customer' | 'other'>(fetchedBy.value ? 'other' : 'customer')
function choose(one: 'customer' | 'other'): void {
  who.value = one
  if (one === 'customer') fetchedBy.value = ''
}
function keep(text: string, isNoSecret: boolean): void {
  fetchedBy.value = text
  if (isNoSecret) emit('noSecret')
}
</script>

<template>
  <span>{{ say('handBackPage.fetchedBy') }}</span>
  <div class="flex flex-wrap items-center gap-3">
    <OneOf
      :model-value="who"
      :label="say('handBackPage.fetchedBy')"
      :answers="[
        ['customer', say('handBackPage.customer')],
        ['other', say('handBackPage.somebodyElse')],
      ]"
      @update:model-value="choose"
    />
    <div v-if="who === 'other'" class="min-w-64 flex-1">
      <FreeText
        :label="say('handBackPage.whoFetches')"
        :value="fetchedBy"
        :maxlength="120"
        :placeholder="say('handBackPage.whoFetches')"
        @keep="keep"
      />
      <p class="text-sm text-ink-soft">{{ say('handBackPage.askForReceipt') }}</p>
    </div>
  </div>
</template>
