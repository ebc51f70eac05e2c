<script setup lang="ts">
import { portKind, type Family, type Model } from '@benevox/core/catalog'
import { imeiOf, readImei } from '@benevox/core/imei'
import { computed, ref } from 'vue'
import { useCatalog } from '../../../api/catalog.ts'
import SecondsField from './SecondsField.vue'
import AwayButton from './AwayButton.vue'
import { say } from '../../../words/index.ts'

/** All that is known of one model: how it is found, and where it differs from its family. */
const props = defineProps<{
  familyId: string
  /** The family's times, of which a model may have its own. */
  durations: Family['durations']
  /** The name of another model whose IMEI begins so. */
  ownerOf: (tac: string) => string | undefined
}>()
const model = defineModel<Model>({ required: true })
const catalog = useCatalog()
const valueOf = ({ target }: Event) => (target as HTMLInputElement | HTMLSelectElement).value.trim()

function setText(field: 'maker' | 'name' | 'modelText', event: Event): void {
  const text = valueOf(event)
  if (text) model.value[field] = text
  // A model has each of them: what was there stays.
  else (event.target as HTMLInputElement).value = model.value[field]
}
const setCodeNames = (event: Event) => {
  model.value.codeNames = valueOf(event)
    .split(',')
    .map((one) => one.trim())
    .filter(Boolean)
}
const [EARLIEST, LATEST] = [2008, 2100]
function setYear(event: Event): void {
  const text = valueOf(event)
  const year = Number(text)
  if (text === '') delete model.value.year
  else if (Number.isInteger(year) && year >= EARLIEST && year <= LATEST) model.value.year = year
  else (event.target as HTMLInputElement).value = String(model.value.year ?? '')
}
function setPort(event: Event): void {
  const port = portKind.safeParse(valueOf(event))
  if (port.success) model.value.port = port.data
  else delete model.value.port
}

const refusedTac = ref('')
/** Eight digits, or those of a whole IMEI; a sentence where it is neither. */
function beginningOf(typed: string): { readonly tac: string } | { readonly refused: string } {
  const digits = typed.replaceAll(/[\s-]/g, '')
  if (/^\d{8}$/.test(digits)) return { tac: digits }
  const read = readImei(typed)
  const imei = imeiOf(read)
  if (imei) return { tac: imei.typeAllocationCode }
  return {
    refused:
      read.kind === 'check-digit'
        ? say('modelForm.checkDigit', { typed })
        : say('modelForm.noImei', { typed }),
  }
}
function setTacs(event: Event): void {
  const typed = valueOf(event)
    .split(/[,;]/)
    .map((one) => one.trim())
    .filter(Boolean)
  const read = typed.map(beginningOf)
  const tacs = [...new Set(read.flatMap((one) => ('tac' in one ? one.tac : [])))]
  const owned = tacs.find((tac) => props.ownerOf(tac))
  refusedTac.value =
    read.flatMap((one) => ('refused' in one ? one.refused : []))[0] ??
    (owned ? say('modelForm.owned', { tac: owned, model: props.ownerOf(owned) ?? '' }) : '')
  if (refusedTac.value) return
  model.value.tacs = tacs
  ;(event.target as HTMLInputElement).value = tacs.join(', ')
}

const others = computed(() => catalog.pack?.families.filter(({ id }) => id !== props.familyId) ?? [])
const fromSystem = ref('')
const isNewSystem = computed(
  () =>
    /^[1-9]\d?$|^100$/.test(fromSystem.value) &&
    !model.value.updates?.some((update) => update.fromSystem === Number(fromSystem.value)),
)
function addUpdate(event: Event): void {
  const family = valueOf(event)
  ;(event.target as HTMLSelectElement).value = ''
  if (!family || !isNewSystem.value) return
  const updates = [...(model.value.updates ?? []), { fromSystem: Number(fromSystem.value), family }]
  model.value.updates = updates.sort((a, b) => a.fromSystem - b.fromSystem)
  fromSystem.value = ''
}
function dropUpdate(version: number): void {
  const updates = model.value.updates?.filter((update) => update.fromSystem !== version) ?? []
  if (updates.length > 0) model.value.updates = updates
  else delete model.value.updates
}

function addTime(event: Event): void {
  const time = valueOf(event)
  const range = props.durations[time]
  if (range) model.value.durations = { ...model.value.durations, [time]: { ...range } }
  ;(event.target as HTMLSelectElement).value = ''
}
function dropTime(time: string): void {
  const { [time]: _, ...rest } = model.value.durations ?? {}
  if (Object.keys(rest).length > 0) model.value.durations = rest
  else delete model.value.durations
}
const PARTS = { minMs: 'quickest', medianMs: 'usual', maxMs: 'slowest' } as const
const timeName = (time: string) => time.replaceAll('-', ' ')
</script>

