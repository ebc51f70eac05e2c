<script setup lang="ts">
import type { Answer, PersonOfShop } from '@benevox/contract'
import { ROLES, type Role } from '@benevox/core/shop'
import { onMounted, ref } from 'vue'
import { call } from '../../api/client.ts'
import { useSession } from '../../api/session.ts'
import SelectOf from '../../parts/SelectOf.vue'
import { say, words } from '../../words/index.ts'
import LoggedList from './LoggedList.vue'
import SessionList from './SessionList.vue'

/** Who is of the shop and what they may do; who is signed in, and what happened: for its owner. */
const sessions = useSession()
const people = ref<readonly PersonOfShop[]>()
const fault = ref('')
/** What was changed changes who is signed in, and is in the log: both are asked for anew. */
const asked = ref(0)
/** Somebody’s link, shown once. */
const link = ref<{ readonly name: string; readonly address: string }>()
const leaving = ref<number>()
const draft = ref<{ name: string; role: Role }>({ name: '', role: 'technician' })
const roles = ROLES.map((role) => [role, say(`role.${role}`)] as const)

async function ask(work: () => Promise<Answer<'listStaff'>>): Promise<boolean> {
  fault.value = ''
  try {
    people.value = (await work()).people
    asked.value += 1
    return true
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error)
    return false
  }
}
onMounted(() => ask(() => call('listStaff', {})))
const of = ({ id }: PersonOfShop) => ({ params: { id } })

/** @param invited what hands the secret over */
async function show(name: string, invited: () => Promise<Answer<'addPerson'>>): Promise<boolean> {
  link.value = undefined
  return ask(async () => {
    const { secret, ...all } = await invited()
    // After a hash it is sent to nobody but by the page itself.
    link.value = { name, address: `${location.origin}/welcome#${secret}` }
    return all
  })
}
async function add(): Promise<void> {
  const { name, role } = draft.value
  if (await show(name, () => call('addPerson', { body: { name, role } })))
    draft.value = { name: '', role: 'technician' }
}
async function leave(person: PersonOfShop): Promise<void> {
  leaving.value = undefined
  link.value = undefined
  await ask(() => call('personLeaves', of(person)))
}
const nameOf = (id: number) => people.value?.find((one) => one.id === id)?.name ?? String(id)
</script>

<template>
  <main class="flex-1 px-6 py-5">
    <h1 class="mb-1">{{ say('people.title') }}</h1>
    <p class="max-w-3xl text-ink-soft">{{ say('people.lead') }}</p>
    <p v-if="fault" role="alert" class="mt-2 font-bold text-stop">{{ fault }}</p>
    <p v-if="link" role="status" class="mt-3 max-w-4xl border-s-[6px] border-brass ps-3">
      {{ say('people.handOver', { name: link.name }) }}
      <br /><b class="font-mono break-all">{{ link.address }}</b>
    </p>
    <template v-if="people">
      <table class="mt-4 w-full max-w-5xl text-start">
        <thead class="text-ink-soft">
          <tr class="border-b-2 border-ink">
            <th class="py-1 pe-4 text-start font-normal">{{ say('people.name') }}</th>
            <th class="py-1 pe-4 text-start font-normal">{{ say('people.role') }}</th>
            <th class="py-1 pe-4 text-start font-normal">{{ say('people.seen') }}</th>
            <th />
          </tr>
        </thead>
        <tbody>
          <tr v-for="person in people" :key="person.id" class="border-b border-rule">
            <td class="py-1.5 pe-4 font-bold" :class="{ 'text-ink-soft': person.leftAt }">
              {{ person.name }}
            </td>
            <td class="py-1.5 pe-4">
              <select
                class="field !min-h-0 !w-44"
                :aria-label="`${person.name}: ${say('people.role')}`"
                :value="person.role"
                :disabled="person.leftAt !== null"
                @change="
                  ask(() =>
                    call('changePerson', {
                      ...of(person),
                      body: { name: person.name, role: ($event.target as HTMLSelectElement).value as Role },
                    }),
                  )
                "
              >
                <option v-for="[role, says] in roles" :key="role" :value="role">{{ says }}</option>
              </select>
            </td>
            <td class="py-1.5 pe-4 text-ink-soft">
              <template v-if="person.leftAt">{{
                say('people.left', { day: words.day(person.leftAt) })
              }}</template>
              <template v-else>
                {{ person.seenAt ? words.instant(person.seenAt) : say('people.never') }}
                <template v-if="person.hasSecondStep"> · {{ say('secondStep.has') }}</template>
                <template v-if="person.invitedUntil">
                  · {{ say('people.invited', { at: words.instant(person.invitedUntil) }) }}
                </template>
              </template>
            </td>
            <td class="py-1.5 text-end whitespace-nowrap">
              <button
                v-if="person.leftAt"
                class="underline"
                @click="ask(() => call('personReturns', of(person)))"
              >
                {{ say('people.returns') }}
              </button>
              <template v-else-if="leaving === person.id">
                <button class="font-bold text-stop underline" @click="leave(person)">
                  {{ say('people.leavesNow') }}
                </button>
                <button class="ms-4 underline" @click="leaving = undefined">{{ say('people.keep') }}</button>
              </template>
              <template v-else>
                <button class="underline" @click="show(person.name, () => call('invitePerson', of(person)))">
                  {{ say('people.newLink') }}
                </button>
                <button
                  v-if="person.hasSecondStep && person.id !== sessions.session?.staff?.id"
                  class="ms-4 underline"
                  @click="ask(() => call('endSecondStepOf', of(person)))"
                >
                  {{ say('secondStep.take') }}
                </button>
                <button class="ms-4 underline" @click="leaving = person.id">
                  {{ say('people.leaves') }}
                </button>
              </template>
            </td>
          </tr>
        </tbody>
      </table>
      <form class="mt-4 flex max-w-5xl flex-wrap items-end gap-4" @submit.prevent="add">
        <h2 class="w-full">{{ say('people.add') }}</h2>
        <label class="min-w-56 flex-1"
          >{{ say('people.name')
          }}<input v-model="draft.name" class="field" maxlength="60" autocomplete="off"
        /></label>
        <SelectOf v-model="draft.role" :label="say('people.role')" :options="roles" />
        <button class="act act-main" :disabled="draft.name.trim() === ''">{{ say('people.addIt') }}</button>
      </form>
      <div class="mt-8 grid max-w-6xl gap-x-10 gap-y-6 lg:grid-cols-2">
        <SessionList :key="asked" />
        <LoggedList :key="asked" :name-of="nameOf" />
      </div>
    </template>
  </main>
</template>
