<script setup lang="ts">
import type { FactName } from '@benevox/core/route'
import { FACT_WORDS } from '@benevox/core/route'
import { PLATFORM_WAIT_LAW, totalForMoreMs, waitAfterMs } from '@benevox/core/clocks'
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { useJob } from '../../api/job.ts'
import ChoiceRow from '../../parts/ChoiceRow.vue'
import FieldRow from '../../parts/FieldRow.vue'
import ImeiField from '../../parts/ImeiField.vue'
import JobFrame from '../../parts/JobFrame.vue'
import ModelFinder from '../../parts/ModelFinder.vue'
import RouteView from '../../parts/RouteView.vue'
import { minutesText, STATION_WORDS } from '../../words/en.ts'
import ConsentBlock from './ConsentBlock.vue'

const props = defineProps<{ id: number }>()
const job = useJob()
const router = useRouter()
const cellular = computed(() => job.found?.model.cellular ?? true)
const next = computed(() => job.route?.askNext[0])
const isNext = (name: FactName) => next.value === name
const law = computed(() => job.found?.family.waitLaw ?? PLATFORM_WAIT_LAW)
const isLocked = computed(
  () => job.facts.complaint === 'forgotten-lock' || job.facts.complaint === 'too-many-tries',
)
/** What typing one try takes. Common practice, no source. */
const TRY_MS = 5000
const station = computed(() => job.saved?.station ?? 'counter')

/** A counted answer; what is no number within its range takes the answer back. */
function setCount(
  name: 'wrongTries' | 'systemVersion',
  text: string,
  { from, to }: { from: number; to: number },
): void {
  const count = Number(text)
  job.setFact(name, text === '' || !Number.isInteger(count) || count < from || count > to ? null : count)
}
/** Systems from which the model behaves otherwise. */
const updates = computed(() => job.found?.model.updates ?? [])
</script>

