<script setup lang="ts">
import { PROTECTIONS, type Protection } from '@benevox/core/shop'
import SelectOf from '../../parts/SelectOf.vue'
import type { TypedServer } from './typedServer.ts'
import { say } from '../../words/index.ts'

/** Where a mail server is, and what lets the shop in. */
defineProps<{ title: string; isKept: boolean }>()
const typed = defineModel<TypedServer>({ required: true })
const protections = PROTECTIONS.map((one) => [one, say(`connections.${one}`)] as const)
const set = (change: Partial<TypedServer>) => (typed.value = { ...typed.value, ...change })
/** The usual one of what is chosen, where the other usual one stands. */
function protect(protection: Protection): void {
  const { usual, port } = typed.value
  const isUsual = Object.values(usual).includes(Number(port))
  set({ protection, ...(isUsual ? { port: String(usual[protection]) } : {}) })
}
const textOf = ({ target }: Event) => (target as HTMLInputElement).value
</script>

<template>
  <fieldset class="space-y-2">
    <legend class="font-bold">{{ title }}</legend>
    <div class="grid grid-cols-[1fr_6rem] gap-3">
      <label
        >{{ say('connections.host')
        }}<input class="field" maxlength="200" :value="typed.host" @input="set({ host: textOf($event) })"
      /></label>
      <label
        >{{ say('connections.port')
        }}<input
          class="field font-mono"
          inputmode="numeric"
          maxlength="5"
          :value="typed.port"
          @input="set({ port: textOf($event) })"
      /></label>
    </div>
    <SelectOf
      class="block"
      :model-value="typed.protection"
      :label="say('connections.protection')"
      :options="protections"
      @update:model-value="protect"
    />
    <label class="block"
      >{{ say('connections.user')
      }}<input
        class="field"
        maxlength="200"
        autocomplete="off"
        :value="typed.user"
        @input="set({ user: textOf($event) })"
    /></label>
    <label class="block"
      >{{ say('connections.password')
      }}<input
        class="field"
        type="password"
        maxlength="200"
        autocomplete="new-password"
        :placeholder="isKept ? say('connections.kept') : ''"
        :value="typed.password"
        @input="set({ password: textOf($event) })"
    /></label>
    <slot />
  </fieldset>
</template>
