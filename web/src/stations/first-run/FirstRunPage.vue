<script setup lang="ts">
import { USUAL_OPENING } from '@benevox/core/clocks'
import { pricesByHour, USUAL_PRICES, WORK } from '@benevox/core/price'
import { LANGUAGES, nameOf } from '@benevox/words'
import { computed, reactive, ref } from 'vue'
import { useRouter } from 'vue-router'
import { languageOfBrowser, useSession } from '../../api/session.ts'
import CountryField from '../../parts/CountryField.vue'
import OwnSecrets from '../people/OwnSecrets.vue'
import OpeningDays from '../settings/OpeningDays.vue'
import { say, words } from '../../words/index.ts'

/** A new shop, set up once by whoever has the code that stands where the server was started. */
const sessions = useSession()
const router = useRouter()
/** As far as the browser knows where it stands. */
const typed = reactive({
  code: '',
  name: '',
  address: '',
  mail: '',
  zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
  country: new Intl.Locale(navigator.language).region ?? USUAL_OPENING.country,
  currency: USUAL_PRICES.currency,
  region: '',
  tax: String(USUAL_PRICES.taxRate * 100),
  hour: (USUAL_PRICES.weights.benchHourMinor / 100).toFixed(2),
  language: languageOfBrowser(),
  you: '',
})
const hours = ref({ days: [...USUAL_OPENING.days] })
const own = ref<{ password: string; code: string }>()
const fault = ref('')
const busy = ref(false)
const MOST_HOUR_MINOR = 10_000_000
/** UTC, as a machine may have it, is none of those that are listed. */
const zones = [...new Set([typed.zone, ...Intl.supportedValuesOf('timeZone')])]
/** Sooner written in letters of the language at hand than with a dot. */
const number = (text: string) => Number(text.trim().replace(',', '.'))
const taxRate = computed(() => number(typed.tax) / 100)
const hourMinor = computed(() => Math.round(number(typed.hour) * 100))
/** What the list of prices will begin with; none while what an hour costs is no amount. */
const prices = computed(() =>
  hourMinor.value > 0 && hourMinor.value <= MOST_HOUR_MINOR ? pricesByHour(hourMinor.value) : undefined,
)
const money = (minor: number) =>
  /^[a-z]{3}$/i.test(typed.currency.trim())
    ? words.money(minor, typed.currency.trim().toUpperCase())
    : (minor / 100).toFixed(2)
