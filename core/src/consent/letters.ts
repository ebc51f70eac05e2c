import type { CustomerLanguage } from './language.ts'

/** A short plain letter for the customer to send or take home. */
export interface Letter {
  readonly title: string
  readonly lines: readonly string[]
}

/** To the previous owner: how to take the device off their account. It costs nothing and takes minutes. */
export function sellerLetter(language: CustomerLanguage, device: string): Letter {
  return SELLER[language](device)
}

/** For home: how to use the carrier's release once it has come, whichever way it comes. */
export function activationLetter(language: CustomerLanguage, device: string): Letter {
  return ACTIVATION[language](device)
}

type Letters = Readonly<Record<CustomerLanguage, (device: string) => Letter>>

const SELLER: Letters = {
  en: (device) => ({
    title: 'Please take this device off your account',
    lines: [
      `I bought your ${device}. It still asks for your account, so I cannot use it.`,
      '1. On any computer or phone, sign in to your account and open its list of devices.',
      `2. Choose the ${device} and remove it from the account.`,
      '3. In the maker’s own account, if you had one on it, remove it there too.',
      'It takes some minutes and costs nothing. Please do not send me your password.',
    ],
  }),
  de: (device) => ({
    title: 'Bitte entfernen Sie dieses Gerät aus Ihrem Konto',
    lines: [
      `Ich habe Ihr ${device} gekauft. Es fragt noch nach Ihrem Konto, ich kann es nicht benutzen.`,
      '1. Melden Sie sich an einem Computer oder Telefon in Ihrem Konto an und öffnen Sie die Liste Ihrer Geräte.',
      `2. Wählen Sie ${device} und entfernen Sie es aus dem Konto.`,
      '3. War auch ein Konto des Herstellers darauf, entfernen Sie es dort ebenfalls.',
      'Es dauert einige Minuten und kostet nichts. Bitte schicken Sie mir Ihr Passwort nicht.',
    ],
  }),
  fr: (device) => ({
    title: 'Merci de retirer cet appareil de votre compte',
    lines: [
      `J’ai acheté votre ${device}. Il demande encore votre compte, je ne peux pas l’utiliser.`,
      '1. Sur un ordinateur ou un téléphone, connectez-vous à votre compte et ouvrez la liste de vos appareils.',
      `2. Choisissez ${device} et retirez-le du compte.`,
      '3. S’il y avait aussi un compte du fabricant, retirez-le là aussi.',
      'Cela prend quelques minutes et ne coûte rien. Merci de ne pas m’envoyer votre mot de passe.',
    ],
  }),
  es: (device) => ({
    title: 'Por favor, quite este dispositivo de su cuenta',
    lines: [
      `Compré su ${device}. Todavía pide su cuenta y no puedo usarlo.`,
      '1. En un ordenador o teléfono, entre en su cuenta y abra la lista de sus dispositivos.',
      `2. Elija ${device} y quítelo de la cuenta.`,
      '3. Si tenía también una cuenta del fabricante, quítelo allí también.',
      'Tarda unos minutos y no cuesta nada. Por favor, no me envíe su contraseña.',
    ],
  }),
}

const ACTIVATION: Letters = {
  en: (device) => ({
    title: 'When the release of the carrier lock has come',
    lines: [
      `This is for your ${device}. We tell you which of the three it is.`,
      'A code: switch off, put in a SIM of another carrier, switch on. Enter the code when it asks. The tries are limited: never guess.',
      'Over the air: connect to Wi-Fi and restart.',
      'An app: open it and ask for the permanent release, not the temporary one.',
      'It is done when a SIM of another carrier registers and a call goes through. If it does not, call us before the next try.',
    ],
  }),
  de: (device) => ({
    title: 'Wenn die Freigabe der Anbietersperre da ist',
    lines: [
      `Das ist für Ihr ${device}. Wir sagen Ihnen, welcher der drei Wege es ist.`,
      'Ein Code: ausschalten, SIM eines anderen Anbieters einlegen, einschalten. Den Code eingeben, wenn danach gefragt wird. Die Versuche sind begrenzt: nie raten.',
      'Über das Netz: mit WLAN verbinden und neu starten.',
      'Eine App: öffnen und die dauerhafte Freigabe verlangen, nicht die vorübergehende.',
      'Fertig ist es, wenn sich die SIM eines anderen Anbieters anmeldet und ein Anruf durchgeht. Sonst rufen Sie uns vor dem nächsten Versuch an.',
    ],
  }),
  fr: (device) => ({
    title: 'Quand la levée du verrouillage opérateur est arrivée',
    lines: [
      `Ceci concerne votre ${device}. Nous vous disons lequel des trois cas est le vôtre.`,
      'Un code : éteignez, mettez la SIM d’un autre opérateur, allumez. Tapez le code quand il est demandé. Les essais sont limités : ne devinez jamais.',
      'À distance : connectez-vous au Wi-Fi et redémarrez.',
      'Une application : ouvrez-la et demandez la levée définitive, pas la provisoire.',
      'C’est fait quand la SIM d’un autre opérateur s’enregistre et qu’un appel passe. Sinon, appelez-nous avant l’essai suivant.',
    ],
  }),
  es: (device) => ({
    title: 'Cuando haya llegado la liberación del operador',
    lines: [
      `Esto es para su ${device}. Le decimos cuál de los tres casos es el suyo.`,
      'Un código: apague, ponga una SIM de otro operador, encienda. Escriba el código cuando lo pida. Los intentos son limitados: no adivine nunca.',
      'A distancia: conéctese a la Wi-Fi y reinicie.',
      'Una aplicación: ábrala y pida la liberación permanente, no la temporal.',
      'Está hecho cuando una SIM de otro operador se registra y una llamada funciona. Si no, llámenos antes del siguiente intento.',
    ],
  }),
}
