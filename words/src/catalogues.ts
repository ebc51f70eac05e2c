// Written by scripts/words.mjs from words/languages.
import en from '../languages/en.json' with { type: 'json' }
import de from '../languages/de.json' with { type: 'json' }
import es from '../languages/es.json' with { type: 'json' }
import fr from '../languages/fr.json' with { type: 'json' }

export const CATALOGUES = { en, de, es, fr } as const

/** The messages, and what each has places for. */
export interface Messages {
  'language.self': object
  'document.customer': object
  'document.device': object
  'document.imei': object
  'document.serialNumber': object
  'document.notRecorded': object
  'document.noImei': object
  'document.checkedIn': object
  'document.price': object
  'part.device': object
  'part.charger': object
  'part.cable': object
  'part.case': object
  'part.sim': object
  'part.sim-tray': object
  'part.memory-card': object
  'part.pen': object
  'part.strap': object
  'part.box': object
  'receipt.title': { readonly ticket: string | number }
  'receipt.checkedInBy': { readonly day: string | number; readonly person: string | number }
  'receipt.leftWithIt': object
  'receipt.nothingElse': object
  'receipt.priceFixed': { readonly most: string | number; readonly tax: string | number; readonly deposit: string | number }
  'receipt.priceBetween': { readonly least: string | number; readonly most: string | number; readonly tax: string | number; readonly deposit: string | number }
  'receipt.ready': object
  'receipt.readyBy': { readonly late: string | number; readonly usual: string | number }
  'receipt.readyByAlways': { readonly late: string | number }
  'receipt.readyWithin': { readonly usual: string | number; readonly late: string | number }
  'receipt.notes': object
  'receipt.condition': object
  'receipt.marks': object
  'receipt.noMarks': object
  'receipt.howToRead': object
  'tag.modelUnknown': object
  'agreement.title': object
  'agreement.unknownDevice': object
  'agreement.storage.kept': object
  'agreement.storage.perhaps-gone': object
  'agreement.storage.gone': object
  'agreement.memoryCard': object
  'agreement.esim': object
  'agreement.account.may-be-asked': object
  'agreement.account.will-be-asked': object
  'agreement.account.asked-already': object
  'agreement.carrier.perhaps-stays': object
  'agreement.carrier.stays-until-released': object
  'agreement.makersService': object
  'agreement.free': object
  'agreement.price': { readonly most: string | number }
  'agreement.notBypassed': object
  'agreement.noSecrets': object
  'agreement.documentsKept': object
  'agreement.agree': object
  'agreement.sign': object
  'agreement.signAgain': object
  'agreement.iAgree': object
  'agreement.iDoNotAgree': object
  'letterToSeller.title': object
  'letterToSeller.stillAsks': { readonly device: string | number }
  'letterToSeller.openDevices': object
  'letterToSeller.choose': { readonly device: string | number }
  'letterToSeller.makersAccount': object
  'letterToSeller.noPassword': object
  'activation.title': object
  'activation.which': { readonly device: string | number }
  'activation.code': object
  'activation.overTheAir': object
  'activation.app': object
  'activation.done': object
  'agreement.documentTitle': { readonly ticket: string | number }
  'agreement.how.signature': { readonly moment: string | number; readonly zone: string | number; readonly person: string | number }
  'agreement.how.paper': { readonly moment: string | number; readonly zone: string | number; readonly person: string | number }
  'agreement.how.telephone': { readonly moment: string | number; readonly zone: string | number; readonly person: string | number }
  'agreement.digest': { readonly digest: string | number }
  'handBack.title': { readonly ticket: string | number }
  'handBack.handedBack': object
  'handBack.givenBack': object
  'handBack.nothing': object
  'handBack.threeLocks': object
  'lock.screen': object
  'lock.account': object
  'lock.carrier': object
  'handBack.lock.confirmed-off': object
  'handBack.lock.on': object
  'handBack.lock.not-tested': object
  'handBack.lock.none': object
  'handBack.lock.not-part-of-this-job': object
  'handBack.confirmedBy.set-up-reached': object
  'handBack.confirmedBy.remembered': object
  'handBack.confirmedBy.remote-unlock': object
  'handBack.confirmedBy.settings': object
  'handBack.confirmedBy.signed-in': object
  'handBack.confirmedBy.step-skipped': object
  'handBack.confirmedBy.never-asked': object
  'handBack.confirmedBy.account-list-empty': object
  'handBack.confirmedBy.code-worked': object
  'handBack.confirmedBy.other-sim-works': object
  'handBack.signsIn': { readonly who: string | number }
  'handBack.carrierUnlocked': { readonly carrier: string | number; readonly supplier: string | number }
  'handBack.carrierUnlockedByCode': { readonly carrier: string | number; readonly supplier: string | number; readonly code: string | number }
  'handBack.whatWasDone': object
  'handBack.did.cache-cleared': object
  'handBack.did.system-installed': object
  'handBack.did.by-recovery': object
  'handBack.did.by-settings': object
  'handBack.did.nothing-deleted': object
  'handBack.notReadAgain': object
  'handBack.forNextTime': object
  'handBack.advice.address': object
  'handBack.advice.remote': object
  'handBack.advice.beforeSelling': object
  'handBack.advice.backup': object
}