/** The first thing that is not there yet, by its label. */
const missing = computed(() => {
  if (typed.code.trim() === '') return say('firstRun.code')
  if (typed.name.trim() === '') return say('firstRun.name')
  if (typed.country === '') return say('firstRun.country')
  if (typed.tax.trim() === '' || Number.isNaN(taxRate.value)) return say('settings.tax')
  if (!prices.value) return say('firstRun.hour')
  if (hours.value.days.every((day) => day === null)) return say('opening.title')
  if (typed.you.trim() === '') return say('firstRun.yourName')
  if (!own.value) return say('firstRun.secrets')
  return ''
})
async function begin(): Promise<void> {
  if (!own.value) return
  busy.value = true
  fault.value = ''
  try {
    await sessions.beginShop({
      code: typed.code,
      shop: {
        name: typed.name,
        address: typed.address,
        ...(typed.mail.trim() ? { mail: typed.mail.trim() } : {}),
        language: typed.language,
      },
      place: {
        zone: typed.zone,
        country: typed.country,
        ...(typed.region.trim() ? { region: typed.region.trim().toUpperCase() } : {}),
        days: hours.value.days,
      },
      money: {
        currency: typed.currency.trim().toUpperCase(),
        taxRate: taxRate.value,
        hourMinor: hourMinor.value,
      },
      owner: { name: typed.you, ...own.value },
    })
    await router.push('/settings/set-up')
  } catch (error) {
    fault.value = error instanceof Error ? error.message : ''
    // Somebody else was first, or it went through unseen: who is here is asked anew.
    await sessions.load().catch(() => undefined)
    if (sessions.session?.isNew === false) await router.push('/sign-in')
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <main class="mx-auto max-w-3xl p-6">
    <div class="flex items-center gap-4">
      <img src="/bolts.svg" alt="" width="56" height="56" class="border-2 border-ink" />
      <h1>{{ say('firstRun.title') }}</h1>
    </div>
    <p class="mt-2 max-w-prose text-ink-soft">{{ say('firstRun.lead') }}</p>
    <form class="mt-4 space-y-3" autocomplete="off" @submit.prevent="begin">
      <label class="block font-bold"
        >{{ say('firstRun.code') }}
        <input
          v-model="typed.code"
          class="field mt-1 block !w-60 font-mono uppercase"
          autocomplete="off"
          spellcheck="false"
          maxlength="40"
          autofocus
        />
        <span class="mt-1 block font-normal text-ink-soft">{{ say('firstRun.codeWhy') }}</span></label
      >
      <div class="grid gap-x-6 gap-y-3 sm:grid-cols-2">
        <section aria-labelledby="first-shop" class="space-y-3">
          <h2 id="first-shop" class="border-b-2 border-ink pb-1">{{ say('firstRun.shop') }}</h2>
          <label class="block"
            >{{ say('firstRun.name') }}<input v-model="typed.name" class="field mt-1" maxlength="80"
          /></label>
          <label class="block"
            >{{ say('firstRun.address')
            }}<textarea v-model="typed.address" class="field mt-1" rows="2" maxlength="300" />
          </label>
          <label class="block"
            >{{ say('firstRun.mail')
            }}<input v-model="typed.mail" type="email" class="field mt-1" maxlength="200"
          /></label>
          <label class="block"
            >{{ say('firstRun.language') }}
            <select v-model="typed.language" class="field mt-1">
              <option v-for="one in LANGUAGES" :key="one" :value="one" :lang="one">{{ nameOf(one) }}</option>
            </select>
          </label>
          <div class="flex items-start gap-4">
            <div class="flex-1">
              <span>{{ say('firstRun.country') }}</span>
              <CountryField
                :label="say('firstRun.country')"
                :value="typed.country"
                @keep="typed.country = $event ?? ''"
              />
              <p v-if="typed.country === ''" class="text-stop">{{ say('firstRun.countryUnknown') }}</p>
            </div>
            <label class="block flex-1"
              >{{ say('opening.zone') }}
              <select v-model="typed.zone" class="field">
                <option v-for="zone in zones" :key="zone">{{ zone }}</option>
              </select>
            </label>
          </div>
        </section>
        <section aria-labelledby="first-you" class="space-y-3">
          <h2 id="first-you" class="border-b-2 border-ink pb-1">{{ say('firstRun.you') }}</h2>
          <p class="text-ink-soft">{{ say('firstRun.youWhy') }}</p>
          <label class="block"
            >{{ say('firstRun.yourName')
            }}<input v-model="typed.you" class="field mt-1" autocomplete="username" maxlength="60"
          /></label>
          <OwnSecrets v-model="own" />
        </section>
        <section aria-labelledby="first-money" class="space-y-3">
          <h2 id="first-money" class="border-b-2 border-ink pb-1">{{ say('firstRun.money') }}</h2>
          <div class="flex gap-4">
            <label class="block flex-1"
              >{{ say('firstRun.currency')
              }}<input v-model="typed.currency" class="field mt-1 font-mono uppercase" maxlength="3"
            /></label>
            <label class="block flex-1"
              >{{ say('settings.tax')
              }}<input v-model="typed.tax" class="field mt-1 font-mono" inputmode="decimal" maxlength="6"
            /></label>
          </div>
          <label class="block"
            >{{ say('firstRun.hour')
            }}<input v-model="typed.hour" class="field mt-1 font-mono" inputmode="decimal" maxlength="12"
          /></label>
          <div v-if="prices">
            <p class="text-ink-soft">{{ say('firstRun.hourWhy') }}</p>
            <dl class="ruled mt-1" data-testid="first-prices">
              <div v-for="work in WORK" :key="work" class="flex justify-between gap-4 py-1">
                <dt>{{ say(`work.${work}`) }}</dt>
                <dd class="font-mono">{{ money(prices.work[work]) }}</dd>
              </div>
            </dl>
          </div>
        </section>
        <section aria-labelledby="first-hours" class="space-y-3">
          <h2 id="first-hours" class="border-b-2 border-ink pb-1">{{ say('opening.title') }}</h2>
          <OpeningDays v-model="hours" is-supervisor />
          <label class="block"
            >{{ say('firstRun.region')
            }}<input v-model="typed.region" class="field mt-1 block !w-24 font-mono uppercase" maxlength="3"
          /></label>
        </section>
      </div>
      <p v-if="fault" role="alert" class="font-bold text-stop">{{ fault }}</p>
      <div class="flex items-center justify-end gap-4 border-t-2 border-ink pt-3">
        <p v-if="missing" class="text-ink-soft">{{ say('firstRun.missing', { what: missing }) }}</p>
        <button class="act act-main" :disabled="busy || missing !== ''">
          {{ say('firstRun.open') }}
        </button>
      </div>
    </form>
  </main>
</template>
