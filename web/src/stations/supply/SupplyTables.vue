<script setup lang="ts">
import {
  readTable,
  SUPPLY_TABLES,
  tableOf,
  type SupplyList,
  type SupplyTable,
  type TableFault,
  type TableReading,
} from '@benevox/core/supply'
import { flawText, tableFaultText } from '@benevox/words'
import Papa from 'papaparse'
import { ref } from 'vue'
import FilePick from '../../parts/FilePick.vue'
import { readText, refusedBySize } from '../../workers/readText.ts'
import { say, words } from '../../words/index.ts'

/** The list as four tables: out as CSV files, and in again. What comes in is looked at before it is saved. */
defineProps<{ isSupervisor: boolean }>()
const list = defineModel<SupplyList>({ required: true })
const read = ref<Extract<TableReading, { kind: 'read' }>>()
const faults = ref<readonly TableFault[]>([])
const refused = ref('')
const TABLES = Object.keys(SUPPLY_TABLES) as SupplyTable[]
const MOST_SHOWN = 12

function save(table: SupplyTable): void {
  const text = Papa.unparse([...tableOf(list.value, table)])
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([`\ufeff${text}\r\n`], { type: 'text/csv' }))
  link.download = `${table}.csv`
  link.click()
  URL.revokeObjectURL(link.href)
}

async function take(files: FileList | null): Promise<void> {
  const [file] = files ?? []
  if (!file) return
  read.value = undefined
  faults.value = []
  const tooLarge = refusedBySize(file.size)
  const text = tooLarge ?? readText(new Uint8Array(await file.arrayBuffer()))
  refused.value =
    'code' in text ? flawText(text, words) : text.kind === 'refused' ? flawText(text.flaw, words) : ''
  if ('code' in text || text.kind === 'refused') return
  const { data, errors } = Papa.parse<string[]>(text.text)
  const broken = errors.find(({ type }) => type === 'Quotes')
  if (broken) {
    faults.value = [{ line: (broken.row ?? 0) + 1, flaw: { code: 'unreadable' } }]
    return
  }
  const reading = readTable(list.value, data)
  if (reading.kind === 'refused') faults.value = reading.faults
  else {
    read.value = reading
    list.value = reading.list
  }
}
const shown = (names: readonly string[]) =>
  names.length > MOST_SHOWN
    ? `${names.slice(0, MOST_SHOWN).join(', ')} ${say('supply.more', { count: names.length - MOST_SHOWN })}`
    : names.join(', ')
</script>

<template>
  <section :aria-label="say('supply.files')">
    <h2 class="border-b-2 border-ink pb-1">{{ say('supply.files') }}</h2>
    <p class="mt-1 max-w-3xl text-ink-soft">{{ say('supply.filesAbout') }}</p>
    <p class="mt-3 flex flex-wrap gap-3">
      <button v-for="table in TABLES" :key="table" class="act" @click="save(table)">
        {{ say('supply.fileOf', { table: say(`supply.${table}`) }) }}
      </button>
    </p>
    <p v-if="isSupervisor" class="mt-3">
      <FilePick
        :label="say('supply.fileIn')"
        :text="say('supply.fileIn')"
        accept=".csv,text/csv"
        @chosen="take"
      />
    </p>
    <div v-if="read" role="status" class="mt-3">
      <p class="font-bold">
        {{
          say('supply.fileRead', {
            table: say(`supply.${read.table}`),
            added: read.added.length,
            changed: read.changed.length,
            unchanged: read.unchanged,
          })
        }}
      </p>
      <p v-if="read.added.length">{{ say('supply.fileAdded', { names: shown(read.added) }) }}</p>
      <p v-if="read.changed.length">{{ say('supply.fileChanged', { names: shown(read.changed) }) }}</p>
    </div>
    <div v-if="refused || faults.length" role="alert" class="mt-3">
      <p class="font-bold text-stop">{{ say('supply.fileRefused') }} {{ refused }}</p>
      <ul>
        <li v-for="(one, index) in faults.slice(0, MOST_SHOWN)" :key="index">
          {{ tableFaultText(one, words) }}
        </li>
        <li v-if="faults.length > MOST_SHOWN">
          {{ say('supply.more', { count: faults.length - MOST_SHOWN }) }}
        </li>
      </ul>
    </div>
  </section>
</template>