<template>
  <JobFrame :id="props.id">
    <template #default="{ route }">
      <div class="beside beside-route items-start">
        <div class="ruled border-r border-rule py-2 pr-5 pl-4">
          <FieldRow name="modelId" ask="Which device" :next="isNext('modelId')">
            <ModelFinder :model-id="job.facts.modelId" @found="(id) => job.setFact('modelId', id)" />
          </FieldRow>
          <FieldRow
            v-if="updates.length > 0"
            name="systemVersion"
            ask="System version"
            :hint="`behaves otherwise from ${updates.map(({ fromSystem }) => fromSystem).join(' and ')} on`"
          >
            <input
              class="field !w-24 font-mono"
              inputmode="numeric"
              aria-label="System version"
              :value="job.facts.systemVersion ?? ''"
              @input="
                setCount('systemVersion', ($event.target as HTMLInputElement).value, { from: 1, to: 100 })
              "
            />
            <p v-if="job.found" class="mt-1 text-ink-soft">
              {{ job.facts.systemVersion === undefined ? 'Not known: taken as it came. ' : '' }}Behaves like
              “{{ job.found.family.name }}”.
            </p>
          </FieldRow>
          <ChoiceRow name="complaint" ask="What is wrong" :next="isNext('complaint')" />
          <ChoiceRow
            name="hazard"
            ask="Look, feel, smell"
            hint="battery and liquid"
            :next="isNext('hazard')"
          />
          <ChoiceRow name="workManaged" ask="Managed by an employer" :next="isNext('workManaged')" />
          <ChoiceRow name="legalMatter" ask="Police or court matter" :next="isNext('legalMatter')" />
          <ChoiceRow v-if="isLocked" name="screenLock" ask="Kind of lock" />
          <ChoiceRow
            name="knowsScreenLock"
            ask="Owner knows the lock"
            hint="the owner types; it is never written down"
            :next="isNext('knowsScreenLock')"
          />
          <FieldRow
            v-if="isLocked && job.facts.knowsScreenLock !== 'yes'"
            name="wrongTries"
            ask="Wrong tries so far"
          >
            <input
              class="field !w-24 font-mono"
              inputmode="numeric"
              aria-label="Wrong tries so far"
              :value="job.facts.wrongTries ?? ''"
              @input="
                setCount('wrongTries', ($event.target as HTMLInputElement).value, { from: 0, to: 1000 })
              "
            />
            <p v-if="job.facts.wrongTries !== undefined" class="mt-1 text-waiting">
              Next try after {{ minutesText(waitAfterMs(law, job.facts.wrongTries)) }}; three more tries take
              {{ minutesText(totalForMoreMs(law, job.facts.wrongTries, 3, TRY_MS)) }}. Some devices wipe
              themselves after too many: ask first.
            </p>
          </FieldRow>
          <ChoiceRow
            name="accountOnDevice"
            ask="Account on the device"
            hint="ask now: after the reset it is too late"
            :next="isNext('accountOnDevice')"
          />
          <template v-if="job.facts.accountOnDevice === 'yes'">
            <FieldRow name="accountAddress" ask="Its address" hint="only the address">
              <input
                class="field"
                type="text"
                aria-label="Account address"
                maxlength="200"
                autocomplete="off"
                :value="job.facts.accountAddress ?? ''"
                @input="job.setFact('accountAddress', ($event.target as HTMLInputElement).value || null)"
              />
            </FieldRow>
            <ChoiceRow
              name="knowsAccountPassword"
              ask="Knows its password"
              :next="isNext('knowsAccountPassword')"
            />
            <ChoiceRow name="secondStep" ask="Second step comes by" :next="isNext('secondStep')" />
            <p
              v-if="job.facts.secondStep === 'sim-in-this-device'"
              class="py-2 pl-[12.5rem] font-bold text-brass"
            >
              Put this SIM into a spare phone before the reset: the text comes to it.
            </p>
            <ChoiceRow name="remoteUnlockSetUp" ask="Remote unlock set up" />
            <ChoiceRow v-if="job.facts.remoteUnlockSetUp === 'yes'" name="online" ask="Online now" />
          </template>
          <template v-if="cellular">
            <ChoiceRow
              name="carrierLocked"
              ask="Carrier lock"
              hint="another SIM is refused"
              :next="isNext('carrierLocked')"
            />
            <FieldRow
              v-if="job.facts.carrierLocked === 'yes'"
              name="originalCarrier"
              ask="Original carrier"
              hint="where it was bought, not today’s"
            >
              <input
                class="field"
                aria-label="Original carrier"
                maxlength="80"
                :value="job.facts.originalCarrier ?? ''"
                @input="job.setFact('originalCarrier', ($event.target as HTMLInputElement).value || null)"
              />
            </FieldRow>
            <FieldRow name="imei" ask="IMEI" hint="type it or scan it" :next="isNext('imei')">
              <ImeiField
                :imei="job.facts.imei"
                :model-id="job.facts.modelId"
                @read="(imei) => job.setFact('imei', imei)"
                @model="(id) => job.setFact('modelId', id)"
              />
            </FieldRow>
          </template>
          <ChoiceRow name="ownership" ask="Right to the device" :next="isNext('ownership')" />
          <FieldRow
            v-if="job.facts.ownership === 'shown'"
            name="ownershipNote"
            ask="What was shown"
            :next="isNext('ownershipNote')"
          >
            <input
              class="field"
              aria-label="What was shown"
              placeholder="receipt, box with the same IMEI, ID …"
              maxlength="500"
              :value="job.facts.ownershipNote ?? ''"
              @input="job.setFact('ownershipNote', ($event.target as HTMLInputElement).value || null)"
            />
          </FieldRow>
          <ChoiceRow
            name="registryAnswer"
            ask="Registry says"
            hint="lost, stolen, unpaid"
            :next="isNext('registryAnswer')"
          />
          <FieldRow
            v-if="job.facts.registryAnswer === 'no-answer'"
            name="registryReason"
            ask="Why no answer"
            hint="opens the reset, not an order"
            :next="isNext('registryReason')"
          >
            <input
              class="field"
              aria-label="Why no answer"
              maxlength="500"
              :value="job.facts.registryReason ?? ''"
              @input="job.setFact('registryReason', ($event.target as HTMLInputElement).value || null)"
            />
          </FieldRow>
          <ChoiceRow name="battery" ask="Battery" :next="isNext('battery')" />
          <FieldRow name="modelId" ask="Customer">
            <div class="flex gap-4">
              <input
                class="field"
                aria-label="Customer’s short name"
                placeholder="short name"
                maxlength="80"
                :value="job.customer.name"
                @input="job.setCustomer({ name: ($event.target as HTMLInputElement).value })"
              />
              <input
                class="field"
                aria-label="Telephone or mail"
                placeholder="telephone or mail"
                maxlength="120"
                :value="job.customer.contact"
                @input="job.setCustomer({ contact: ($event.target as HTMLInputElement).value })"
              />
            </div>
          </FieldRow>
          <ConsentBlock :route="route" :next="isNext('consent')" />
        </div>
        <div class="sticky top-[6.1rem] max-h-[calc(100vh-10.4rem)] overflow-auto px-5 py-4">
          <RouteView :route="route" :job-id="props.id" />
        </div>
      </div>
    </template>
    <template #left="{ job: saved }">
      <RouterLink class="underline" :to="`/jobs/${saved.id}`">The whole job</RouterLink>
      <span class="text-ink-soft" role="status">{{ job.hasPending ? 'recording …' : 'all recorded' }}</span>
    </template>
    <template #action="{ job: saved, route }">
      <span v-if="route.askNext.length" class="text-ink-soft"
        >Next: {{ FACT_WORDS[route.askNext[0]!] }} · {{ route.askNext.length }} open</span
      >
      <button
        class="act act-main"
        :disabled="station === 'counter'"
        @click="router.push(`/${station}/${saved.id}`)"
      >
        {{ station === 'counter' ? 'To the bench' : `To the ${STATION_WORDS[station].toLowerCase()}` }}
      </button>
    </template>
  </JobFrame>
</template>
