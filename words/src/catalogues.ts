// Written by scripts/words.mjs from words/languages.

/** What each language calls itself. */
export const OWN_NAMES = {
  en: 'English',
  de: 'Deutsch',
  es: 'Español',
  fr: 'Français',
} as const

/** Fetched by a page when it is wanted: nobody reads all of them. */
export const FETCHED = {
  en: () => import('../languages/en.json', { with: { type: 'json' } }),
  de: () => import('../languages/de.json', { with: { type: 'json' } }),
  es: () => import('../languages/es.json', { with: { type: 'json' } }),
  fr: () => import('../languages/fr.json', { with: { type: 'json' } }),
} as const

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
  'handBack.confirmedHow': { readonly how: string | number }
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
  'action.ask-first': object
  'action.remember': object
  'action.remote-unlock': object
  'action.recover-account': object
  'action.seller-removes-account': object
  'action.reset-from-settings': object
  'action.clear-cache': object
  'action.install-system-again': object
  'action.reset-from-recovery': object
  'action.sign-in': object
  'action.account-page': object
  'action.carrier-free': object
  'action.carrier-order': object
  'action.makers-service': object
  'action.authorised-release': object
  'action.leave-it': object
  'action.refuse': object
  'action.nothing-left': object
  'action.to-be-started': object
  'actionShort.ask-first': object
  'actionShort.remember': object
  'actionShort.remote-unlock': object
  'actionShort.recover-account': object
  'actionShort.seller-removes-account': object
  'actionShort.reset-from-settings': object
  'actionShort.clear-cache': object
  'actionShort.install-system-again': object
  'actionShort.reset-from-recovery': object
  'actionShort.sign-in': object
  'actionShort.account-page': object
  'actionShort.carrier-free': object
  'actionShort.carrier-order': object
  'actionShort.makers-service': object
  'actionShort.authorised-release': object
  'actionShort.leave-it': object
  'actionShort.refuse': object
  'reason.ownership-not-shown': object
  'reason.agreement-refused': object
  'reason.no-complaint-yet': object
  'reason.customer-wishes': object
  'reason.stranger-account': object
  'reason.stranger-service': object
  'reason.secret-known': object
  'reason.remote-unlock-ready': object
  'reason.remote-unlock-maybe': object
  'reason.entries-left': object
  'reason.cache-first': object
  'reason.system-file': object
  'reason.password-first': object
  'reason.secret-forgotten': object
  'reason.trouble-stays': object
  'reason.broken-key': object
  'reason.no-way-into-recovery': object
  'reason.asks-for-account': object
  'reason.account-page': object
  'reason.authorised-release': object
  'reason.only-carrier-lock': object
  'reason.carrier-first': object
  'reason.not-worth-it': object
  'reason.nothing-left': object
  'barred.no-hazard': object
  'barred.not-reported': object
  'barred.theirs': object
  'barred.not-work-managed': object
  'barred.no-legal-matter': object
  'barred.ownership': object
  'barred.account-question': object
  'barred.agreement': object
  'barred.battery': object
  'barred.right-device': object
  'barred.proof-of-purchase': object
  'check.no-hazard': object
  'check.not-reported': object
  'check.theirs': object
  'check.not-work-managed': object
  'check.proof-of-purchase': object
  'check.no-legal-matter': object
  'check.ownership': object
  'check.account-question': object
  'check.agreement': object
  'check.battery': object
  'check.right-device': object
  'checkTodo.no-hazard': object
  'checkTodo.not-reported': object
  'checkTodo.theirs': object
  'checkTodo.not-work-managed': object
  'checkTodo.proof-of-purchase': object
  'checkTodo.no-legal-matter': object
  'checkTodo.ownership': object
  'checkTodo.account-question': object
  'checkTodo.agreement': object
  'checkTodo.battery': object
  'checkTodo.right-device': object
  'checkState.passed': object
  'checkState.waived': object
  'notCovered.agreement-keeps-data': object
  'notCovered.gentler-first': object
  'stage.take-in': object
  'stage.prepare': object
  'stage.into-recovery': object
  'stage.gentler': object
  'stage.reset': object
  'stage.first-start': object
  'stage.account': object
  'stage.carrier': object
  'stage.hand-back': object
  'note.nothing-deleted': object
  'note.all-data-gone': object
  'note.data-perhaps-gone': object
  'note.will-ask-for-account': object
  'note.asks-for-account': object
  'note.will-not-ask': object
  'note.may-ask-for-account': object
  'note.may-ask-after-recovery': object
  'note.order-needed': object
  'note.ask-the-carrier': object
  'lockState.locked': object
  'lockState.clear': object
  'lockState.will-appear': object
  'lockState.unknown': object
  'lockState.not-there': object
  'before.move-the-sim': object
  'before.keep-the-esim-line': object
  'before.bring-the-other-device': object
  'before.find-the-codes': object
  'before.open-the-mail-elsewhere': object
  'before.ask-for-the-address': object
  'before.ask-how-it-comes': object
  'before.take-the-card-out': object
  'before.look-for-a-card': object
  'before.esim-may-go': object
  'before.ask-for-the-esim': object
  'before.backup-comes-back': object
  'before.no-backup': object
  'before.ask-for-the-backup': object
  'before.take-the-account-off': object
  'beforeShort.move-the-sim': object
  'beforeShort.keep-the-esim-line': object
  'beforeShort.bring-the-other-device': object
  'beforeShort.find-the-codes': object
  'beforeShort.open-the-mail-elsewhere': object
  'beforeShort.ask-for-the-address': object
  'beforeShort.ask-how-it-comes': object
  'beforeShort.take-the-card-out': object
  'beforeShort.look-for-a-card': object
  'beforeShort.esim-may-go': object
  'beforeShort.ask-for-the-esim': object
  'beforeShort.backup-comes-back': object
  'beforeShort.no-backup': object
  'beforeShort.ask-for-the-backup': object
  'beforeShort.take-the-account-off': object
  'bring.device': object
  'bring.charger-cable': object
  'bring.person-themselves': object
  'bring.guardian': object
  'bring.receipt-or-box': object
  'bring.account-password': object
  'bring.phone-of-the-second-step': object
  'bring.backup-codes': object
  'bring.mail-elsewhere': object
  'bring.spare-phone-for-the-sim': object
  'bring.sim-of-another-carrier': object
  'bring.screen-lock-known': object
  'bring.imei': object
  'bring.carriers-terms': object
  'change.first': { readonly to: string | number }
  'change.other-first': { readonly to: string | number; readonly from: string | number }
  'change.refused': object
  'change.fallback-out': { readonly from: string | number }
  'change.fallback-new': { readonly to: string | number }
  'change.fallback-other': { readonly to: string | number; readonly from: string | number }
  'change.afterwards-no-more': { readonly from: string | number }
  'change.afterwards-new': { readonly to: string | number }
  'change.price': object
  'change.agreement-void': object
  'change.because': { readonly facts: string | number }
  'worse.storage': object
  'worse.account': object
  'worse.carrier': object
  'worse.memory-card': object
  'worse.esim': object
  'worse.makers-service': object
  'worse.price': object
  'accountWhy.asks-already': object
  'accountWhy.no-reset': object
  'accountWhy.reset-from-settings': object
  'accountWhy.system-before-the-lock': object
  'accountWhy.family-does-not-ask': object
  'accountWhy.no-account': object
  'accountWhy.account-on-it': object
  'accountWhy.account-not-known': object
  'accountWho.customer': object
  'accountWho.old-screen-lock': object
  'accountWho.password-first': object
  'accountWho.previous-owner': object
  'accountWho.not-known': object
  'accountWait.exactly': { readonly hours: number }
  'accountWait.between': { readonly from: string | number; readonly to: number }
  'secondStepAfter.esim': object
  'secondStepAfter.sim': object
  'answer.yes': object
  'answer.no': object
  'answer.unknown': object
  'answer.complaint.forgotten-lock': object
  'answer.complaint.too-many-entries': object
  'answer.complaint.restarts-into-recovery': object
  'answer.complaint.freezes': object
  'answer.complaint.second-hand': object
  'answer.complaint.for-sale': object
  'answer.complaint.carrier-lock-only': object
  'answer.hazard.none': object
  'answer.hazard.swollen-battery': object
  'answer.hazard.hot-battery': object
  'answer.hazard.liquid': object
  'answer.hazard.burnt-smell': object
  'answer.deviceHere.yes': object
  'answer.deviceHere.no': object
  'answer.battery.at-least-20': object
  'answer.battery.below-20': object
  'answer.battery.external-power': object
  'answer.screenLock.pin': object
  'answer.screenLock.pattern': object
  'answer.screenLock.password': object
  'answer.screenLock.none': object
  'answer.wrongEntries.2': object
  'answer.wrongEntries.7': object
  'answer.wrongEntries.15': object
  'answer.wrongEntries.40': object
  'answer.secondStep.other-device': object
  'answer.secondStep.sim-in-this-device': object
  'answer.secondStep.mail': object
  'answer.secondStep.backup-codes': object
  'answer.secondStep.not-set-up': object
  'answer.dataWorth.none': object
  'answer.dataWorth.some': object
  'answer.dataWorth.precious': object
  'answer.whose.own': object
  'answer.whose.childs-guardian-here': object
  'answer.whose.childs-no-guardian': object
  'answer.whose.somebody-elses': object
  'answer.ownership.receipt': object
  'answer.ownership.box': object
  'answer.ownership.account': object
  'answer.ownership.id': object
  'answer.ownership.shown': object
  'answer.ownership.not-shown': object
  'answer.registryAnswer.clean': object
  'answer.registryAnswer.reported': object
  'answer.registryAnswer.no-answer': object
  'answer.wish.remember': object
  'answer.wish.remote-unlock': object
  'answer.wish.clear-cache': object
  'answer.wish.reset-from-recovery': object
  'answer.wish.makers-service': object
  'answer.wish.leave-it': object
  'fact.modelId': object
  'fact.systemVersion': object
  'fact.behavesAsSystem': object
  'fact.complaint': object
  'fact.hazard': object
  'fact.deviceHere': object
  'fact.powersOn': object
  'fact.keysWork': object
  'fact.screenWorks': object
  'fact.portCarriesData': object
  'fact.battery': object
  'fact.workManaged': object
  'fact.legalMatter': object
  'fact.whose': object
  'fact.ownership': object
  'fact.ownershipNote': object
  'fact.proofOfPurchase': object
  'fact.sellerReachable': object
  'fact.imei': object
  'fact.imeiSecond': object
  'fact.boxImei': object
  'fact.serialNumber': object
  'fact.registryAnswer': object
  'fact.registryReason': object
  'fact.wish': object
  'fact.screenLock': object
  'fact.knowsScreenLock': object
  'fact.wrongEntries': object
  'fact.countsDown': object
  'fact.wipesItself': object
  'fact.remoteUnlockSetUp': object
  'fact.online': object
  'fact.accountOnDevice': object
  'fact.knowsAccountPassword': object
  'fact.secondStep': object
  'fact.accountAddress': object
  'fact.passwordChangedLately': object
  'fact.dataWorth': object
  'fact.memoryCard': object
  'fact.esimProfile': object
  'fact.carrierLocked': object
  'fact.originalCarrier': object
  'fact.carrierCountry': object
  'fact.contractRunning': object
  'fact.backup': object
  'fact.customerLanguage': object
  'ask.customer': object
  'ask.modelId': object
  'ask.systemVersion': object
  'ask.behavesAsSystem': object
  'ask.complaint': object
  'ask.hazard': object
  'ask.deviceHere': object
  'ask.powersOn': object
  'ask.keysWork': object
  'ask.screenWorks': object
  'ask.portCarriesData': object
  'ask.battery': object
  'ask.workManaged': object
  'ask.legalMatter': object
  'ask.whose': object
  'ask.ownership': object
  'ask.ownershipNote': object
  'ask.proofOfPurchase': object
  'ask.sellerReachable': object
  'ask.imei': object
  'ask.imeiSecond': object
  'ask.boxImei': object
  'ask.serialNumber': object
  'ask.registryAnswer': object
  'ask.registryReason': object
  'ask.wish': object
  'ask.screenLock': object
  'ask.knowsScreenLock': object
  'ask.wrongEntries': object
  'ask.countsDown': object
  'ask.wipesItself': object
  'ask.remoteUnlockSetUp': object
  'ask.online': object
  'ask.accountOnDevice': object
  'ask.knowsAccountPassword': object
  'ask.secondStep': object
  'ask.accountAddress': object
  'ask.passwordChangedLately': object
  'ask.dataWorth': object
  'ask.memoryCard': object
  'ask.esimProfile': object
  'ask.carrierLocked': object
  'ask.originalCarrier': object
  'ask.carrierCountry': object
  'ask.contractRunning': object
  'ask.backup': object
  'ask.customerLanguage': object
  'hint.hazard': object
  'hint.whose': object
  'hint.knowsScreenLock': object
  'hint.wrongEntries': object
  'hint.wipesItself': object
  'hint.accountOnDevice': object
  'hint.secondStep': object
  'hint.accountAddress': object
  'hint.memoryCard': object
  'hint.esimProfile': object
  'hint.carrierLocked': object
  'hint.originalCarrier': object
  'hint.backup': object
  'hint.registryAnswer': object
  'hint.registryReason': object
  'why.safety': object
  'why.first': object
  'why.may-change-the-route': object
  'why.opens-a-gate': object
  'why.to-sign': object
  'why.for-the-order': object
  'why.too-late-after': object
  'factState.not-asked': object
  'factState.recorded': object
  'chance.none': object
  'agreementPage.language': object
  'agreementPage.turn': object
  'agreementPage.back': object
  'agreementPage.nameMissing': object
  'agreementPage.forCounter': object
  'agreementPage.print': object
  'agreementPage.onPaper': object
  'agreementPage.onTelephone': object
  'agreementPage.notRecorded': object
  'askNow.now': object
  'askNow.versionUnknown': object
  'askNow.behavesLike': { readonly family: string | number }
  'askNow.notInCatalogue': object
  'askNow.findFamily': object
  'askNow.next': object
  'askNow.later': object
  'askNow.nothingMore': object
  'askNow.nothingChanges': object
  'askNow.togetherWith': { readonly question: string | number }
  'askNow.value': { readonly amount: string | number }
  'keyboard.enter': object
  'boxImei.same': object
  'boxImei.perhaps-other-slot': object
  'boxImei.misread': object
  'boxImei.different': object
  'boxImei.unreadable': object
  'condition.left': object
  'condition.markWith': object
  'condition.kind': object
  'condition.note': object
  'condition.inFewWords': object
  'condition.drawing': object
  'condition.front': object
  'condition.back': object
  'condition.zone.front': { readonly row: string; readonly column: string }
  'condition.zone.back': { readonly row: string; readonly column: string }
  'mark.scratch': object
  'mark.crack': object
  'mark.dent': object
  'mark.missing': object
  'markLetter.scratch': object
  'markLetter.crack': object
  'markLetter.dent': object
  'markLetter.missing': object
  'counter.where': object
  'counter.registry': object
  'counter.ownership': object
  'counter.condition': object
  'counter.documents': object
  'counter.wholeJob': object
  'counter.stillNeeded': { readonly fact: string | number }
  'counter.nameNeeded': object
  'counter.waitsForDevice': object
  'counter.handBackAsIs': object
  'counter.showAgreement': object
  'counter.deviceHere': object
  'counter.telephone': object
  'counter.recording': object
  'counter.allRecorded': object
  'goTo.counter': object
  'goTo.bench': object
  'goTo.account-lock': object
  'goTo.carrier-lock': object
  'goTo.hand-back': object
  'goTo.closed': object
  'customer.name': object
  'customer.contact': object
  'ownershipFile.choose': object
  'ownershipFile.label': object
  'ownershipFile.kept': object
  'ownershipFile.remove': object
  'ownershipFile.sending': { readonly name: string | number }
  'ownershipFile.removeNamed': { readonly name: string | number }
  'facts.stillOpen': object
  'facts.mostUseful': object
  'facts.known': object
  'facts.more': object
  'hazard.stop': object
  'hazard.look': object
  'waive.reason': object
  'waive.reasonHint': object
  'waive.code': object
  'waive.codeHint': object
  'waive.waive': object
  'waive.may': object
  'waive.waivedBy': { readonly check: string | number; readonly person: string | number; readonly reason: string | number }
  'documents.tag': object
  'documents.tagCode': object
  'documents.receipt': object
  'documents.signed': object
  'documents.inLanguage': object
  'documents.language': object
  'documents.toSign': object
  'documents.toSeller': object
  'documents.activation': object
  'registry.ask': object
  'registry.withReport': { readonly fee: string | number }
  'registry.asking': object
  'registry.needsImei': object
  'registry.lookForMail': object
  'registry.asFile': object
  'mailbox.read': object
  'mailbox.away': object
  'mailbox.none': object
  'beside.void': object
  'beside.signAgain': { readonly what: string | number }
  'beside.toBring': object
  'beside.sayBring': object
  'beside.account': object
  'whichKey.label': object
  'whichKey.ask': object
  'whichKey.how': object
  'wrongEntries.exactly': object
  'wrongEntries.exactlyLabel': object
  'wrongEntries.moreLabel': object
  'wrongEntries.willWipe': object
  'wrongEntries.mayWipe': object
  'wrongEntries.next': { readonly wait: string }
  'wrongEntries.moreTake': { readonly wait: string | number }
  'promise.by': { readonly late: string | number; readonly usual: string | number }
  'promise.byAlways': { readonly late: string | number }
  'doing.agreement': object
  'doing.condition': object
  'doing.removingFile': object
  'doing.waiving': { readonly check: string | number }
  'doing.registry': object
  'app.serverAway': object
  'app.opening': object
  'app.away': { readonly waiting: number }
  'beforeReset.title': object
  'codePhoto.photo': object
  'codePhoto.camera': object
  'codePhoto.closeCamera': object
  'codePhoto.twoSlots': object
  'codePhoto.useBoth': object
  'codePhoto.use': object
  'codePhoto.isBox': object
  'codePhoto.unreadable': object
  'codePhoto.noCode': object
  'codePhoto.noImei': object
  'codePhoto.reading': object
  'codePhoto.noCamera': object
  'conflict.title': object
  'conflict.both': object
  'conflict.what': object
  'conflict.theirs': object
  'conflict.mine': object
  'conflict.overwrite': object
  'conflict.keepTheirs': object
  'conflict.customer.name': object
  'conflict.customer.contact': object
  'countryField.none': object
  'countryField.hint': object
  'devicePicture.keys': { readonly keys: string | number }
  'devicePicture.keysTurned': { readonly keys: string | number }
  'deviceScreen.label': object
  'secret.looksLike': { readonly found: string | number }
  'secret.neverKept': object
  'secret.remove': object
  'secret.keep': object
  'imei.useModel': object
  'imei.empty': object
  'imei.notDigit': { readonly found: string | number }
  'imei.length': { readonly found: number }
  'imei.zeros': object
  'imei.checkDigit': { readonly expected: string | number; readonly found: string | number }
  'imei.withVersion': { readonly version: string | number; readonly imei: string | number }
  'imei.withoutCheck': { readonly digit: string | number }
  'imei.valid': { readonly imei: string | number }
  'imei.swapped': { readonly first: string | number; readonly second: string | number }
  'imei.oneDigit': { readonly at: string | number; readonly meant: string | number; readonly read: string | number }
  'imei.dropped': { readonly at: string | number; readonly meant: string | number }
  'imei.doubled': { readonly at: string | number }
  'imei.knownModel': object
  'imei.belongsTo': { readonly model: string | number }
  'jobFrame.keptHere': object
  'keyHelp.title': object
  'keyHelp.close': object
  'menu.oneAtATime': object
  'menu.label': object
  'menu.here': object
  'menu.goHere': object
  'modelFinder.label': object
  'modelFinder.hint': object
  'modelFinder.none': object
  'basis.title': object
  'basis.unanswered': object
  'basis.more': { readonly count: number }
  'basis.unchanged': { readonly figures: string | number }
  'basis.answer': { readonly answer: string | number; readonly chance: string | number; readonly figure: string | number }
  'basis.notPossible': object
  'basis.source': object
  'basis.sourceOwnTimes': object
  'figures.title': object
  'figures.inAll': object
  'figures.inAllColon': object
  'figures.dataLost': object
  'figures.atBench': object
  'figures.takes': object
  'figures.nineInTen': object
  'figures.price': object
  'figures.ifNot': object
  'figures.readyIn': object
  'figures.deposit': object
  'figures.minutes': { readonly minutes: string | number }
  'figures.range': { readonly least: string | number; readonly most: string | number }
  'figures.nothing': object
  'figures.told': { readonly solved: string | number; readonly half: string | number; readonly late: string | number; readonly price: string | number; readonly deposit: string | number }
  'figures.atOnce': object
  'figures.less': object
  'figures.close': object
  'figures.why': object
  'ends.works-data-kept': object
  'ends.works-data-gone': object
  'ends.carrier-lock-stays': object
  'ends.account-lock-stays': object
  'ends.not-solved': object
  'route.title': object
  'route.handedBack': object
  'route.helps': { readonly chance: string | number }
  'route.after': object
  'deleted.no': object
  'deleted.by-recovery': object
  'deleted.by-settings': object
  'stageState.done': object
  'stageState.now': object
  'stageState.later': object
  'timer.tooLong': object
  'timer.usual': { readonly median: string | number; readonly least: string | number; readonly most: string | number }
  'timer.lastOnes': { readonly count: number; readonly median: string | number; readonly least: string | number; readonly most: string | number }
  'timers.label': object
  'timers.look': object
  'timers.due': { readonly count: string | number }
  'rail.label': object
  'rail.changePerson': object
  'supervisor.only': { readonly what: string }
  'supervisor.change': object
  'switchPerson.title': object
  'switchPerson.code': object
  'switchPerson.signOut': object
  'switchPerson.takeOver': object
  'switchPerson.language': object
  'signIn.name': object
  'signIn.password': object
  'signIn.signIn': object
  'station.counter': object
  'station.bench': object
  'station.account-lock': object
  'station.carrier-lock': object
  'station.hand-back': object
  'station.closed': object
  'station.jobs': object
  'station.playbook': object
  'station.settings': object
  'jobs.none': object
  'jobs.since': { readonly at: string | number }
  'jobs.waitsUntil': { readonly for: string | number; readonly day: string | number }
  'jobs.waitsMore': { readonly for: string | number; readonly time: string | number }
  'jobs.waitsOver': { readonly for: string | number }
  'waits.charging': object
  'waits.wipe': object
  'waits.first-start': object
  'waits.carrier': object
  'waits.account': object
  'jobs.search': object
  'jobs.searchHint': object
  'jobs.more': object
  'jobs.noneFits': object
  'jobs.checkIn': object
  'shelf.charging.then': object
  'shelf.charging.due': object
  'shelf.wipe.then': object
  'shelf.wipe.due': object
  'shelf.first-start.then': object
  'shelf.first-start.due': object
  'shelf.carrier.due': object
  'shelf.account.due': object
  'shelf.tooLong': object
  'shelf.shouldBeDone': object
  'jobs.noModel': object
  'jobs.noName': object
  'howAgreed.signature': object
  'howAgreed.paper': object
  'howAgreed.telephone': object
  'order.waiting': object
  'order.answered': object
  'order.released': object
  'order.blocked': object
  'order.failed': object
  'order.entriesMade': { readonly count: number }
  'order.codeTaken': object
  'order.codeRefused': object
  'orderAnswer.code': object
  'orderAnswer.over-the-air': object
  'orderAnswer.app': object
  'orderHow.code': object
  'orderHow.over-the-air': object
  'orderHow.app': object
  'orderHow.account': object
  'event.opened': object
  'event.facts': object
  'event.answered': object
  'event.chose-method': object
  'event.attempt-started': object
  'event.attempt-reached': object
  'event.attempt-failed': object
  'event.attempt-left': object
  'event.attempt-told': object
  'event.key-tested': object
  'event.charging-started': object
  'event.charging-ended': object
  'event.recovery-again': object
  'event.remote-unlock': object
  'event.in-recovery': object
  'event.back-to-keys': object
  'event.right-device': object
  'event.released': object
  'event.revealed': object
  'event.account-taken-off': object
  'event.taken-back': object
  'event.wipe-started': object
  'event.wipe-finished': object
  'event.first-start': object
  'event.set-up': object
  'event.screen-lifted': object
  'event.account-proven': object
  'event.account-confirmed': object
  'event.order-placed': object
  'event.account-release-ordered': object
  'event.order-answered': object
  'event.order-code-entered': object
  'event.order-proven': object
  'event.order-failed': object
  'event.handed-back': object
  'event.did-not-help': object
  'event.agreement-signed': object
  'event.agreement-refused': object
  'event.gate-opened': object
  'event.check-waived': object
  'event.intake': object
  'event.intake-recorded': object
  'event.evidence': object
  'event.evidence-removed': object
  'event.file-kept': object
  'event.file-removed': object
  'event.registry': object
  'lifted.remembered': object
  'lifted.remote-unlock': object
  'lifted.settings': object
  'lifted.cache-cleared': object
  'lifted.system-installed': object
  'breach.deleted-by-recovery': object
  'breach.deleted-by-settings': object
  'breach.attempt': object
  'breach.lifted': object
  'breachWithout.reported': object
  'breachWithout.barred': object
  'breachWithout.right-not-shown': object
  'breachWithout.agreement': object
  'breachWithout.not-revealed': object
  'versions.both': { readonly problem: string | number; readonly theirs: string | number; readonly mine: string | number }
  'account.confirmed': object
  'account.ownHands': object
  'account.onlyAtWizard': object
  'accountProof.signed-in': object
  'accountProof.step-skipped': object
  'accountProof.never-asked': object
  'carrier.whatWasAsked': object
  'carrier.handBackOn': object
  'orderDesk.accountTerms': object
  'orderDesk.rightSlot': object
  'orderDesk.recordAtCounter': object
  'orderDesk.order': object
  'orderDesk.noSupplier': { readonly carrier: string | number; readonly carriers: string | number }
  'orderDesk.between': { readonly first: string | number; readonly last: string | number }
  'orderDesk.workingDays': { readonly least: string | number; readonly most: string | number; readonly country: string | number }
  'orderDesk.unknownCarrier': object
  'orderDesk.unknownCountry': { readonly carrier: string | number }
  'orderDesk.noAnswer': object
  'orderView.ordered': { readonly at: string | number; readonly fee: string | number }
  'orderView.released': object
  'orderView.refused': object
  'orderView.code': object
  'orderView.codeHint': object
  'orderView.saveCode': object
  'orderView.overTheAir': object
  'orderView.app': object
  'orderView.failed': object
  'orderView.entries': { readonly made: string | number; readonly allowed: string | number; readonly left: string | number }
  'orderView.accepted': object
  'orderView.codeRefused': object
  'orderView.promised': { readonly first: string | number; readonly last: string | number }
  'orderView.head': { readonly supplier: string | number; readonly what: string | number }
  'orderView.wrongLength': { readonly count: number }
  'orderView.digitsOnly': object
  'orderView.dial': { readonly code: string | number }
  'orderView.simRegisters': object
  'handBackPage.done': object
  'handBackPage.whoSignsIn': object
  'handBackPage.whoHint': object
  'handBackPage.given': object
  'handBackPage.what': object
  'handBackPage.whatHint': object
  'handBackPage.tell': object
  'handBackPage.close': object
  'handBackPage.document': object
  'handBackPage.mostAgreed': { readonly most: string | number }
  'handBackPage.nothingAgreed': object
  'statement.confirmed-off': object
  'statement.on': object
  'statement.not-tested': object
  'statement.none': object
  'statement.not-part-of-this-job': object
  'jobPage.history': object
  'jobPage.useNewer': object
  'jobPage.refused': { readonly at: string | number }
  'jobPage.forSupervisor': object
  'jobPage.catalogue': { readonly version: string | number }
  'jobPage.newer': { readonly version: string | number; readonly newer: string | number }
  'jobPage.agreed': { readonly how: string | number; readonly language: string | number; readonly at: string | number; readonly isThere: string; readonly person: string | number; readonly isVoid: string }
  'jobPage.customer': object
  'jobPage.fact': { readonly fact: string | number; readonly answer: string | number }
  'document.agreement': object
  'away.stepWaits': object
  'away.notRecorded': object
  'away.noAnswer': object
  'away.unreadable': object
  'away.fileNotKept': object
  'away.importUnknown': object
  'keyHelp.escape': object
  'keyHelp.heldKeys': object
  'keyHelp.reveal': object
  'keyHelp.scanner': object
  'keyHelp.help': object
  'keyboard.digits': object
  'keyboard.digitsHeld': object
  'keyboard.escape': object
  'keyboard.space': object
  'keyboard.holdEnter': object
  'keyboard.scanner': object
  'problem.sign-in-limit': object
  'problem.not-signed-in': object
  'problem.import-refused': { readonly at: string; readonly because: string | number; readonly more: number }
  'problem.no-catalogue': object
  'problem.no-catalogue-version': { readonly id: string | number }
  'problem.import-cancelled': object
  'problem.catalogue-changed': object
  'problem.catalogue-changed-by': { readonly note: string | number; readonly person: string | number }
  'problem.signature-unreadable': object
  'problem.database-busy': object
  'problem.nothing-signed': object
  'problem.no-such-file': object
  'problem.no-such-mail': object
  'problem.not-handed-back': object
  'problem.no-such-family': object
  'problem.nothing-here': object
  'problem.no-answer-in-time': object
  'problem.not-json': object
  'problem.too-large': object
  'problem.old-token': object
  'problem.nothing-stored': object
  'problem.unreadable': object
  'problem.fault': { readonly id: string | number }
  'problem.field': { readonly field: string | number; readonly because: string | number }
  'problem.does-not-fit': object
  'problem.file-empty': object
  'problem.file-too-large': object
  'problem.file-kind': object
  'problem.picture-unreadable': object
  'problem.no-such-job': { readonly id: string | number }
  'problem.job-changed': object
  'problem.of-another-job': object
  'problem.version-missing': object
  'problem.no-such-cable': { readonly number: string | number }
  'problem.no-maker-service': object
  'problem.no-such-order': object
  'problem.no-such-service': object
  'problem.no-price-list': object
  'problem.no-such-price-list': { readonly id: string | number }
  'problem.reading-too-long': { readonly minutes: number }
  'problem.reading-too-large': object
  'problem.others-import': object
  'problem.not-utf8': object
  'problem.no-registry': object
  'problem.wrong-name-or-password': object
  'problem.nobodys-code': object
  'problem.supervisor-only': { readonly what: string }
  'refusal.job-closed': object
  'refusal.looks-like-secret': { readonly found: string | number }
  'refusal.stays-once-said': { readonly fact: string | number }
  'refusal.report-stands': object
  'refusal.reported': object
  'refusal.no-work': { readonly because: string | number }
  'refusal.checks-missing': { readonly checks: string | number }
  'refusal.check-because': { readonly check: string | number; readonly because: string | number }
  'refusal.registry-being-asked': object
  'refusal.no-imei': object
  'refusal.customer-name-missing': object
  'refusal.text-is-old': object
  'refusal.signature-missing': object
  'refusal.not-by-telephone': object
  'refusal.not-a-supervisor': { readonly name: string | number }
  'refusal.begun': object
  'refusal.not-yet': object
  'refusal.no-such-method': object
  'refusal.model-missing': object
  'refusal.other-device': { readonly read: string | number; readonly wanted: string | number }
  'refusal.account-still-on-it': object
  'refusal.something-stands-on-it': object
  'refusal.nothing-to-take-back': object
  'refusal.supervisor-takes-back': object
  'refusal.attempt-elsewhere': object
  'refusal.attempt-unknown': object
  'refusal.attempt-ended': { readonly outcome: string }
  'refusal.ended-before-start': object
  'refusal.not-at-the-wizard': object
  'refusal.order-under-way': { readonly state: string }
  'refusal.other-carrier': { readonly wanted: string | number; readonly service: string | number }
  'refusal.order-unknown': object
  'refusal.order-changed-meanwhile': object
  'refusal.order-not-so': { readonly state: string }
  'refusal.account-confirmed': object
  'refusal.account-not-asked': object
  'refusal.answer-not-of-this-lock': object
  'refusal.code-missing': object
  'refusal.answer-has-no-code': object
  'refusal.request-of-another-job': object
  'refusal.file-unknown': object
  'refusal.too-many-files': { readonly most: string | number }
  'refusal.not-so': { readonly lock: string | number }
  'refusal.other-currency': { readonly currency: string | number }
  'advice.title': object
  'advice.works': object
  'advice.nothing': object
  'advice.recovery': object
  'advice.numbers': object
  'advice.forRepair': object
  'advice.cause': { readonly chance: string | number; readonly cause: string | number; readonly todo: string | number }
  'advice.option': { readonly what: string | number; readonly chance: string | number; readonly time: string | number }
  'after.wiping': object
  'after.keepPower': object
  'after.wipingOver': object
  'after.wipedRestart': object
  'after.wipedStarts': object
  'after.cableOut': object
  'after.firstStart': object
  'after.recoveryAgain': object
  'after.loop': object
  'after.wizard': object
  'after.compare': object
  'alreadyAt.label': object
  'alreadyAt.fromThere': { readonly page: string | number }
  'alreadyAt.noKeys': { readonly page: string | number }
  'alreadyAt.showKeys': object
  'benchPage.noWork': object
  'benchPage.why': object
  'benchPage.wrong': object
  'benchPage.notInRecovery': object
  'benchPage.didNotWork': object
  'benchPage.nameOnly': object
  'benchPage.toPlaybook': object
  'benchPage.teach': object
  'cameBack.restart': { readonly line: string | number }
  'cameBack.clearCache': { readonly line: string | number }
  'cameBack.resetAgain': object
  'cameBack.repair': object
  'cameBack.why': { readonly times: number; readonly cause: string; readonly chance: string | number }
  'cameBack.thenRestart': object
  'cameBack.cacheTried': object
  'cameBack.bothTried': object
  'charge.has20': object
  'charge.onCharge': { readonly least: string | number; readonly most: string | number }
  'charge.first': { readonly time: string | number }
  'dryRun.title': object
  'dryRun.reached': { readonly place: string | number }
  'dryRun.holdNumbers': object
  'dryRun.about': { readonly seconds: string | number; readonly count: number }
  'dryRun.onCable': object
  'dryRun.change': object
  'dryRun.folded': object
  'dryRun.tap': { readonly label: string | number }
  'dryRun.again': object
  'dryRun.toDevice': object
  'checks.label': object
  'checks.before': object
  'checks.scan': object
  'checks.scanHint': object
  'checks.build': object
  'checks.compare': object
  'checks.inHand': { readonly read: string | number }
  'checks.onJob': { readonly ticket: string | number }
  'checks.record': object
  'gentle.remote1': object
  'gentle.remote2': object
  'gentle.recover1': object
  'gentle.recover2': object
  'gentle.recover3': object
  'gentle.settings1': object
  'gentle.listEmpty': object
  'gentle.gone': object
  'gentle.reveal': object
  'gentle.missing': { readonly count: number }
  'gentle.already': object
  'gentle.isReset': object
  'gentle.ownerTypes': { readonly count: number; readonly wait: string }
  'gentle.isReset.note': object
  'keys.whatSeen': object
  'keys.tooEarly': { readonly sign: string | number }
  'keys.room': { readonly room: string | number }
  'keys.notVerified': object
  'keys.onlyIfNothing': { readonly why: string | number }
  'keys.broken': { readonly keys: string | number }
  'keys.ifItAnswers': object
  'keys.systemHint': object
  'keys.nextSign': object
  'keys.dryRun': object
  'keys.inRecovery': object
  'keys.beeps': object
  'keys.speech': object
  'keys.flash': object
  'keys.countIn': { readonly seconds: string | number }
  'keys.keepLooking': object
  'keys.beginsWith': { readonly start: string | number }
  'keys.chooseWithout': object
  'keys.noneWithout': object
  'keys.safeMode': { readonly path: string | number }
  'flash.press': object
  'flash.slide': object
  'flash.let-go': object
  'flash.plug': object
  'flash.tick': object
  'menus.leftLabel': object
  'menus.look': object
  'menus.leavesAfter': { readonly seconds: string | number }
  'menus.stillPressed': object
  'menus.shows': { readonly page: string | number }
  'menus.isWiping': object
  'menus.clickOther': object
  'menus.leavesIn': { readonly seconds: string | number }
  'menus.keyPressed': object
  'menus.cacheSigned': object
  'menus.nothingDeleted': { readonly line: string | number }
  'menus.stopDeleting': object
  'menus.notFromHere': { readonly action: string | number; readonly line: string | number }
  'menus.noWay': object
  'menus.confirmation': object
  'menus.restartAndLook': object
  'menus.didNotHelp': object
  'menus.hold': object
  'menus.pressedAnyway': object
  'menus.neverCut': object
  'menus.updateChanged': object
  'menus.clickLine': object
  'menus.keepIt': { readonly key: string | number }
  'menus.wipeKeys': object
  'menus.toConfirmation': object
  'menus.fromHere': object
  'menus.onlyIfNot': object
  'menus.allGone': object
  'menus.allGoneAccount': object
  'menus.whoAnswers': { readonly who: string | number }
  'menus.owner': object
  'menus.knows': { readonly who: string | number }
  'menus.knowsNot': { readonly who: string | number }
  'menus.notAsked': { readonly who: string | number }
  'menus.code': { readonly how: string | number }
  'menus.clearsCache': { readonly line: string | number }
  'menus.repair-apps': { readonly line: string | number }
  'menus.start-safe-mode': { readonly line: string | number }
  'menus.installFirst': object
  'prep.title': object
  'prep.notNumbered': object
  'prep.number': { readonly number: string | number }
  'prep.onCable': object
  'prep.notSaid': object
  'prep.sayCable': object
  'prep.retire': object
  'prep.keysWork': object
  'prep.cable': object
  'prep.puck': object
  'prep.noAttempts': object
  'prep.attempts': { readonly reached: string | number; readonly tried: number }
  'prep.noData': object
  'prep.works': object
  'prep.broken': object
  'prep.notTested': object
  'remote.label': object
  'remote.noAnswer': object
  'remote.ask': object
  'remote.turn': object
  'remote.send': object
  'remote.locatingOff': object
  'remote.passwords': object
  'remote.locatingOn': object
  'remote.locatingIsOff': object
  'remoteState.waiting-for-owner': object
  'remoteState.signed-in': object
  'remoteState.unlocking': object
  'remoteState.unlocked': object
  'remoteState.unreachable': object
  'remoteState.refused': object
  'remoteState.expired': object
  'elsewhere.runs': { readonly person: string | number; readonly at: string | number }
  'elsewhere.shown': object
  'elsewhere.close': object
  'seen.label': object
  'seen.nothing': object
  'seen.onePress': object
  'seen.discard': object
  'seen.worked': { readonly place: string | number }
  'undo.undo': { readonly what: string | number }
  'undo.why': object
  'undo.whyHint': object
  'undo.doIt': object
  'undo.keep': object
  'attempts.title': object
  'attempts.reached': object
  'attempts.failed': object
  'attempts.left': object
  'attempts.running': object
  'unknownModel.which': object
  'unknownModel.kind': object
  'unknownModel.has': object
  'unknownModel.known': object
  'unknownModel.inRecovery': object
  'unknownModel.firstLines': object
  'unknownModel.tryThis': object
  'unknownModel.otherCable': object
  'unknownModel.quickest': object
  'unknownModel.families': object
  'unknownModel.possible': object
  'unknownModel.forget': object
  'unknownModel.numbered': { readonly number: string | number; readonly port: string | number }
  'unknownModel.on': { readonly link: string | number }
  'unknownModel.chances': { readonly count: number }
  'method.method': object
  'results.success': { readonly from: string | number; readonly to: string | number }
  'results.noAttempts': object
  'results.cable': { readonly number: string | number; readonly here: string | number; readonly attempts: string | number; readonly there: string | number; readonly others: string | number }
  'results.system': { readonly version: string | number; readonly here: string | number; readonly attempts: string | number; readonly there: string | number; readonly others: string | number }
  'results.cableName': { readonly number: string | number }
  'results.systemName': { readonly version: string | number }
  'results.nothingShown': { readonly what: string | number; readonly power: string | number }
  'whichSystem.label': object
  'whichSystem.unknown': object
  'whichSystem.stepsFor': object
  'whichSystem.next': object
  'whichSystem.asItCame': object
  'whichSystem.orLater': { readonly version: string | number }
  'whichSystem.likely': { readonly system: string | number; readonly chance: string | number }
  'benchButton.remember': object
  'benchButton.remote-unlock': object
  'benchButton.reset-from-settings': object
  'benchButton.recover-account': object
  'benchButton.clear-cache': object
  'benchButton.install-system-again': object
  'benchButton.account-taken-off': object
  'benchButton.back-to-keys': object
  'benchButton.wipe-finished': object
  'benchButton.first-start': object
  'benchButton.set-up': object
  'benchButton.start': object
  'benchButton.startNow': object
  'benchButton.seen': object
  'benchButton.confirmation': object
  'benchButton.isWiping': object
  'wayOn.inRecovery': object
  'wayOn.letGo': object
  'doing.undo': object
  'document.lock.screen': object
  'document.lock.account': object
  'document.lock.carrier': object
  'unknownModel.tellsApart': { readonly method: string | number }
  'unknownModel.tryMethod': { readonly method: string | number }
  'keys.notVerifiedShort': object
  'shopResults.title': object
  'shopResults.supervisorOnly': object
  'shopResults.otherFile': object
  'shopResults.about': object
  'shopResults.save': object
  'shopResults.imported': { readonly added: number; readonly known: string | number }
  'kit.title': object
  'kit.number': object
  'kit.fits': object
  'kit.looks': object
  'kit.worked': object
  'kit.last': object
  'kit.of': { readonly reached: string | number; readonly tried: string | number }
  'kit.retired': { readonly because: string | number }
  'kit.back': object
  'kit.retire': object
  'kit.look': object
  'kit.add': object
  'kit.tape': object
  'kit.isBack': { readonly number: string | number }
  'kit.isRetired': { readonly number: string | number }
  'kit.none': object
  'opening.title': object
  'opening.closed': object
  'opening.zone': object
  'opening.from': { readonly day: string | number }
  'opening.until': { readonly day: string | number }
  'opening.holidays': object
  'opening.region': object
  'settings.about': { readonly currency: string | number }
  'settings.supervisor': object
  'settings.save': object
  'settings.saved': object
  'settings.work': object
  'settings.fees': object
  'settings.values': object
  'settings.tax': object
  'settings.deposit': object
  'work.unlock-from-afar': object
  'work.reset-from-settings': object
  'work.clear-cache': object
  'work.install-system-again': object
  'work.reset-from-recovery': object
  'work.account-help': object
  'work.carrier-order': object
  'work.send-to-makers-service': object
  'fee.registryReport': object
  'fee.carrierOrderFrom': object
  'fee.carrierOrderTo': object
  'fee.makersService': object
  'value.workingDeviceMinor': object
  'value.releasedCarrierMinor': object
  'value.setUpAgainMinor': object
  'value.benchHourMinor': object
  'value.waitingDayMinor': object
  'value.wrongDeviceMinor': object
  'dataValue.none': object
  'dataValue.some': object
  'dataValue.precious': object
  'alreadyAt.orLeave': object
  'alreadyAt.leave': object
  'keyHelp.answerQuestion': object
  'keyHelp.registry': object
  'keyHelp.later': object
  'keyHelp.agreement': object
  'keyHelp.onPaper': object
  'keyHelp.checkIn': object
  'keyHelp.next': object
  'keyHelp.seenNow': object
  'keyHelp.wrong': object
  'keyHelp.notInRecovery': object
  'keyHelp.dryRun': object
  'keyHelp.whatSeen': object
  'keyHelp.nothingSeen': object
  'keyHelp.inRecovery': object
  'keyHelp.testAnswer': object
  'keyHelp.cable': object
  'keyHelp.fold': object
  'keyHelp.tap': object
  'keyHelp.again': object
  'keyHelp.toDevice': object
  'keyHelp.stepOn': object
  'keyHelp.stepBack': object
  'keyHelp.play': object
  'keyHelp.others': object
  'key.power': object
  'key.volume-up': object
  'key.volume-down': object
  'key.assistant': object
  'key.home': object
  'key.upper': object
  'key.lower': object
  'key.crown': object
  'key.own-key-1': object
  'key.own-key-2': object
  'key.own-key-3': object
  'sign.lock-screen': object
  'sign.power-menu': object
  'sign.dark': object
  'sign.logo': object
  'sign.charge-blank': object
  'sign.charge-percent': object
  'sign.robot': object
  'sign.bootloader-page': object
  'sign.download-page': object
  'sign.service-menu': object
  'sign.recovery-menu': object
  'sign.question': object
  'sign.typed-word': object
  'sign.account-warning': object
  'sign.text': object
  'sign.wiping': object
  'sign.first-start': object
  'sign.set-up': object
  'sign.short-buzz': object
  'sign.long-buzz': object
  'sign.off-buzz': object
  'until.lock-screen': object
  'until.power-menu': object
  'until.dark': object
  'until.logo': object
  'until.charge-blank': object
  'until.charge-percent': object
  'until.robot': object
  'until.bootloader-page': object
  'until.download-page': object
  'until.service-menu': object
  'until.recovery-menu': object
  'until.question': object
  'until.typed-word': object
  'until.account-warning': object
  'until.text': object
  'until.wiping': object
  'until.first-start': object
  'until.set-up': object
  'until.short-buzz': object
  'until.long-buzz': object
  'until.off-buzz': object
  'at.lock-screen': object
  'at.power-menu': object
  'at.dark': object
  'at.logo': object
  'at.charge-blank': object
  'at.charge-percent': object
  'at.robot': object
  'at.bootloader-page': object
  'at.download-page': object
  'at.service-menu': object
  'at.recovery-menu': object
  'at.question': object
  'at.typed-word': object
  'at.account-warning': object
  'at.text': object
  'at.wiping': object
  'at.first-start': object
  'at.set-up': object
  'at.short-buzz': object
  'at.long-buzz': object
  'at.off-buzz': object
  'link.none': object
  'link.charger': object
  'link.computer': object
  'link.data-headset': object
  'link.own-link-1': object
  'link.own-link-2': object
  'plug.none': object
  'plug.charger': object
  'plug.computer': object
  'plug.other': { readonly link: string | number }
  'start.on-locked': object
  'start.off': object
  'start.off-charging': object
  'start.looping': object
  'start.dead-battery': object
  'start.in-download': object
  'kind.phone': object
  'kind.tablet': object
  'kind.watch': object
  'edge.left': object
  'edge.right': object
  'edge.top': object
  'edge.bottom': object
  'port.usb-c': object
  'port.micro-usb': object
  'port.round-pin': object
  'port.contacts': object
  'source.tried-here': object
  'source.told-by-another-shop': object
  'source.makers-document': object
  'source.published-list': object
  'source.invented-for-the-demo': object
  'posture.open': object
  'posture.half-open': object
  'posture.shut': object
  'fold.open': object
  'fold.half-open': object
  'fold.shut': object
  'lane.cable': object
  'lane.hinge': object
  'lane.touch': object
  'step.then': { readonly one: string | number; readonly other: string | number }
  'step.keeping': { readonly move: string | number; readonly kept: string | number }
  'step.hold': { readonly keys: string | number }
  'step.keepUntil': { readonly keys: string; readonly until: string | number; readonly about: string }
  'step.keepFor': { readonly keys: string; readonly about: string | number }
  'step.count': { readonly keys: string; readonly count: string | number }
  'step.letGo': { readonly keys: string | number }
  'step.slide': { readonly from: string | number; readonly to: string | number }
  'step.press': { readonly held: string; readonly key: string | number; readonly times: number }
  'step.longPress': { readonly key: string | number }
  'step.tap': { readonly label: string | number }
  'step.type': { readonly word: string | number }
  'step.typeShown': object
  'step.choose': { readonly item: string | number; readonly line: string | number }
  'step.atSign': { readonly at: string | number; readonly actions: string | number }
  'step.afterCount': { readonly count: string | number; readonly actions: string | number }
  'step.afterTime': { readonly about: string | number; readonly actions: string | number }
  'about.one': { readonly seconds: string | number }
  'about.range': { readonly seconds: string | number; readonly from: string | number; readonly to: string | number }
  'room.afterSign': { readonly seconds: string | number }
  'room.notBefore': { readonly from: string | number }
  'room.notAfter': { readonly to: string | number }
  'room.between': { readonly from: string | number; readonly to: string | number }
  'menuLine.times': { readonly key: string | number; readonly times: string | number }
  'menuLine.inOneGo': { readonly times: number; readonly key: string | number }
  'menuLine.again': { readonly line: string | number; readonly times: string | number }
  'menuLine.long': { readonly key: string | number }
  'menuLine.held': { readonly kept: string | number; readonly line: string | number }
  'menuLine.turn': { readonly by: string; readonly key: string | number }
  'correction.again': object
  'correction.sooner': { readonly what: string | number }
  'correction.later': { readonly what: string | number }
  'correction.promptly': { readonly what: string | number }
  'correction.count': { readonly what: string | number }
  'correction.fold': { readonly what: string | number }
  'correction.right-key': { readonly key: string | number; readonly not: string | number }
  'correction.one-key': { readonly key: string | number; readonly not: string | number }
  'correction.other-cable': object
  'correction.other-data-cable': object
  'correction.test-key': { readonly key: string | number }
  'correction.charge': object
  'correction.clear-cache': object
  'correction.other-method': object
  'correction.other-family': object
  'adviceSays.computer': object
  'adviceSays.another-method': { readonly method: string | number }
  'adviceSays.charge-sign': object
  'adviceSays.buzz': object
  'adviceSays.repair': { readonly key: string | number }
  'adviceSays.go-on': { readonly place: string | number }
  'adviceSays.leave': { readonly place: string | number }
  'adviceWhy.first': object
  'adviceWhy.because': { readonly seen: string | number; readonly times: number; readonly cause: string | number }
  'adviceWhy.unsure': { readonly cause: string | number }
  'adviceWhy.place': { readonly place: string | number }
  'cause.again': object
  'cause.sooner': object
  'cause.later': object
  'cause.promptly': object
  'cause.count': object
  'cause.fold': object
  'cause.right-key': { readonly not: string | number; readonly key: string | number }
  'cause.one-key': { readonly key: string | number; readonly not: string | number }
  'cause.no-data': object
  'cause.no-power': object
  'cause.test-key': { readonly key: string | number }
  'cause.charge': object
  'cause.clear-cache': object
  'cause.other-method': object
  'cause.other-family': object
  'chartChange.sooner': object
  'chartChange.later': object
  'chartChange.promptly': object
  'chartChange.count': object
  'chartChange.fold': object
  'chartChange.cable': object
  'chartChange.link': object
  'dryRunLost.tooEarly': { readonly seconds: string | number; readonly what: string | number }
  'dryRunLost.tooLate': { readonly seconds: string | number; readonly what: string | number }
  'dryRunLost.pressed': { readonly key: string | number }
  'dryRunLost.letGo': { readonly key: string | number }
  'dryRunLost.plugged': { readonly link: string | number }
  'dryRunLost.folded': { readonly posture: string | number }
  'dryRunLost.unplugged': object
  'dryRunLost.lost': { readonly how: string | number }
  'dryRunLost.notPlugged': { readonly step: string | number }
  'rank.only': object
  'rank.first': object
  'rank.asGood': object
  'rank.fewer': { readonly of100: string | number; readonly firstOf100: string | number }
  'rank.longer': { readonly seconds: string | number; readonly firstSeconds: string | number }
  'rank.fewerAndLonger': { readonly of100: string | number; readonly firstOf100: string | number; readonly seconds: string | number; readonly firstSeconds: string | number }
  'rank.fewerButQuicker': { readonly seconds: string | number; readonly firstSeconds: string | number; readonly of100: string | number; readonly firstOf100: string | number }
  'rank.longerButMore': { readonly of100: string | number; readonly firstOf100: string | number; readonly seconds: string | number; readonly firstSeconds: string | number }
  'rank.over99': object
  'rank.under1': object
  'notVerified.posture': { readonly method: string | number; readonly posture: string }
  'notVerified.stuck': { readonly method: string | number; readonly step: string | number; readonly devices: string | number }
  'notVerified.misses': { readonly method: string | number; readonly devices: string | number }
  'notVerified.any': object
  'notVerified.median': object
  'notVerified.min': object
  'notVerified.max': object
  'notVerified.noStart': { readonly method: string | number; readonly start: string | number }
  'notVerified.noKey': { readonly method: string | number; readonly key: string | number }
  'notVerified.endless': { readonly method: string | number }
  'trigger.after': { readonly time: string | number }
  'trigger.hold': { readonly keys: string | number; readonly time: string | number; readonly from: string; readonly ignored: string }
  'trigger.press': { readonly key: string | number; readonly times: number; readonly held: string; readonly rest: string }
  'trigger.longPress': { readonly key: string | number; readonly time: string }
  'trigger.keyDown': { readonly key: string | number }
  'trigger.link': { readonly links: string | number }
  'trigger.fold': { readonly postures: string | number }
  'trigger.tap': { readonly label: string | number }
  'trigger.type': { readonly word: string | number }
  'trigger.typeShown': object
  'trigger.typeOther': object
  'trigger.idle': { readonly time: string | number; readonly from: string }
  'trigger.timeNamed': { readonly name: string | number }
  'guard.held': { readonly keys: string; readonly fresh: string; readonly ignored: string }
  'guard.links': { readonly links: string | number }
  'guard.postures': { readonly postures: string | number }
  'guard.batteryFrom': { readonly share: string | number }
  'guard.batteryBelow': { readonly share: string | number }
  'guard.screenLock': { readonly is: string }
  'guard.account': { readonly is: string }
  'guard.loop': { readonly is: string }
  'guard.wiped': { readonly is: string }
  'guard.chargedTo': { readonly share: string | number }
  'effect.wipe-data': object
  'effect.wipe-cache': object
  'effect.repair-apps': object
  'effect.start-safe-mode': object
  'effect.arm-account-lock': object
  'effect.charged': object
  'finding.fromSystem': { readonly system: string | number; readonly finding: string | number }
  'finding.unreachable': { readonly name: string | number }
  'finding.dead-end': { readonly name: string | number }
  'finding.never-fires': { readonly number: string | number; readonly name: string | number; readonly earlier: string | number }
  'finding.fires-at-once': { readonly earlier: string | number; readonly number: string | number; readonly name: string | number }
  'finding.hold-ignores-its-key': { readonly name: string | number }
  'finding.hold-of-other-keys': { readonly name: string | number }
  'finding.hold-never-met': { readonly name: string | number; readonly number: string | number }
  'finding.hold-too-long': { readonly name: string | number }
  'finding.leads-nowhere': { readonly label: string | number; readonly name: string | number }
  'finding.model-times': { readonly why: string | number }
  'finding.no-wipe': object
  'finding.no-way-out': object
  'finding.ends-elsewhere': { readonly name: string | number }
  'finding.does-not-wipe': { readonly name: string | number }
  'finding.does-not-clear': { readonly name: string | number }
  'finding.does-not-leave': { readonly name: string | number }
  'finding.menus-endless': object
  'finding.unused': { readonly name: string | number }
  'devicePicture.keyAt': { readonly key: string | number; readonly edge: string | number }
  'keyChart.label': object
  'happened.battery': { readonly share: string | number }
  'happened.down': { readonly key: string | number }
  'happened.up': { readonly key: string | number }
  'happened.shows': { readonly screen: string | number; readonly text: string | number }
  'card.title': { readonly family: string | number }
  'card.version': { readonly number: string | number }
  'card.mind': object
  'card.takes': object
  'card.models': object
  'card.swollen': object
  'card.beforeReset': object
  'card.asks': object
  'card.asksNot': object
  'card.more': { readonly count: number }
  'card.noModels': object
  'card.duration': { readonly what: string | number; readonly usual: string | number; readonly least: string | number; readonly most: string | number }
  'card.wipe': object
  'card.firstStart': object
  'card.notVerified': object
  'card.menu': object
  'card.wipeKeys': object
  'trigger.seconds': { readonly seconds: string | number }
  'exchange.title': object
  'exchange.import': object
  'exchange.which': object
  'exchange.drop': object
  'exchange.refused': { readonly file: string | number }
  'exchange.unchanged': object
  'exchange.isNew': { readonly count: number; readonly names: string | number }
  'exchange.changed': { readonly count: number; readonly names: string | number }
  'exchange.gone': { readonly count: number; readonly names: string | number }
  'exchange.found': { readonly count: number }
  'exchange.foundNothing': object
  'exchange.whichFamily': object
  'exchange.firstRule': object
  'exchange.model': object
  'exchange.modelCode': object
  'exchange.codeNames': object
  'exchange.tacs': object
  'exchange.family': object
  'exchange.new': object
  'exchange.shown': { readonly count: number; readonly all: number }
  'exchange.versions': object
  'exchange.everyChange': object
  'exchange.export': object
  'exchange.useAgain': object
  'exchange.cancel': object
  'exchange.whole': { readonly file: string | number; readonly title: string | number }
  'exchange.list.devices': { readonly file: string | number; readonly count: number }
  'exchange.list.tacs': { readonly file: string | number; readonly count: number }
  'exchange.digest': { readonly added: number; readonly changed: number; readonly unchanged: number; readonly withoutFamily: number }
  'exchange.leftOut': { readonly count: number }
  'exchange.fewNames': { readonly names: string | number; readonly count: number }
  'exchange.inUse': object
  'exchange.part.families': object
  'exchange.part.models': object
  'exchange.part.fragments': object
  'exchange.takeIn': object
  'exchange.takeInMarked': object
  'exchange.doing.reading': { readonly file: string | number }
  'exchange.doing.checking': { readonly file: string | number }
  'exchange.doing.verifying': { readonly file: string | number }
  'exchange.doing.comparing': { readonly file: string | number }
  'exchange.doing.importing': { readonly file: string | number }
  'exchange.imported': { readonly file: string | number; readonly version: string | number }
  'exchange.cancelled': object
  'exchange.tooLate': { readonly version: string | number }
  'exchange.lookingAgain': object
  'exchange.note': { readonly file: string | number }
  'exchange.oldVersion': { readonly number: string | number }
  'exchange.line': { readonly number: string | number }
  'family.models': object
  'family.isThisOne': object
  'family.update': { readonly system: string | number; readonly family: string | number }
  'family.noModel': object
  'family.moreModels': { readonly count: number }
  'family.thisFamily': object
  'family.ownTimes': { readonly names: string | number }
  'family.none': object
  'family.toPlaybook': object
  'family.device': object
  'family.system': object
  'family.keys': object
  'family.swollen': object
  'family.locks': object
  'family.oldLockToo': object
  'family.accountPath': { readonly path: string | number }
  'family.safeModePath': { readonly path: string | number }
  'family.settingsPath': { readonly path: string | number }
  'family.times': object
  'family.timesHow': { readonly source: string | number }
  'family.deviceIs': object
  'family.howFound': object
  'family.card': object
  'family.change': object
  'family.practise': object
  'family.asItCame': object
  'family.fromSystem': { readonly system: string | number }
  'family.carrierCode': { readonly entries: number; readonly dialled: string }
  'family.says': { readonly kind: string | number; readonly count: number; readonly source: string | number }
  'family.menus': object
  'family.menusHow': object
  'family.onTheWay': { readonly text: string | number }
  'family.wipeKeysAtBench': object
  'family.youAreThere': object
  'playbook.known': object
  'playbook.searchHint': object
  'playbook.noneFits': object
  'playbook.orSeen': object
  'playbook.maker': object
  'playbook.any': object
  'playbook.kind': object
  'playbook.keysAtHand': object
  'playbook.port': object
  'playbook.age': object
  'playbook.forget': object
  'playbook.fitting': { readonly count: number; readonly all: number }
  'playbook.notVerified': { readonly count: number; readonly all: number }
  'playbook.nothingLike': object
  'playbook.teachNew': object
  'playbook.familyUnknown': object
  'playbook.keysOn': { readonly edge: string | number }
  'playbook.notLooked': object
  'playbook.notKnown': object
  'playbook.ageOld': object
  'playbook.ageMiddle': object
  'playbook.ageNew': object
  'playbook.noModel': object
  'playbook.models': { readonly count: number }
  'rules.title': object
  'rules.yearFrom': object
  'rules.yearTo': object
  'rules.asListed': object
  'rules.noneYet': object
  'rules.add': object
  'rules.name': object
  'rules.rule': { readonly number: string | number }
  'teach.draftKept': object
  'teach.taken': { readonly short: string | number; readonly name: string | number }
  'teach.oldBase': object
  'teach.rebase': object
  'teach.rebaseMeans': object
  'teach.version': object
  'teach.updateFrom': object
  'teach.addVersion': object
  'teach.ofVersion': { readonly system: string | number }
  'teach.simulatorSays': object
  'teach.throwAway': object
  'teach.makeCopy': object
  'teach.why': object
  'teach.whyHint': object
  'teach.title': { readonly family: string | number }
  'teach.back': object
  'teach.asItCame': object
  'teach.fromSystem': { readonly system: string | number }
  'teach.copyName': { readonly name: string | number }
  'teach.note': { readonly family: string | number }
  'teach.notSaved': object
  'teach.saveFamily': object
  'teach.saveChange': object
  'teach.tab.keys': object
  'teach.tab.behaviour': object
  'teach.tab.screens': object
  'teach.tab.times': object
  'teach.tab.methods': object
  'teach.tab.menus': object
  'teach.tab.models': object
  'teach.tab.text': object
  'practice.cableAtStart': object
  'practice.foldedAtStart': object
  'practice.battery': object
  'practice.screenLock': object
  'practice.account': object
  'practice.loop': object
  'practice.wiped': object
  'practice.whatToDo': object
  'practice.notBegun': object
  'practice.onCable': object
  'practice.folded': object
  'practice.run': object
  'practice.reached': { readonly place: string | number }
  'practice.endsHere': { readonly place: string | number }
  'practice.toStart': object
  'practice.back': object
  'practice.oneStep': object
  'practice.pace': object
  'practice.holdHow': object
  'practice.happened': object
  'practice.tried': object
  'practice.mistake': object
  'practice.which': object
  'practice.lateBy': object
  'practice.key': object
  'practice.instead': object
  'practice.cable': object
  'practice.speed': object
  'practice.onlySimulator': object
  'practice.space': object
  'practice.title': { readonly family: string | number }
  'practice.watch': object
  'practice.hands': object
  'practice.speed.min': object
  'practice.speed.median': object
  'practice.speed.max': object
  'practice.realTime': object
  'practice.faster': { readonly times: string | number }
  'practice.mistake.none': object
  'practice.mistake.late': object
  'practice.mistake.other-key': object
  'practice.mistake.dead-key': object
  'practice.mistake.other-cable': object
  'practice.typeOther': object
  'practice.atSeconds': { readonly seconds: string | number; readonly line: string }
  'practice.stop': object
  'practice.begin': object
  'practice.play': object
  'method.studying': object
  'method.howExact': object
  'method.again': object
  'method.practise': object
  'method.chart': object
  'method.figures': { readonly of100: string | number; readonly seconds: string | number; readonly attempts: number }
  'method.anyEarly': object
  'method.early': { readonly seconds: string | number }
  'method.late': { readonly seconds: string | number }
  'method.chartOf': { readonly method: string | number }
  'happened.nothing': object
  'happened.by.hand': object
  'happened.by.device': object
  'guardField.keys': object
  'guardField.whether': object
  'guardField.batteryFrom': object
  'guardField.batteryBelow': object
  'guardField.cable': object
  'guardField.folded': object
  'guardField.any': object
  'guardField.none': object
  'guardField.these': object
  'guardField.fresh': object
  'guardField.screenLock': object
  'guardField.account': object
  'guardField.loop': object
  'guardField.wiped': object
  'guardField.with': object
  'guardField.without': object
  'guardField.does': object
  'guardField.doesNot': object
  'guardField.after': object
  'guardField.before': object
  'guardField.of': { readonly row: string | number; readonly part: string | number }
  'guardField.heldOrNot': object
  'keysForm.name': object
  'keysForm.shortName': object
  'keysForm.source': object
  'keysForm.otherName': object
  'keysForm.howFar': object
  'keysForm.addKey': object
  'keysForm.ownCable': object
  'keysForm.folding': object
  'keysForm.canFold': object
  'keysForm.postures': object
  'keysForm.cautions': object
  'keysForm.firstCable': object
  'keysForm.secondCable': object
  'keysForm.key': { readonly number: string | number }
  'keysForm.edgeOf': { readonly key: string | number }
  'keysForm.byPlace': { readonly key: string | number }
  'keysForm.path.safeModePath': object
  'keysForm.path.settingsPath': object
  'keysForm.path.accountPath': object
  'locksForm.asks': object
  'locksForm.oldLock': object
  'locksForm.carrier': object
  'locksForm.entries': object
  'locksForm.dialled': object
  'locksForm.nothing': object
  'locksForm.systemFile': object
  'locksForm.ownWaits': object
  'locksForm.waits': object
  'locksForm.from': object
  'locksForm.wait': object
  'locksForm.every': object
  'locksForm.seconds': object
  'locksForm.addWait': object
  'locksForm.wipes': object
  'locksForm.startsFirst': object
  'locksForm.partSource': object
  'locksForm.file.unknown': object
  'locksForm.file.yes': object
  'locksForm.file.no': object
  'locksForm.band.none': object
  'locksForm.band.each': object
  'locksForm.band.every': object
  'locksForm.band.doubling': object
  'locksForm.part.keys': object
  'locksForm.part.durations': object
  'locksForm.part.menus': object
  'locksForm.part.settings': object
  'locksForm.part.account-lock': object
  'locksForm.part.carrier-lock': object
  'locksForm.asFamily': object
  'locksForm.waitFrom': { readonly number: string | number }
  'locksForm.waitEvery': { readonly number: string | number }
  'locksForm.waitSeconds': { readonly number: string | number }
  'locksForm.waitNumber': { readonly number: string | number }
  'menuForm.press': object
  'menuForm.howMany': object
  'menuForm.finalAfter': object
  'menuForm.numberFinal': object
  'menuForm.longFrom': object
  'menuForm.pressLongFrom': object
  'menuForm.leaves': object
  'menuForm.after': object
  'menuForm.leavesAfter': object
  'menuForm.to': object
  'menuForm.short': object
  'menuForm.long': object
  'menuForm.counted': object
  'menuForm.presses': { readonly count: number }
  'menuForm.noMenu': object
  'menuForm.menu': object
  'menuForm.own': object
  'menuForm.heading': object
  'menuForm.next': object
  'menuForm.previous': object
  'menuForm.turning': object
  'menuForm.chosenWith': object
  'menuForm.opensOn': object
  'menuForm.screen': object
  'menuForm.wraps': object
  'menuForm.touch': object
  'menuForm.oneAtATime': object
  'menuForm.lines': object
  'menuForm.does': object
  'menuForm.condition': object
  'menuForm.addLine': object
  'menuForm.ownMenu': object
  'menuForm.addMenu': object
  'menuForm.line': { readonly number: string | number }
  'menuForm.lineTo': { readonly number: string | number }
  'menuForm.takeShared': object
  'menuForm.takeMenuOut': object
  'menuForm.noNext': object
  'menuForm.noPrevious': object
  'menuForm.noTurn': object
  'menuForm.firstLine': object
  'menuForm.furtherLine': object
  'missing.title': object
  'missing.addTime': object
  'missing.otherScreen': object
  'missing.addKey': object
  'missing.part': { readonly name: string | number }
  'missing.addScreen': object
  'missing.orOwnScreen': object
  'missing.duration': { readonly name: string | number }
  'missing.start': { readonly start: string | number }
  'missing.screenWhere': { readonly start: string | number }
  'missing.key': { readonly key: string | number }
  'modelForm.name': object
  'modelForm.modelCode': object
  'modelForm.codeNames': object
  'modelForm.tacs': object
  'modelForm.cellular': object
  'modelForm.notTaken': { readonly because: string | number }
  'modelForm.year': object
  'modelForm.fromSystem': object
  'modelForm.behavesLike': object
  'modelForm.update': { readonly system: string | number; readonly family: string | number }
  'modelForm.ownTime': object
  'modelForm.choose': object
  'modelForm.ownTimes': { readonly time: string | number }
  'modelForm.checkDigit': { readonly typed: string | number }
  'modelForm.noImei': { readonly typed: string | number }
  'modelForm.owned': { readonly tac: string | number; readonly model: string | number }
  'modelForm.quickest': object
  'modelForm.usual': object
  'modelForm.slowest': object
  'modelForm.chooseFamily': object
  'modelForm.versionFirst': object
  'modelForm.systemOf': { readonly model: string | number }
  'modelForm.behavesLikeOf': { readonly model: string | number }
  'modelForm.updateOf': { readonly model: string | number; readonly system: string | number }
  'modelForm.timeOf': { readonly model: string | number; readonly time: string | number; readonly part: string | number }
  'modelForm.timeName': { readonly model: string | number; readonly time: string | number }
  'modelForm.there': object
  'modelForm.more': { readonly count: number }
  'modelForm.models': object
  'modelForm.another': object
  'modelForm.add': object
  'partForm.asUsual': object
  'partForm.begin': object
  'partForm.nothingToSet': object
  'partForm.further': object
  'partForm.choose': object
  'partForm.add': object
  'partForm.starts': object
  'proof.title': object
  'proof.waiting': object
  'proof.more': { readonly count: number }
  'proof.verified': { readonly count: number; readonly all: number }
  'proof.findings': object
  'proof.notVerified': { readonly count: number }
  'screenForm.how': object
  'screenForm.isStart': object
  'screenForm.own': object
  'screenForm.add': object
  'screenForm.shared': { readonly name: string | number }
  'screenForm.makeOwn': object
  'screenForm.underMenus': object
  'screenForm.shows': object
  'screenForm.text': object
  'screenForm.words': object
  'screenForm.none': object
  'screenForm.like': { readonly name: string | number }
  'screenForm.noLonger': object
  'screenForm.exits': object
  'screenForm.noExit': object
  'screenForm.addExit': object
  'screenForm.part': { readonly name: string | number }
  'screenForm.screen': { readonly name: string | number }
  'screenForm.exit': { readonly number: string | number }
  'screenForm.takeOut': object
  'screenForm.leads': { readonly when: string | number; readonly condition: string; readonly to: string | number; readonly does: string }
  'stepForm.what': object
  'stepForm.keysToHold': object
  'stepForm.order': object
  'stepForm.together': object
  'stepForm.inOrder': object
  'stepForm.keysToLetGo': object
  'stepForm.untilWhat': object
  'stepForm.until': object
  'stepForm.forSeconds': object
  'stepForm.forCount': object
  'stepForm.sign': object
  'stepForm.count': object
  'stepForm.from': object
  'stepForm.to': object
  'stepForm.keyToPress': object
  'stepForm.times': object
  'stepForm.timesAfter': object
  'stepForm.place': object
  'stepForm.whatStands': object
  'stepForm.word': object
  'stepForm.item': object
  'stepForm.do.plug': object
  'stepForm.do.fold': object
  'stepForm.do.hold': object
  'stepForm.do.wait': object
  'stepForm.do.let-go': object
  'stepForm.do.slide': object
  'stepForm.do.press': object
  'stepForm.do.long-press': object
  'stepForm.do.tap': object
  'stepForm.do.type': object
  'stepForm.do.choose': object
  'textForm.text': object
  'textForm.take': object
  'timeForm.seconds': object
  'timeForm.inSeconds': { readonly label: string | number }
  'timeForm.time': object
  'timeForm.remove': object
  'timeForm.further': object
  'timeForm.sums': object
  'timeForm.sumsMean': object
  'timeForm.furtherSum': object
  'timeForm.addSum': object
  'timeForm.longFrom': object
  'timeForm.longPress': object
  'timeForm.of': { readonly time: string | number; readonly part: string | number }
  'timeForm.addedUpFrom': { readonly sum: string | number }
  'exitForm.when': object
  'exitForm.ownLong': object
  'exitForm.howLong': object
  'exitForm.counted': object
  'exitForm.turned': object
  'exitForm.typed': object
  'exitForm.exactly': object
  'exitForm.nothingFor': object
  'exitForm.withHeld': object
  'exitForm.next': object
  'exitForm.does': object
  'exitForm.charged': object
  'exitForm.kind.after': object
  'exitForm.kind.idle': object
  'exitForm.kind.hold': object
  'exitForm.kind.press': object
  'exitForm.kind.long-press': object
  'exitForm.kind.key-down': object
  'exitForm.kind.turn': object
  'exitForm.kind.link': object
  'exitForm.kind.fold': object
  'exitForm.kind.tap': object
  'exitForm.kind.type': object
  'exitForm.kind.type-shown': object
  'exitForm.from.carried': object
  'exitForm.from.entry': object
  'exitForm.from.fresh': object
  'exitForm.turn.up': object
  'exitForm.turn.down': object
  'exitForm.shownWord': object
  'exitForm.otherWord': object
  'exitForm.changedTo': object
  'exitForm.foldedTo': object
  'exitForm.withTheseHeld': object
  'exitForm.buzz': object
  'exitForm.effects': object
  'exitForm.chargedTo': object
  'exitForm.leadsTo': { readonly exit: string | number }
  'methodForm.beginFrom': object
  'methodForm.nothing': object
  'methodForm.add': object
  'methodForm.methods': object
  'methodForm.called': object
  'methodForm.goal': object
  'methodForm.knownFrom': object
  'methodForm.steps': object
  'methodForm.addStep': object
  'methodForm.copy': object
  'methodForm.remove': object
  'methodForm.step': { readonly number: string | number }
  'methodForm.ours': object
  'methodForm.copyName': { readonly name: string | number }
  'row.up': { readonly row: string | number }
  'row.down': { readonly row: string | number }
  'row.remove': { readonly row: string | number }
  'modelForm.noSim': object
  'imei.imei': object
  'flaw.quoted': { readonly value: string | number }
  'flaw.missing': object
  'flaw.no-form': object
  'flaw.broken-letter': object
  'flaw.expected.string': object
  'flaw.expected.number': object
  'flaw.expected.int': object
  'flaw.expected.boolean': object
  'flaw.expected.array': object
  'flaw.expected.object': object
  'flaw.expected.other': object
  'flaw.format.uuid': object
  'flaw.format.datetime': object
  'flaw.format.date': object
  'flaw.format.email': object
  'flaw.format.url': object
  'flaw.format.other': object
  'flaw.at-least': { readonly value: string | number }
  'flaw.at-most': { readonly value: string | number }
  'flaw.more-than': { readonly value: string | number }
  'flaw.less-than': { readonly value: string | number }
  'flaw.multiple-of': { readonly value: string | number }
  'flaw.letters-at-least': { readonly value: number }
  'flaw.letters-at-most': { readonly value: number }
  'flaw.entries-at-least': { readonly value: number }
  'flaw.entries-at-most': { readonly value: number }
  'flaw.one-of': { readonly values: string | number }
  'flaw.one-of-many': { readonly values: string | number }
  'flaw.unknown-parts': { readonly names: string | number }
  'flaw.within': { readonly at: string | number; readonly flaw: string | number }
  'flaw.unusable-name': { readonly flaw: string | number }
  'flaw.must.small-name': object
  'flaw.must.state-name': object
  'flaw.must.part-name': object
  'flaw.must.parameter-name': object
  'flaw.must.ascending-times': object
  'flaw.must.eight-digits': object
  'flaw.must.time-of-day': object
  'flaw.must.closes-after-it-opens': object
  'flaw.must.time-zone': object
  'flaw.must.country-code': object
  'flaw.must.open-one-day': object
  'flaw.must.imei-digits': object
  'flaw.must.check-digit': object
  'flaw.must.network-key': object
  'flaw.must.currency-code': object
  'flaw.must.png': object
  'flaw.must.staff-code': object
  'flaw.must.version-or-told': object
  'flaw.lacks.state-or-menu': { readonly name: string | number }
  'flaw.lacks.state': { readonly name: string | number }
  'flaw.lacks.item': { readonly name: string | number }
  'flaw.lacks.duration': { readonly name: string | number }
  'flaw.lacks.key': { readonly name: string | number }
  'flaw.lacks.posture': { readonly name: string | number }
  'flaw.lacks.link': { readonly name: string | number }
  'flaw.lacks.fragment': { readonly name: string | number }
  'flaw.lacks.common-method': { readonly name: string | number }
  'flaw.lacks.family': { readonly name: string | number }
  'flaw.lacks.part': { readonly name: string | number }
  'flaw.lacks.start': { readonly name: string | number }
  'flaw.twice.fragment': { readonly name: string | number }
  'flaw.twice.common-method': { readonly name: string | number }
  'flaw.twice.family': { readonly name: string | number }
  'flaw.twice.model': { readonly name: string | number }
  'flaw.twice.key': { readonly name: string | number }
  'flaw.twice.link': { readonly name: string | number }
  'flaw.twice.part': { readonly name: string | number }
  'flaw.twice.method': { readonly name: string | number }
  'flaw.line-twice': { readonly name: string | number; readonly menu: string | number }
  'flaw.update-twice': { readonly system: string | number }
  'flaw.tac-twice': { readonly tac: string | number }
  'flaw.no-time-of-family': { readonly family: string | number; readonly name: string | number }
  'flaw.is-duration': { readonly name: string | number }
  'flaw.own-key-unnamed': { readonly name: string | number }
  'flaw.shows-no-word': { readonly name: string | number }
  'flaw.no-name': { readonly name: string | number }
  'flaw.choice-unclear': { readonly menu: string | number; readonly times: string | number }
  'flaw.needs': { readonly part: string | number; readonly name: string | number }
  'flaw.has-no': { readonly part: string | number; readonly name: string | number }
  'flaw.too-deep': { readonly most: number }
  'flaw.too-many-entries': { readonly most: number }
  'flaw.too-many-values': { readonly millions: number }
  'flaw.written-out-too-large': { readonly millions: number }
  'flaw.newer-format': { readonly version: string | number; readonly known: string | number }
  'flaw.headings-devices': object
  'flaw.headings-tacs': object
  'flaw.wrong-letters': object
  'flaw.unreadable-line': object
  'flaw.too-many-lines': { readonly most: number }
  'flaw.long-cell': { readonly most: number }
  'flaw.no-year': { readonly text: string | number }
  'flaw.no-tac': { readonly text: string | number }
  'flaw.formula': { readonly text: string | number }
  'flaw.several-models': { readonly text: string | number }
  'flaw.unknown-model': { readonly text: string | number }
  'flaw.too-many-cells': { readonly cells: string | number; readonly columns: string | number }
  'flaw.tac-taken': { readonly tac: string | number; readonly model: string | number }
  'flaw.empty-file': object
  'flaw.no-text': object
  'flaw.no-encoding': object
  'flaw.not-json': object
  'flaw.large-file': { readonly megabytes: number; readonly most: number }
  'flaw.json-unfinished': { readonly line: number }
  'flaw.json-from': { readonly line: number; readonly letter: number }
  'exchange.lineRefused': { readonly line: number; readonly because: string | number }
  'draft.noName': object
  'draft.shortName': object
  'draft.noMethod': object
  'draft.times': { readonly name: string | number; readonly because: string | number }
  'draft.at': { readonly at: string | number; readonly because: string | number }
  'file.choose': object
  'registry.reportedAs': { readonly as: string }
  'registry.silent': { readonly why: string; readonly status: string | number }
  'registry.noReport': { readonly because: string | number }
  'registry.saidOn': { readonly ticket: string | number }
  'problem.maker-silent': { readonly why: string; readonly status: string | number }
  'keyState.works': object
  'keyState.broken': object
  'readFrom.tag': object
  'readFrom.model-text': object
  'registry.byHand': object
  'remoteDid.begin': object
  'remoteDid.look': object
  'remoteDid.unlock': object
  'remoteDid.locating-off': object
  'history.line': { readonly what: string | number; readonly more: string | number }
  'mail.report': { readonly report: string | number; readonly reference: string | number }
  'mail.device': { readonly imei: string | number }
  'mail.status': { readonly status: string }
  'mail.asOf': { readonly moment: string | number }
  'mail.fee': { readonly fee: string | number }
  'accountSituation.taken-off': object
  'accountSituation.never-asks': object
  'accountSituation.owner-signs-in': object
  'accountSituation.old-screen-lock': object
  'accountSituation.password-first': object
  'accountSituation.owner-removes-it': object
  'accountSituation.previous-owner': object
  'accountSituation.makers-service': object
  'accountSituation.authorised-release': object
  'accountSituation.not-known': object
  'accountBecause.taken-off': object
  'accountBecause.never-asks': object
  'accountBecause.owner-signs-in': object
  'accountBecause.old-screen-lock': object
  'accountBecause.password-first': object
  'accountBecause.owner-removes-it': object
  'accountBecause.previous-owner': object
  'accountBecause.makers-service': object
  'accountBecause.authorised-release': object
  'accountBecause.not-known': object
  'accountStep.reach-the-wizard': object
  'accountStep.wait-to-sign-in': object
  'accountStep.sign-in': object
  'accountStep.type-the-old-lock': object
  'accountStep.start-the-recovery': object
  'accountStep.wait-for-the-recovery': object
  'accountStep.remove-and-skip': object
  'accountStep.write-to-the-seller': object
  'accountStep.wait-for-the-seller': object
  'accountStep.restart-and-skip': object
  'accountStep.send-to-the-service': object
  'accountStep.wait-for-the-service': object
  'accountStep.order-the-release': object
  'accountStep.wait-for-the-release': object
  'accountStep.see-that-it-never-asks': object
  'accountHow.reach-the-wizard': object
  'accountHow.wait-to-sign-in': object
  'accountHow.sign-in': object
  'accountHow.type-the-old-lock': object
  'accountHow.start-the-recovery': object
  'accountHow.wait-for-the-recovery': object
  'accountHow.remove-and-skip': object
  'accountHow.write-to-the-seller': object
  'accountHow.wait-for-the-seller': object
  'accountHow.restart-and-skip': object
  'accountHow.send-to-the-service': object
  'accountHow.wait-for-the-service': object
  'accountHow.order-the-release': object
  'accountHow.wait-for-the-release': object
  'accountHow.see-that-it-never-asks': object
  'inHand.owner-here': object
  'inHand.who-knows-the-password': object
  'inHand.wifi': object
  'inHand.account-address': object
  'inHand.sim-in-a-spare-phone': object
  'inHand.esim-line': object
  'inHand.other-device': object
  'inHand.mailbox': object
  'inHand.backup-codes': object
  'inHand.second-step-asked': object
  'inHand.computer': object
  'inHand.seller-contact': object
  'inHand.device-number': object
  'inHand.proof-of-purchase': object
  'inHand.clean-registry': object
  'refusedWhy.wrong-password': object
  'refusedWhy.too-soon': object
  'refusedWhy.no-second-step': object
  'refusedWhy.other-account': object
  'refusedWhy.too-many-entries': object
  'refusedThen.wrong-password': object
  'refusedThen.too-soon': object
  'refusedThen.no-second-step': object
  'refusedThen.other-account': object
  'refusedThen.too-many-entries': object
  'accountPage.inHand': object
  'accountPage.waiting': { readonly what: string | number }
  'accountPage.since': { readonly since: string | number }
  'accountPage.until': { readonly until: string | number }
  'accountPage.usually': { readonly until: string | number; readonly latest: string | number }
  'accountPage.refused': object
  'accountPage.refusals': { readonly count: number }
  'accountPage.doNotSignIn': object
  'accountPage.settled': object
  'accountPage.changedWhen': object
  'accountPage.otherProof': object
  'accountPage.recoveryStarted': object
  'accountPage.passwordFound': object
  'accountPage.notRecovered': object
  'accountPage.sellerRemoved': object
  'accountPage.sellerRefuses': object
  'accountPage.stillAsks': object
  'accountPage.sent': object
  'accountPage.backFree': object
  'accountPage.backLocked': object
  'accountPage.askAtCounter': object
  'accountPage.language': object
  'accountPage.sellerMail': object
  'accountPage.send': object
  'accountPage.copy': object
  'accountPage.copied': object
  'accountPage.print': object
  'accountPage.letter': object
  'accountDue.sign-in': object
  'accountDue.recovery': object
  'accountDue.seller': object
  'accountDue.service': object
  'waits.sign-in': object
  'waits.recovery': object
  'waits.seller': object
  'waits.service': object
  'shelf.sign-in.due': object
  'shelf.recovery.due': object
  'shelf.seller.due': object
  'shelf.service.due': object
  'accountProof.old-lock-accepted': object
  'handBack.confirmedBy.old-lock-accepted': object
  'event.password-changed': object
  'event.recovery-started': object
  'event.recovery-ended': object
  'event.sign-in-refused': object
  'event.sign-in-possible': object
  'event.seller-written': object
  'event.seller-reminded': object
  'event.seller-answered': object
  'event.service-sent': object
  'event.service-returned': object
  'writtenBy.mail': object
  'writtenBy.message': object
  'writtenBy.letter': object
  'refusal.turned-out': { readonly fact: string | number }
  'letterToSeller.device': { readonly device: string | number; readonly number: string | number }
  'letterToSeller.subject': { readonly ticket: string | number; readonly device: string | number }
  'letterToSeller.reply': { readonly ticket: string | number }
  'letterToSeller.forShop': { readonly shop: string | number; readonly ticket: string | number }
  'letterToSeller.imei': { readonly number: string | number }
  'letterToSeller.serial': { readonly number: string | number }
  'problem.no-mail-server': object
  'problem.mail-not-sent': object
  'accountPage.writtenBy': { readonly how: string }
  'stepState.done': object
  'stepState.now': object
  'stepState.waiting': object
  'stepState.due': object
  'stepState.stopped': object
  'stepState.later': object
  'reason.account-service': object
  'accountPage.keep': object
  'carrierSituation.not-locked': object
  'carrierSituation.from-the-carrier': object
  'carrierSituation.from-a-supplier': object
  'carrierStep.see-that-it-is-on': object
  'carrierStep.ask-the-carrier': object
  'carrierStep.wait-for-the-carrier': object
  'carrierStep.order-the-unlock': object
  'carrierStep.wait-for-the-supplier': object
  'carrierStep.activate': object
  'carrierStep.see-that-it-is-off': object
  'carrierHow.see-that-it-is-on': object
  'carrierHow.ask-the-carrier': object
  'carrierHow.wait-for-the-carrier': object
  'carrierHow.order-the-unlock': object
  'carrierHow.wait-for-the-supplier': object
  'carrierHow.see-that-it-is-off': object
  'carrierPage.otherSimRefused': object
  'carrierPage.otherSimTaken': object
  'carrierPage.pageSaysOn': object
  'carrierPage.pageSaysOff': object
  'carrierPage.asked': { readonly by: string }
  'carrierPage.unlocked': object
  'carrierPage.refused': object
  'carrierPage.later': object
  'carrierPage.keepDay': object
  'carrierPage.askAgain': object
  'carrierPage.original': object
  'carrierPage.rule': { readonly country: string | number; readonly days: number; readonly source: string | number; readonly date: string | number }
  'carrierPage.noRule': object
  'carrierPage.done': object
  'carrierPage.notLocked': object
  'accountDue.carrier-reply': object
  'waits.carrier-reply': object
  'shelf.carrier-reply.due': object
  'event.carrier-lock-seen': object
  'event.carrier-asked': object
  'event.carrier-answered': object
  'event.other-sim-works': object
  'carrierPage.orderInstead': object
  'orderDesk.carrierIn': { readonly carrier: string | number; readonly country: string | number }
  'orderDesk.neededBy': object
  'orderDesk.refund': { readonly share: string | number }
  'orderDesk.works': { readonly chance: string | number }
  'orderDesk.ownOrders': { readonly all: number; readonly worked: string | number }
  'orderDesk.inAll': { readonly chance: string | number; readonly cost: string | number; readonly days: string | number }
  'orderDesk.thenFrom': { readonly supplier: string | number }
  'orderSummary.title': object
  'orderSummary.imei': object
  'orderSummary.carrier': object
  'orderSummary.model': object
  'orderSummary.missing': object
  'orderSummary.secondImei': { readonly imei: string | number }
  'orderSummary.isRight': object
  'orderSummary.right': object
  'orderSummary.pay': { readonly fee: string | number }
  'orderSummary.cancel': object
  'knownFrom.answered': object
  'knownFrom.registry': object
  'knownFrom.read-in-recovery': object
  'knownFrom.order-before': object
  'keyHelp.confirmLine': object
  'condition.lettered': { readonly letter: string | number; readonly mark: string | number }
  'problem.supplier-silent': { readonly why: string; readonly status: string | number }
  'problem.no-supplier-mail': object
  'problem.too-late-to-cancel': object
  'problem.no-such-ticket': { readonly ticket: string | number }
  'refusal.code-refused-before': object
  'refusal.refund-above-fee': { readonly fee: string | number }
  'order.cancelled': object
  'event.order-sent': object
  'event.order-confirmed': object
  'event.order-delayed': object
  'event.order-second-code': object
  'event.order-cancelled': object
  'event.order-followed-up': object
  'event.order-refund-asked': object
  'event.order-refunded': object
  'toSupplier.followUpSubject': { readonly number: string | number }
  'toSupplier.followUp': { readonly number: string | number; readonly imei: string | number; readonly ordered: string | number; readonly promised: string | number }
  'toSupplier.refundSubject': { readonly number: string | number }
  'toSupplier.refund': { readonly number: string | number; readonly imei: string | number; readonly ordered: string | number; readonly promised: string | number; readonly state: string; readonly share: string | number; readonly fee: string | number }
  'toSupplier.noNumber': object
  'tray.title': object
  'tray.none': object
  'tray.about': object
  'tray.shown': { readonly shown: string | number; readonly count: number }
  'tray.link': { readonly count: number }
  'tray.names': { readonly ticket: string | number }
  'tray.noSender': object
  'tray.noSubject': object
  'tray.ticket': object
  'tray.put': object
  'tray.setAside': object
  'trayWhy.unreadable': object
  'trayWhy.no-job': object
  'trayWhy.no-order': object
  'trayWhy.other-imei': object
  'trayWhy.other-sender': object
  'trayWhy.not-now': object
  'trayWhy.too-large': object
  'orderView.number': { readonly number: string | number }
  'orderView.imei': { readonly imei: string | number }
  'orderView.notSent': object
  'orderView.sendAgain': object
  'orderView.confirmed': { readonly at: string | number }
  'orderView.later': { readonly day: string | number }
  'orderView.late': { readonly day: string | number }
  'orderView.followUp': object
  'orderView.followedUp': { readonly at: string | number }
  'orderView.askRefund': object
  'orderView.refundAsked': { readonly at: string | number }
  'orderView.refundCame': { readonly fee: string | number }
  'orderView.refunded': { readonly fee: string | number }
  'orderView.cancel': object
  'orderView.cancelSure': { readonly number: string | number }
  'orderView.keep': object
  'orderView.byHand': object
  'orderView.inTray': { readonly count: number }
  'orderView.inTrayLook': object
  'orderView.codeHidden': object
  'orderView.lastEntry': object
  'orderView.showCode': object
  'orderView.refusedCodes': { readonly codes: string | number }
  'orderView.secondCode': object
  'orderView.secondHow': object
  'orderView.blockedWho': object
  'orderView.noQuestion': object
  'sheet.title': object
  'sheet.to': object
  'sheet.send': object
  'sheet.print': object
  'sheet.sent': { readonly at: string | number }
  'event.order-sheet-sent': object
  'activation.subject': { readonly ticket: string | number; readonly device: string | number }
  'activation.yours': { readonly device: string | number; readonly imei: string | number }
  'activation.yourCode': { readonly code: string | number }
  'activation.entriesLeft': { readonly left: number }
  'activation.typeCode': object
  'activation.dial': { readonly code: string | number }
  'problem.no-answer-yet': object
  'calendar.title': object
  'calendar.about': object
  'calendar.none': object
  'calendar.make': object
  'calendar.renew': object
  'calendar.renewSure': object
  'calendar.keep': object
  'calendar.copy': object
  'calendar.since': { readonly at: string | number }
  'supply.title': object
  'supply.about': object
  'supply.link': object
  'supply.keptBy': { readonly person: string | number; readonly day: string | number }
  'supply.suppliers': object
  'supply.supplier': object
  'supply.services': object
  'supply.carriers': object
  'supply.rules': object
  'supply.rulesAbout': object
  'supply.name': object
  'supply.serviceName': object
  'supply.mail': object
  'supply.language': object
  'supply.country': object
  'supply.region': object
  'supply.zone': object
  'supply.cutOff': object
  'supply.ordersAt': object
  'supply.withdrawn': object
  'supply.askAt': object
  'supply.lock': object
  'supply.carrier': object
  'supply.carrierCountry': object
  'supply.models': object
  'supply.feeMinor': { readonly currency: string | number }
  'supply.currency': object
  'supply.minDays': object
  'supply.maxDays': object
  'supply.refundPercent': object
  'supply.workingDays': object
  'supply.source': object
  'supply.lookedAt': object
  'supply.addSupplier': object
  'supply.addService': object
  'supply.addCarrier': object
  'supply.addRule': object
  'supply.remove': object
  'supply.newSupplier': object
  'supply.noServices': object
  'supply.save': object
  'supply.saved': object
  'supply.unsaved': object
  'supply.discard': object
  'supply.files': object
  'supply.filesAbout': object
  'supply.fileOf': { readonly table: string | number }
  'supply.fileIn': object
  'supply.fileRead': { readonly table: string | number; readonly added: number; readonly changed: number; readonly unchanged: number }
  'supply.fileAdded': { readonly names: string | number }
  'supply.fileChanged': { readonly names: string | number }
  'supply.fileRefused': object
  'supply.more': { readonly count: string | number }
  'supply.stale': object
  'supply.serviceOf': { readonly service: string | number; readonly supplier: string | number }
  'supplyFault.name-twice': { readonly name: string | number }
  'supplyFault.service-twice': { readonly supplier: string | number; readonly name: string | number }
  'supplyFault.carrier-not-listed': { readonly supplier: string | number; readonly name: string | number }
  'supplyFault.account-has-no-carrier': { readonly supplier: string | number; readonly name: string | number }
  'supplyFault.carrier-needed': { readonly supplier: string | number }
  'supplyFault.days-crossed': { readonly supplier: string | number; readonly name: string | number }
  'supplyFault.other-currency': { readonly supplier: string | number; readonly name: string | number }
  'supplyFault.no-holidays': { readonly name: string | number }
  'supplyFault.rule-twice': { readonly name: string | number }
  'supplyFault.looked-at-in-future': { readonly name: string | number }
  'supplyFault.id-twice': { readonly name: string | number }
  'supplyFault.gone': { readonly name: string | number }
  'supplyFault.not-the-same': { readonly supplier: string | number; readonly name: string | number }
  'tableFlaw.no-such-table': object
  'tableFlaw.column-missing': { readonly column: string | number }
  'tableFlaw.cell': { readonly column: string | number; readonly cell: string | number; readonly flaw: string | number }
  'tableFlaw.supplier-unknown': { readonly cell: string | number }
  'tableFlaw.line-twice': object
  'tableFlaw.unreadable': object
  'tableFlaw.line': { readonly line: string | number; readonly flaw: string | number }
  'flaw.must.language-code': object
  'flaw.must.region-code': object
  'flaw.must.web-address': object
  'problem.service-withdrawn': object
  'problem.supply-changed': object
  'refusal.other-model': { readonly model: string | number; readonly models: string | number }
  'carrierPage.askAt': { readonly carrier: string | number; readonly where: string | number }
  'orderDesk.otherModels': { readonly suppliers: string | number }
  'ask.neededBy': object
  'ask.sellerMail': object
  'fact.neededBy': object
  'fact.sellerMail': object
  'answer.secondStep.hardware-key': object
  'before.bring-the-key': object
  'beforeShort.bring-the-key': object
  'inHand.hardware-key': object
  'bring.hardware-key': object
  'orderReason.will-not-wait': object
  'orderReason.terms-not-met': object
  'orderReason.cannot-be-asked': object
  'orderDesk.whyNotFree': object
  'refusal.ask-the-carrier-first': object
  'orderSummary.answersTo': { readonly address: string | number }
  'check.same-model': object
  'checkTodo.same-model': object
  'barred.same-model': object
  'fact.reportModel': object
  'ask.reportModel': object
  'answer.reportModel.same': object
  'answer.reportModel.other': object
  'mail.model': { readonly model: string }
  'registry.names': { readonly model: string | number }
  'orderDesk.inHand': { readonly model: string | number }
  'refusal.report-names-it': { readonly model: string | number }
  'keys.allSteps': object
  'knownFrom.report': object
  'accountPage.oldLockRefused': object
  'accountPage.useAccountInstead': object
  'event.old-lock-refused': object
  'accountStep.say-when-changed': object
  'accountHow.say-when-changed': object
  'accountPage.refusesFor': { readonly hours: string | number }
  'accountPage.longAgo': { readonly hours: string | number }
  'handBack.did.by-service': object
  'handBack.did.atService': object
  'deleted.by-service': object
  'breach.sent-to-service': object
  'accountWhy.seen-to-ask': object
  'accountPage.asksAfterAll': object
  'event.asked-after-all': object
  'stageState.left': object
  'reason.to-be-started': object
  'action.to-be-seen': object
  'reason.to-be-seen': object
  'carrierPage.isOff': object
  'orderDesk.failedHere': { readonly supplier: string | number }
  'orderDesk.orderAgain': object
  'accountSituation.none-left': object
  'accountBecause.none-left': object
  'keys.signals': object
  'keys.moreSteps': { readonly count: number }
  'keys.testSignals': object
  'keys.testSpoken': object
  'prep.batteryOk': object
  'prep.glasses': object
  'prep.glassesWatch': object
  'shelf.line': { readonly ticket: string | number; readonly device: string | number; readonly what: string | number }
  'shelf.device': object
  'figures.timeRange': { readonly half: string | number; readonly late: string | number }
  'figures.asTable': object
  'figures.each': object
  'keys.playedTones': object
  'keys.playedVoice': object
  'keys.notHeard': object
  'keys.noLoudspeaker': object
  'keys.noVoice': object
  'advice.sawMore': object
  'prep.batteryLow': object
  'benchButton.inHand': object
  'checks.inOrder': { readonly count: number }
  'attempts.older': { readonly count: string | number }
  'keys.nextAttempt': object
  'refusal.asked-where': object
  'registry.askedAt': { readonly where: string | number; readonly by: string | number }
  'registry.where': object
  'registry.whereHint': object
  'registry.by': object
  'registry.saidClean': object
  'withIt.label': object
  'keyHelp.modelSearch': object
  'keyboard.letters': object
  'view.title': object
  'view.light': object
  'view.light.day': object
  'view.light.night': object
  'view.light.glare': object
  'view.text': object
  'view.text.usual': object
  'view.text.large': object
  'view.text.largest': object
  'view.hand': object
  'view.hand.right': object
  'view.hand.left': object
  'view.here': object
  'caution.power-menu': object
  'caution.long-wait': { readonly time: string | number }
  'caution.cable-out': object
  'keyHelp.telephone': object
  'keyHelp.onTelephone': object
  'undo.atOnce': object
  'refusal.reason-missing': object
  'keyHelp.undo': object
  'keys.askAgain': object
  'keyboard.backspace': object
  'keys.whereNow': object
  'menus.leave': { readonly line: string | number }
  'menus.restarts': object
  'startShort.on-locked': object
  'startShort.off': object
  'startShort.off-charging': object
  'startShort.looping': object
  'startShort.dead-battery': object
  'startShort.in-download': object
  'prep.heldTurned': object
  'prep.heldUpright': object
  'keysForm.square': object
  'keys.notByKeys': object
  'keys.allTheSame': object
  'reason.account-would-stay': object
  'bill.title': object
  'bill.nothing': object
  'bill.report': { readonly reference: string | number }
  'bill.order': { readonly supplier: string | number }
  'bill.refund': { readonly supplier: string | number }
  'bill.makersService': object
  'bill.withinAgreed': object
  'bill.total': object
  'bill.tax': { readonly rate: string | number }
  'bill.deposit': { readonly day: string | number }
  'bill.rounded': object
  'bill.due': object
  'bill.back': object
  'bill.cash': object
  'bill.card': object
  'bill.transfer': object
  'bill.backCash': object
  'bill.backCard': object
  'bill.backTransfer': object
  'bill.later': object
  'bill.invoice': object
  'pay.cash': object
  'pay.card': object
  'pay.transfer': object
  'pay.later': object
  'handBackPage.howPaid': object
  'handBackPage.howPaidBack': object
  'handBackPage.inCash': { readonly amount: string | number }
  'handBackPage.ownLine': object
  'handBackPage.lineText': object
  'handBackPage.lineAmount': object
  'handBackPage.lineReason': object
  'handBackPage.addLine': object
  'handBackPage.onDocument': object
  'handBackPage.missing': { readonly parts: string | number }
  'handBackPage.lockAndWake': object
  'refusal.other-price': { readonly total: string | number }
  'refusal.how-paid': { readonly due: string | number }
  'event.line-added': object
  'event.payment-taken': object
  'doing.addingLine': object
  'doing.takingDeposit': object
  'deposit.take': object
  'deposit.taken': { readonly amount: string | number; readonly day: string | number; readonly person: string | number }
  'deposit.told': { readonly amount: string | number }
  'counter.deposit': object
  'deposit.amount': { readonly currency: string | number }
  'refusal.more-than-owed': { readonly owed: string | number }
  'bill.paidOn': { readonly day: string | number }
  'keyHelp.goOn': object
  'keyHelp.numbered': object
  'keyHelp.handBack': object
  'keyHelp.document': object
  'keyHelp.order': object
  'refusal.nothing-to-correct': object
  'event.bill-corrected': object
  'doing.correctingBill': object
  'invoice.title': { readonly number: string | number }
  'invoice.cancellation': { readonly number: string | number; readonly of: string | number }
  'invoice.cancelledBy': { readonly number: string | number }
  'invoice.ofDay': object
  'invoice.cancelled': object
  'invoice.noneStands': object
  'invoice.list': object
  'correctBill.open': object
  'correctBill.how': object
  'correctBill.anew': object
  'correctBill.cancel': object
  'correctBill.note': object
  'correctBill.comesTo': { readonly total: string | number }
  'correctBill.do': { readonly number: string | number }
  'problem.no-such-invoice': object
  'puck.none': object
  'puck.charger': object
  'puck.computer': object
  'onPuck.none': object
  'onPuck.charger': object
  'onPuck.computer': object
  'lane.puck': object
  'correction.other-puck': object
  'cause.no-puck': object
  'chartChange.puck': object
  'dryRunLost.offPuck': object
  'prep.watchOn': object
  'unknownModel.otherPuck': object
  'trigger.puck': { readonly links: string | number }
  'guard.puck': { readonly links: string | number }
  'prep.retirePuck': object
  'prep.noPower': object
  'handBack.confirmedBy.woken-open': object
  'handBack.confirmedBy.woken-new-lock': object
  'event.locked-and-woken': object
  'woken.nothing': object
  'woken.new-lock': object
  'woken.old-lock': object
  'event.customer-told-ready': object
  'event.customer-told-reminder': object
  'event.customer-told-document': object
  'refusal.nothing-to-tell': { readonly what: string }
  'toCustomer.title': { readonly what: string }
  'toCustomer.ready': { readonly device: string | number }
  'toCustomer.reminder': { readonly device: string | number; readonly day: string | number }
  'toCustomer.bring': { readonly ticket: string | number }
  'toCustomer.toPay': { readonly due: string | number }
  'toCustomer.document': { readonly ticket: string | number; readonly device: string | number }
  'toCustomer.answer': { readonly shop: string | number; readonly ticket: string | number }
  'handBack.fetchedBy': object
  'waits.fetching': object
  'shelf.fetching.due': object
  'flaw.must.days-rise': object
  'flaw.must.mail-address': object
  'flaw.must.document-by-mail': object
  'writtenBy.telephone': object
  'tellCustomer.title': object
  'tellCustomer.notTold': object
  'tellCustomer.next': { readonly day: string | number }
  'tellCustomer.noMore': object
  'tellCustomer.what.ready': object
  'tellCustomer.what.reminder': object
  'tellCustomer.what.document': object
  'tellCustomer.address': object
  'tellCustomer.send': object
  'tellCustomer.told': object
  'tellCustomer.telephone': object
  'tellCustomer.message': object
  'tellCustomer.letter': object
  'tellCustomer.print': object
  'handBackPage.fetchedBy': object
  'handBackPage.customer': object
  'handBackPage.somebodyElse': object
  'handBackPage.whoFetches': object
  'handBackPage.askForReceipt': object
  'settings.remindAfterDays': object
  'event.customer-told-question': object
  'refusal.not-asked': object
  'howAgreed.status-page': object
  'tellCustomer.what.question': object
  'toCustomer.question': { readonly device: string | number }
  'toCustomer.statusPage': { readonly page: string | number }
  'receipt.statusPage': object
  'statusPage.title': { readonly ticket: string | number }
  'statusPage.checked-in': object
  'statusPage.in-work': object
  'statusPage.waiting': object
  'statusPage.ready': object
  'statusPage.closed': object
  'statusPage.waits.you': object
  'statusPage.waits.carrier': object
  'statusPage.waits.supplier': object
  'statusPage.waits.account': object
  'statusPage.waits.seller': object
  'statusPage.waits.service': object
  'statusPage.until': { readonly day: string | number }
  'statusPage.read': object
  'statusPage.thanks': object
  'statusPage.none': object
  'statusPage.away': object
  'statusPage.language': object
  'problem.status-limit': object
  'problem.no-such-status': object
  'agreement.how.status-page': { readonly moment: string | number; readonly zone: string | number; readonly person: string | number }
  'jobs.filter': object
  'jobs.station': object
  'jobs.waitsFor': object
  'jobs.late': object
  'jobs.by': object
  'jobs.from': object
  'jobs.until': object
  'jobs.any': object
  'jobs.table': object
  'jobs.saved': object
  'jobs.save': object
  'jobs.saveAs': object
  'jobs.forget': object
  'jobs.clear': object
  'jobs.remind': object
  'change.likelier': { readonly to: string | number }
  'change.less-likely': { readonly to: string | number }
  'change.ends-otherwise': { readonly to: string | number; readonly end: string | number }
  'change.longer': { readonly to: string | number }
  'change.shorter': { readonly to: string | number }
  'change.sooner': { readonly to: string | number; readonly from: string | number }
  'change.price-of-one': { readonly to: string | number }
  'handBack.condition': object
  'handBack.conditionSame': object
  'handBack.conditionOther': { readonly note: string | number }
  'handBack.warranty': object
  'handBackPage.compared': object
  'handBackPage.same': object
  'handBackPage.notSame': object
  'handBackPage.whatDiffers': object
  'handBackPage.sayWhat': object
  'handBackPage.notCompared': object
  'condition.noMarks': object
  'settings.warrantyAbout': object
  'flaw.must.say-what-differs': object
  'basis.usual': object
  'basis.counted': { readonly worked: string | number; readonly all: string | number; readonly usual: string | number; readonly weight: string | number }
  'basis.measured': { readonly half: string | number; readonly count: string | number; readonly usual: string | number; readonly weight: string | number }
  'learnt.remembered-few': object
  'learnt.remembered-some': object
  'learnt.remembered-many': object
  'learnt.remembered-very-many': object
  'learnt.remote-unlock': object
  'learnt.settings-reset': object
  'learnt.settings-reset-freezing': object
  'learnt.cache-cleared': object
  'learnt.system-installed': object
  'learnt.recovery-reached': object
  'learnt.recovery-unknown-model': object
  'learnt.recovery-reset': object
  'learnt.reset-of-freezing': object
  'learnt.reset-of-loop': object
  'learnt.sign-in': object
  'learnt.old-lock': object
  'learnt.account-page': object
  'learnt.previous-owner': object
  'learnt.account-recovery': object
  'learnt.service-with-proof': object
  'learnt.service-without-proof': object
  'learnt.authorised-release': object
  'learnt.carrier': object
  'learnt.carrier-in-contract': object
  'learnt.supplier': object
  'took.keys': object
  'took.account-recovery': object
  'took.previous-owner': object
  'took.makers-service': object
  'took.authorised-release': object
  'took.carrier': object
  'took.supplier': object
  'taught.title': object
  'taught.about': { readonly weight: string | number }
  'taught.what': object
  'taught.usual': object
  'taught.here': object
  'taught.used': object
  'taught.inEight': object
  'taught.counted': { readonly worked: string | number; readonly all: string | number }
  'taught.measured': { readonly count: string | number; readonly range: string | number }
  'taught.between': { readonly from: string | number; readonly to: string | number }
  'station.results': object
  'jobs.family': object
  'jobs.without': { readonly what: string | number }
  'seenHere.howLong': object
  'seenHere.months': { readonly count: string | number }
  'seenHere.whose': object
  'seenHere.allTogether': object
  'seenHere.mine': object
  'seenHere.about': object
  'seenHere.methods': object
  'seenHere.methodsSaid': { readonly family: string | number; readonly method: string | number }
  'seenHere.nothing': object
  'seenHere.change': object
  'seenHere.changeSaid': { readonly day: string | number; readonly worked: string | number; readonly all: string | number; readonly workedBefore: string | number; readonly allBefore: string | number }
  'seenHere.asTable': object
  'seenHere.outcomes': object
  'seenHere.beside': { readonly counted: string | number; readonly usual: string | number }
  'seenHere.promises': object
  'seenHere.promisesAbout': object
  'seenHere.cables': object
  'seenHere.noCable': { readonly link: string | number }
  'seenHere.wipes': object
  'seenHere.wipesAbout': object
  'seenHere.wipe': { readonly count: string | number; readonly half: string | number; readonly late: string | number }
  'seenHere.income': object
  'income.workMinor': object
  'income.feesMinor': object
  'income.ownMinor': object
  'promiseKept.half': object
  'promiseKept.nine-in-ten': object
  'promiseKept.supplier': object
  'seenHere.cable': { readonly cable: string | number; readonly link: string | number }
  'seenHere.system': { readonly version: string | number }
  'jobs.tried': { readonly month: string | number }
  'jobs.cable': { readonly cable: string | number }
  'jobs.billed': { readonly month: string | number }
  'seenHere.counted': { readonly count: number }
  'seenHere.eightIn10': { readonly from: string | number; readonly to: string | number }
  'seenHere.newest': object
  'story.title': { readonly ticket: string | number }
  'story.opened': object
  'story.openedBy': { readonly at: string | number; readonly person: string | number }
  'story.closed': object
  'jobPage.story': object
  'wholeShop.save': object
  'wholeShop.about': object
  'jobs.model': object
  'agreement.forgetting': { readonly documentsDays: string | number; readonly documents: number; readonly personDays: string | number; readonly person: number; readonly billDays: string | number; readonly bill: number }
  'personalKind.ownership': object
  'personalKind.contact': object
  'personalKind.imei': object
  'personalKind.signature': object
  'personalKind.mail': object
  'personalKind.text': object
  'personalKind.bill': object
  'copy.title': { readonly ticket: string | number }
  'copy.kept': object
  'copy.until': { readonly kind: string | number; readonly date: string | number }
  'document.forgotten': object
  'event.hold-placed': object
  'event.hold-lifted': object
  'event.forgotten-days-over': object
  'event.forgotten-asked': object
  'copyTaken.given': object
  'copyTaken.not-wanted': object
  'refusal.not-closed': object
  'refusal.on-hold': { readonly since: string | number }
  'refusal.not-on-hold': object
  'refusal.nothing-to-forget': object
  'problem.forgotten': object
  'flaw.must.texts-first': object
  'kept.title': object
  'kept.open': object
  'kept.until': { readonly date: string | number }
  'kept.held': { readonly since: string | number; readonly person: string | number; readonly reason: string | number }
  'kept.all': object
  'kept.forgotten': { readonly date: string | number; readonly kinds: string | number }
  'kept.copy': object
  'kept.paper': object
  'kept.file': object
  'kept.ask': object
  'kept.hold': object
  'kept.lift': object
  'kept.why': object
  'kept.whyHint': object
  'kept.place': object
  'kept.cancel': object
  'kept.gone': { readonly kinds: string | number }
  'kept.older': object
  'kept.took': object
  'kept.notWanted': object
  'kept.forget': object
  'kept.billsStay': { readonly date: string | number }
  'forgetting.title': object
  'forgetting.about': object
  'forgetting.law': object
  'forgetting.days': { readonly kind: string | number }
  'forgetting.newJobs': object
  'forgetting.link': object
  'forgetting.last': { readonly at: string | number; readonly jobs: number; readonly mails: number }
  'forgetting.never': object
  'forgetting.logNotCleared': object
  'forgetting.next': object
  'forgetting.nextOf': { readonly shown: string | number; readonly count: string | number }
  'forgetting.none': object
  'forgetting.job': object
  'forgetting.what': object
  'forgetting.when': object
  'forgetting.held': object
  'forgetting.noneHeld': object
  'doing.forgetting': object
  'doing.hold': object
  'problem.own-results': object
  'problem.no-such-exchange': object
  'exchanged.title': object
  'exchanged.none': object
  'exchanged.shop': { readonly number: string | number }
  'exchanged.unnamed': object
  'exchanged.line': { readonly shop: string | number; readonly at: string | number; readonly person: string | number; readonly attempts: number; readonly counted: number }
  'exchanged.undo': object
  'exchanged.undone': object
  'basis.exchanged': { readonly worked: string | number; readonly all: string | number }
  'basis.exchangedTime': { readonly half: string | number; readonly count: string | number }
  'taught.elsewhere': object
  'seenHere.firstStarts': object
  'seenHere.charges': object
  'seenHere.spent': object
  'seenHere.spentAbout': object
  'seenHere.suppliers': object
  'seenHere.orders': object
  'seenHere.feesOf': object
  'seenHere.ended': object
  'seenHere.unlisted': object
  'spentOn.at-counter': object
  'spentOn.at-bench': object
  'spentOn.waited': object
  'spentOn.until-fetched': object
  'kit.newest': object
  'forgetting.daysFirst': object
  'problem.results-of-later': { readonly at: string | number }
  'firstRun.title': object
  'firstRun.lead': object
  'firstRun.code': object
  'firstRun.codeWhy': object
  'firstRun.shop': object
  'firstRun.name': object
  'firstRun.address': object
  'firstRun.mail': object
  'firstRun.country': object
  'firstRun.countryUnknown': object
  'firstRun.currency': object
  'firstRun.you': object
  'firstRun.youWhy': object
  'firstRun.yourName': object
  'firstRun.password': object
  'firstRun.showPassword': object
  'firstRun.personalCode': object
  'firstRun.open': object
  'firstRun.missing': { readonly what: string | number }
  'problem.shop-is-set-up': object
  'problem.wrong-first-code': object
  'problem.owner-only': object
  'problem.shop-changed': object
  'flaw.must.new-code': object
  'flaw.must.guessed-first': object
  'problem.wait-to-enter': { readonly seconds: number }
  'problem.no-supervisors-code': object
  'problem.no-such-invitation': object
  'problem.no-such-person': object
  'problem.name-taken': { readonly name: string | number }
  'problem.code-taken': object
  'problem.last-owner': object
  'problem.no-such-session': object
  'people.title': object
  'people.lead': object
  'people.link': object
  'people.name': object
  'people.role': object
  'people.seen': object
  'people.never': object
  'people.invited': { readonly at: string | number }
  'people.left': { readonly day: string | number }
  'people.newLink': object
  'people.leaves': object
  'people.leavesNow': object
  'people.keep': object
  'people.returns': object
  'people.add': object
  'people.addIt': object
  'people.handOver': { readonly name: string | number }
  'people.signedIn': object
  'people.thisOne': object
  'people.since': { readonly at: string | number; readonly seen: string | number }
  'people.end': object
  'people.log': object
  'people.older': object
  'role.technician': object
  'role.supervisor': object
  'role.owner': object
  'welcome.title': { readonly name: string | number }
  'welcome.lead': { readonly shop: string | number }
  'welcome.begin': object
  'logged.signed-in': object
  'logged.signed-out': object
  'logged.changed-person': object
  'logged.shop-begun': object
  'logged.refused': { readonly what: string }
  'logged.downloaded': { readonly what: string }
  'logged.cable-added': { readonly number: string | number }
  'logged.cable-retired': { readonly number: string | number }
  'logged.cable-used-again': { readonly number: string | number }
  'logged.person-added': { readonly name: string | number }
  'logged.person-changed': { readonly name: string | number }
  'logged.person-invited': { readonly person: string | number }
  'logged.person-left': { readonly person: string | number }
  'logged.person-returned': { readonly person: string | number }
  'logged.password-chosen': object
  'logged.shop-changed': object
  'logged.session-ended': { readonly name: string | number }
  'shop.publicAddress': object
  'shop.save': object
  'shop.saved': object
  'firstRun.secrets': object
  'problem.no-own-mail': object
  'lockState.off-untested': object
  'backups.last': { readonly at: string | number; readonly megabytes: number }
  'backups.old': { readonly at: string | number }
  'backups.none': object
  'backups.failed': { readonly at: string | number }
  'follows.it-worked': object
  'follows.it-failed': object
  'accountPage.whatFollows': object
  'action.sim-to-be-tried': object
  'reason.sim-to-be-tried': object
  'refusal.device-blocked': object
  'carrierSituation.blocked': object
  'trayWhy.unknown-sender': object
  'trayWhy.job-closed': object
  'problem.pdf-unreadable': object
  'problem.busy-now': object
  'trust.title': object
  'trust.about': object
  'trust.download': object
  'trust.downloadLink': object
  'trust.install': object
  'trust.compare': object
  'trust.open': object
  'trust.openLink': object
  'trust.limits': object
  'otherDevices.title': object
  'otherDevices.on': object
  'otherDevices.off': object
  'otherDevices.first': object
  'otherDevices.later': object
  'otherDevices.code': object
  'otherDevices.fingerprint': object
  'otherDevices.until': { readonly at: string | number }
  'otherDevices.untilOwn': { readonly at: string | number }
  'otherDevices.untilSoon': { readonly at: string | number }
  'otherDevices.no-address': object
  'otherDevices.certificate': object
  'otherDevices.port': object
  'problem.second-step-needed': object
  'problem.wrong-second-step': object
  'problem.second-step-is-set-up': object
  'problem.second-step-not-begun': object
  'problem.wrong-password': object
  'logged.second-step-begun': object
  'logged.second-step-ended': object
  'logged.second-step-taken': { readonly person: string | number }
  'secondStep.title': object
  'secondStep.about': object
  'signIn.secondStepDue': object
  'signIn.setItUp': object
  'secondStep.password': object
  'secondStep.begin': object
  'secondStep.read': object
  'secondStep.picture': object
  'secondStep.key': object
  'secondStep.code': object
  'secondStep.confirm': object
  'secondStep.spare': object
  'secondStep.isSetUp': { readonly count: number }
  'secondStep.end': object
  'signIn.secondStep': object
  'secondStep.wanted': object
  'secondStep.has': object
  'secondStep.take': object
  'logged.let-in': { readonly person: string | number }
  'logged.connections-changed': object
  'problem.connection-failed': { readonly what: string; readonly why: string }
  'flaw.must.host-name': object
  'flaw.must.unprotected': object
  'connections.title': object
  'connections.smtp': object
  'connections.mailbox': object
  'connections.host': object
  'connections.port': object
  'connections.protection': object
  'connections.tls': object
  'connections.starttls': object
  'connections.none': object
  'connections.user': object
  'connections.password': object
  'connections.kept': object
  'connections.folder': object
  'connections.registry': object
  'connections.save': object
  'connections.trying': object
  'connections.saved': object
  'connections.empty': object
  'ownSecrets.title': object
  'ownSecrets.change': object
  'ownSecrets.before': object
  'ownSecrets.keep': object
  'ownSecrets.done': object
  'setUp.title': object
  'setUp.prices': object
  'setUp.own-mail': object
  'setUp.mail-server': object
  'setUp.mailbox': object
  'setUp.carriers': object
  'setUp.suppliers': object
  'setUp.registry': object
  'setUp.backups': object
  'problem.own-second-step': object
  'firstRun.language': object
  'firstRun.money': object
  'firstRun.hour': object
  'firstRun.hourWhy': object
  'setUp.isOpen': object
  'setUp.lead': object
  'setUp.toCounter': object
  'setUp.catalogue': object
  'setUp.retention': object
  'setUp.right': object
  'setUp.rightOf': { readonly what: string | number }
  'firstRun.region': object
  'forgetting.changesKept': object
  'backups.changes': { readonly at: string | number }
  'backups.changesFailed': object
  'settings.changedBy': { readonly person: string | number; readonly day: string | number }
  'problem.password-guessed': object
  'bill.taxOfPart': { readonly rate: string | number; readonly part: string | number }
  'carrierPage.laterBy': { readonly day: string | number }
  'refusal.no-model': object
  'orderDesk.exactModel': object
  'refusal.carrier-confirmed': object
}