<template>
  <div class="grid grid-cols-2 items-end gap-x-3 gap-y-2 pb-3">
    <label
      >{{ say('playbook.maker') }}
      <input
        class="field"
        maxlength="120"
        list="makers"
        :value="model.maker"
        @change="setText('maker', $event)"
    /></label>
    <label
      >{{ say('modelForm.name') }}
      <input class="field" maxlength="120" :value="model.name" @change="setText('name', $event)"
    /></label>
    <label
      >{{ say('modelForm.modelCode') }}
      <input class="field" maxlength="120" :value="model.modelText" @change="setText('modelText', $event)"
    /></label>
    <label
      >{{ say('modelForm.codeNames') }}
      <input class="field" maxlength="400" :value="model.codeNames.join(', ')" @change="setCodeNames"
    /></label>
    <label
      >{{ say('modelForm.tacs') }}
      <input
        class="field"
        inputmode="numeric"
        :value="model.tacs.join(', ')"
        :aria-invalid="refusedTac !== ''"
        @change="setTacs"
    /></label>
    <label class="flex items-center gap-2 py-1.5"
      ><input v-model="model.cellular" type="checkbox" class="size-5" />{{ say('modelForm.cellular') }}</label
    >
    <p v-if="refusedTac" role="alert" class="col-span-2 font-bold text-stop">
      {{ say('modelForm.notTaken', { because: refusedTac }) }}
    </p>
    <label
      >{{ say('modelForm.year') }}
      <input class="field" inputmode="numeric" maxlength="4" :value="model.year ?? ''" @change="setYear"
    /></label>
    <label
      >{{ say('playbook.port') }}
      <select class="field" :value="model.port ?? ''" @change="setPort">
        <option value="">{{ say('playbook.notKnown') }}</option>
        <option v-for="port in portKind.options" :key="port" :value="port">{{ say(`port.${port}`) }}</option>
      </select>
    </label>
    <div class="col-span-2 flex flex-wrap items-center gap-2">
      <label class="flex items-center gap-2"
        >{{ say('modelForm.fromSystem') }}
        <input
          v-model="fromSystem"
          class="field !w-20"
          inputmode="numeric"
          maxlength="3"
          :aria-label="say('modelForm.systemOf', { model: model.name })"
      /></label>
      <label class="flex min-w-64 flex-1 items-center gap-2"
        ><span class="shrink-0">{{ say('modelForm.behavesLike') }}</span>
        <select
          class="field"
          :aria-label="say('modelForm.behavesLikeOf', { model: model.name })"
          :disabled="!isNewSystem"
          @change="addUpdate"
        >
          <option value="">
            {{ say(isNewSystem ? 'modelForm.chooseFamily' : 'modelForm.versionFirst') }}
          </option>
          <option v-for="family in others" :key="family.id" :value="family.id">{{ family.name }}</option>
        </select>
      </label>
    </div>
    <div
      v-for="update in model.updates"
      :key="update.fromSystem"
      class="col-span-2 flex items-center gap-2 ps-4"
    >
      {{
        say('modelForm.update', {
          system: update.fromSystem,
          family: catalog.familyInUse(update.family)?.name ?? '',
        })
      }}
      <AwayButton
        :name="
          say('row.remove', {
            row: say('modelForm.updateOf', { model: model.name, system: update.fromSystem }),
          })
        "
        @click="dropUpdate(update.fromSystem)"
      />
    </div>
    <label class="col-span-2 flex items-center gap-2"
      >{{ say('modelForm.ownTime') }}
      <select class="field !w-60" @change="addTime">
        <option value="">{{ say('modelForm.choose') }}</option>
        <option v-for="time in Object.keys(durations)" :key="time" :value="time">
          {{ time.replaceAll('-', ' ') }}
        </option>
      </select>
    </label>
    <div
      v-for="(range, time) in model.durations"
      :key="time"
      class="col-span-2 flex flex-wrap items-center gap-2 ps-4"
    >
      {{ say('modelForm.ownTimes', { time: String(time).replaceAll('-', ' ') }) }}
      <SecondsField
        v-for="part in ['minMs', 'medianMs', 'maxMs'] as const"
        :key="part"
        v-model="range[part]"
        :label="
          say('modelForm.timeOf', {
            model: model.name,
            time: timeName(String(time)),
            part: say(`modelForm.${PARTS[part]}`),
          })
        "
      />
      <AwayButton
        :name="
          say('row.remove', {
            row: say('modelForm.timeName', { model: model.name, time: timeName(String(time)) }),
          })
        "
        @click="dropTime(String(time))"
      />
    </div>
  </div>
</template>
