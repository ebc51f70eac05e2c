import type { Locale } from '../procedure/index.ts'

/** The sentences of the diagnosis, by language. */
export interface DiagnosisPhrases {
  readonly again: string
  readonly sooner: (what: string) => string
  readonly later: (what: string) => string
  readonly promptly: (what: string) => string
  readonly count: (what: string) => string
  readonly fold: (what: string) => string
  readonly rightKey: (key: string, not: string) => string
  readonly oneKey: (key: string, not: string) => string
  readonly otherCable: string
  readonly otherDataCable: string
  readonly computer: string
  readonly testKey: (key: string) => string
  readonly charge: string
  readonly loop: string
  readonly checkModel: string
  readonly anotherWay: (school: string) => string
  readonly tryAnother: string
  readonly asChargeSign: string
  readonly askBuzz: string
  readonly repair: (key: string) => string
  readonly goOn: (place: string) => string
  readonly leave: (place: string) => string
  readonly first: string
  readonly cause: {
    readonly again: string
    readonly sooner: string
    readonly later: string
    readonly promptly: string
    readonly count: string
    readonly fold: string
    readonly rightKey: (key: string, not: string) => string
    readonly oneKey: (key: string, not: string) => string
    readonly noData: string
    readonly noPower: string
    readonly key: (key: string) => string
    readonly flat: string
    readonly loop: string
    readonly otherWay: string
    readonly otherModel: string
  }
  readonly nothing: string
  readonly because: (seen: string, cause: string, tries: number) => string
  readonly unsure: (cause: string) => string
  readonly place: (place: string) => string
  readonly changes: {
    readonly sooner: string
    readonly later: string
    readonly promptly: string
    readonly count: string
    readonly fold: string
    readonly cable: string
    readonly link: string
  }
  readonly dryRun: {
    readonly tooEarly: (what: string, seconds: string) => string
    readonly tooLate: (what: string, seconds: string) => string
    readonly pressed: (key: string) => string
    readonly letGo: (key: string) => string
    readonly plugged: (link: string) => string
    readonly folded: (posture: string) => string
    readonly unplugged: string
    readonly lost: string
    readonly plugIn: string
  }
}

export const PHRASES: Readonly<Record<Locale, DiagnosisPhrases>> = {
  en: {
    again: 'Again, the same way.',
    sooner: (what) => `Sooner. ${what}`,
    later: (what) => `Wait for it. ${what}`,
    promptly: (what) => `Do not wait there: it goes away by itself. ${what}.`,
    count: (what) => `Count the presses. ${what}.`,
    fold: (what) => `Look how it is folded. ${what}.`,
    rightKey: (key, not) => `Take ${key}, not ${not}.`,
    oneKey: (key, not) => `Press ${key} without ${not}.`,
    otherCable: 'Take another cable, with power on it.',
    otherDataCable: 'Take another cable that carries data, at another port of a computer.',
    computer: 'Plug it into a computer: a charger carries no data.',
    testKey: (key) => `Test ${key}: press it alone at the lit lock screen and look whether it answers.`,
    charge: 'Charge it for 15 minutes first.',
    loop: 'It loops: choose a way that begins with a loop.',
    checkModel: 'Compare the model: it may be another one than on the job.',
    anotherWay: (school) => `Another way: ${school}.`,
    tryAnother: 'Try another way.',
    asChargeSign: 'Did a charge sign come?',
    askBuzz: 'Did it buzz?',
    repair: (key) => `${key} is broken and no way goes without it: a matter for repair.`,
    goOn: (place) => `Go on from the ${place}.`,
    leave: (place) => `Leave the ${place} first.`,
    first: 'The best chance for each minute spent.',
    cause: {
      again: 'the usual spread of hands',
      sooner: 'moving too late',
      later: 'moving too early',
      promptly: 'a screen that went away meanwhile',
      count: 'a press too many or too few',
      fold: 'the device not folded as it should be',
      rightKey: (key, not) => `${not} in place of ${key}`,
      oneKey: (key, not) => `${key} and ${not} both down`,
      noData: 'no data on the cable',
      noPower: 'nothing on the cable',
      key: (key) => `a ${key} that does not work`,
      flat: 'a flat battery',
      loop: 'a loop',
      otherWay: 'a way that is not for this device',
      otherModel: 'another model',
    },
    nothing: 'nothing to be seen',
    because: (seen, cause, tries) =>
      tries > 1
        ? `${seen}, ${timesWord(tries)}: ${cause} explains it best.`
        : `${seen}: ${cause} explains it best.`,
    unsure: (cause) => `It may be ${cause}; this settles it quickest.`,
    place: (place) => `The ${place} is a place, not a failure.`,
    changes: {
      sooner: 'sooner',
      later: 'not before',
      promptly: 'at once',
      count: 'count',
      fold: 'folded so',
      cable: 'another cable',
      link: 'the right link',
    },
    dryRun: {
      tooEarly: (what, seconds) => `${what} ${seconds} s too early.`,
      tooLate: (what, seconds) => `${what} ${seconds} s too late.`,
      pressed: (key) => `${key} pressed`,
      letGo: (key) => `${key} let go`,
      plugged: (link) => `${link}, plugged in`,
      folded: (posture) => `Folded ${posture}`,
      unplugged: 'Cable taken out',
      lost: 'Lost here.',
      plugIn: 'Nothing was plugged in.',
    },
  },
}

const timesWord = (tries: number) => (tries === 2 ? 'twice' : `${tries} times`)
