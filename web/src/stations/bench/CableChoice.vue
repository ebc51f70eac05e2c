<script setup lang="ts">
import { linkText } from '@benevox/words'
import { linksIn, namesIn, type Family, type LinkKind, type Model } from '@benevox/core/catalog'
import { computed, ref, watch } from 'vue'
import { useKit } from '../../api/kit.ts'
import { say, words } from '../../words/index.ts'

/** Which numbered cable or puck the attempt is made with, and what hangs on it now. */
const props = defineProps<{ model: Model; family: Family }>()
/** Undefined until somebody says it. */
const link = defineModel<LinkKind | undefined>('link', { required: true })
const cable = defineModel<number | undefined>('cable', { required: true })
const kit = useKit()
const own = computed(() => namesIn(props.family))
const cables = computed(() => kit.fitting(props.model.port))
const chosen = computed(() => kit.cables.find(({ number }) => number === cable.value))
const record = computed(() => {
  if (!chosen.value) return ''
  const { reached, failed, note } = chosen.value
  const tried = reached + failed
  const attempts = tried === 0 ? say('prep.noAttempts') : say('prep.attempts', { reached, tried })
  return note ? `${note}; ${attempts}` : attempts
})
const retire = () =>
  chosen.value &&
  void kit.retire(chosen.value.number, own.value.onPuck ? say('prep.noPower') : say('prep.noData'))
const linkField = ref<HTMLSelectElement>()
const isAsked = ref(false)
watch(link, () => (isAsked.value = false))
/** An attempt was to begin, and nobody has said what hangs on the cable. */
function askForLink(): void {
  isAsked.value = true
  linkField.value?.focus()
}
defineExpose({ askForLink })
</script>

<template>
  <div>
    <div class="flex items-end gap-3">
      <label class="w-32 shrink-0 text-sm text-ink-soft"
        >{{ own.onPuck ? say('prep.puck') : say('prep.cable') }}
        <select v-model="cable" data-testid="cable" class="field font-mono font-bold">
          <option :value="undefined">{{ say('prep.notNumbered') }}</option>
          <option v-for="one in cables" :key="one.number" :value="one.number">
            {{ say('prep.number', { number: one.number }) }}
          </option>
        </select>
      </label>
      <label class="min-w-0 flex-1 text-sm text-ink-soft"
        >{{ own.onPuck ? say('prep.watchOn') : say('prep.onCable') }}
        <select
          ref="linkField"
          v-model="link"
          class="field"
          :aria-invalid="isAsked"
          :aria-describedby="isAsked ? 'say-what-is-on-the-cable' : undefined"
        >
          <option v-if="link === undefined" :value="undefined">{{ say('prep.notSaid') }}</option>
          <option v-for="kind in linksIn(family)" :key="kind" :value="kind">
            {{ linkText(kind, own, words) }}
          </option>
        </select>
      </label>
    </div>
    <p v-if="isAsked" id="say-what-is-on-the-cable" role="alert" class="text-stop">
      {{ say('prep.sayCable') }}
    </p>
    <p v-if="chosen" class="text-sm text-ink-soft">
      {{ record }}
      <button class="ms-1 underline" @click="retire">
        {{ own.onPuck ? say('prep.retirePuck') : say('prep.retire') }}
      </button>
    </p>
  </div>
</template>
