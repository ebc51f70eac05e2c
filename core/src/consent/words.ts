import type { ConsentTerms } from '../route/index.ts'
import type { CustomerLanguage } from './language.ts'

/** The words of the agreement in one language. Plain, short, and the same in what they say in every language. */
export interface ConsentWords {
  readonly title: string
  readonly unknownDevice: string
  readonly storage: Readonly<Record<ConsentTerms['storage'], string>>
  readonly memoryCard: string
  readonly esimProfile: string
  readonly account: Readonly<Record<ConsentTerms['account'], string>>
  readonly carrier: Readonly<Record<ConsentTerms['carrier'], string>>
  readonly makersService: string
  readonly free: string
  readonly price: (most: string) => string
  readonly notBypassed: string
  readonly noSecrets: string
  readonly photosOfEvidence: string
  readonly agreement: string
}

const en: ConsentWords = {
  title: 'What you agree to',
  unknownDevice: 'Device',
  storage: {
    kept: 'Nothing on the device will be deleted by us.',
    'perhaps-gone':
      'We first try what keeps your data. If that does not help, the device is reset: photos, messages and apps on it are then gone, and we cannot bring them back.',
    gone: 'The reset deletes everything on the device: photos, messages, apps. We cannot bring it back.',
  },
  memoryCard: 'If there is a memory card in it, we take it out first: the reset may format a card.',
  esimProfile:
    'The reset may remove an eSIM from the device. You may need a new activation from your carrier for it.',
  account: {
    'not-asked': '',
    'may-be-asked':
      'Afterwards the device may ask for an account that was on it. Only its owner can answer, with the password.',
    'will-be-asked':
      'Afterwards the device will ask for the account that is on it now. You sign in yourself, with your password and the code or prompt that comes to you.',
    'asked-already':
      'The device asks for the account of somebody else. Only that person, or the maker’s service with proof of purchase, can remove it.',
  },
  carrier: {
    'no-matter': '',
    'perhaps-stays': 'If the device refuses the SIM of another carrier, our work does not change that.',
    'stays-until-released':
      'The carrier lock stays until the carrier releases it. That takes working days and may cost a fee, which is due even if the carrier refuses.',
  },
  makersService:
    'The device may go to the maker’s service. That takes days to weeks, and everything on it is deleted there.',
  free: 'It costs nothing.',
  price: (most) =>
    `It costs at most ${most}, tax included. If our work does not help, you pay only the fees that we paid to others for you.`,
  notBypassed: 'We do not get around an account lock, and we do not work on devices that are reported.',
  noSecrets:
    'We do not ask for your PIN, pattern or password, and we write none of them down. You type them yourself.',
  photosOfEvidence:
    'What you show us as proof is kept with this job, seen by our staff only, and deleted after our retention time.',
  agreement: 'I have read this and I agree. The device is mine, or I may decide about it.',
}

const de: ConsentWords = {
  title: 'Womit Sie einverstanden sind',
  unknownDevice: 'Gerät',
  storage: {
    kept: 'Wir löschen nichts auf dem Gerät.',
    'perhaps-gone':
      'Wir versuchen zuerst, was Ihre Daten erhält. Hilft das nicht, wird das Gerät zurückgesetzt: Fotos, Nachrichten und Apps darauf sind dann weg, und wir können sie nicht zurückholen.',
    gone: 'Das Zurücksetzen löscht alles auf dem Gerät: Fotos, Nachrichten, Apps. Wir können nichts davon zurückholen.',
  },
  memoryCard:
    'Steckt eine Speicherkarte darin, nehmen wir sie vorher heraus: Das Zurücksetzen kann eine Karte formatieren.',
  esimProfile:
    'Das Zurücksetzen kann eine eSIM vom Gerät entfernen. Dann brauchen Sie vielleicht eine neue Aktivierung von Ihrem Anbieter.',
  account: {
    'not-asked': '',
    'may-be-asked':
      'Danach fragt das Gerät vielleicht nach einem Konto, das darauf war. Nur wem es gehört, kann antworten, mit dem Passwort.',
    'will-be-asked':
      'Danach fragt das Gerät nach dem Konto, das jetzt darauf ist. Sie melden sich selbst an, mit Ihrem Passwort und dem Code oder der Abfrage, die bei Ihnen ankommt.',
    'asked-already':
      'Das Gerät fragt nach dem Konto eines anderen. Nur dieser Mensch oder der Dienst des Herstellers mit Kaufbeleg kann es entfernen.',
  },
  carrier: {
    'no-matter': '',
    'perhaps-stays': 'Lehnt das Gerät die SIM eines anderen Anbieters ab, ändert unsere Arbeit daran nichts.',
    'stays-until-released':
      'Die Anbietersperre bleibt, bis der Anbieter sie aufhebt. Das dauert Werktage und kann eine Gebühr kosten, die auch bei einer Ablehnung fällig ist.',
  },
  makersService:
    'Das Gerät geht vielleicht an den Dienst des Herstellers. Das dauert Tage bis Wochen, und dort wird alles gelöscht.',
  free: 'Es kostet nichts.',
  price: (most) =>
    `Es kostet höchstens ${most} einschließlich Steuer. Hilft unsere Arbeit nicht, zahlen Sie nur die Gebühren, die wir für Sie an andere gezahlt haben.`,
  notBypassed: 'Wir umgehen keine Kontosperre und arbeiten nicht an Geräten, die als vermisst gemeldet sind.',
  noSecrets:
    'Wir fragen nicht nach Ihrer PIN, Ihrem Muster oder Passwort und schreiben nichts davon auf. Sie tippen selbst.',
  photosOfEvidence:
    'Was Sie uns als Nachweis zeigen, bleibt bei diesem Auftrag, nur für uns sichtbar, und wird nach unserer Frist gelöscht.',
  agreement:
    'Ich habe das gelesen und bin einverstanden. Das Gerät gehört mir, oder ich darf darüber entscheiden.',
}

const fr: ConsentWords = {
  title: 'Ce que vous acceptez',
  unknownDevice: 'Appareil',
  storage: {
    kept: 'Nous n’effaçons rien sur l’appareil.',
    'perhaps-gone':
      'Nous essayons d’abord ce qui garde vos données. Si cela ne suffit pas, l’appareil est réinitialisé : photos, messages et applications sont alors perdus, et nous ne pouvons pas les retrouver.',
    gone: 'La réinitialisation efface tout sur l’appareil : photos, messages, applications. Nous ne pouvons pas les retrouver.',
  },
  memoryCard:
    'S’il contient une carte mémoire, nous l’enlevons avant : la réinitialisation peut formater une carte.',
  esimProfile:
    'La réinitialisation peut retirer une eSIM de l’appareil. Il vous faudra peut-être une nouvelle activation de votre opérateur.',
  account: {
    'not-asked': '',
    'may-be-asked':
      'Ensuite, l’appareil demandera peut-être un compte qui y était. Seule la personne à qui il appartient peut répondre, avec le mot de passe.',
    'will-be-asked':
      'Ensuite, l’appareil demandera le compte qui s’y trouve maintenant. Vous vous connectez vous-même, avec votre mot de passe et le code ou la demande qui vous parvient.',
    'asked-already':
      'L’appareil demande le compte de quelqu’un d’autre. Seule cette personne, ou le service du fabricant avec une preuve d’achat, peut le retirer.',
  },
  carrier: {
    'no-matter': '',
    'perhaps-stays': 'Si l’appareil refuse la SIM d’un autre opérateur, notre travail n’y change rien.',
    'stays-until-released':
      'Le verrouillage opérateur reste jusqu’à ce que l’opérateur le lève. Cela prend des jours ouvrés et peut coûter des frais, dus même en cas de refus.',
  },
  makersService:
    'L’appareil peut être envoyé au service du fabricant. Cela prend des jours ou des semaines, et tout y est effacé.',
  free: 'Cela ne coûte rien.',
  price: (most) =>
    `Cela coûte au plus ${most}, taxes comprises. Si notre travail n’aide pas, vous ne payez que les frais que nous avons payés à d’autres pour vous.`,
  notBypassed:
    'Nous ne contournons aucun verrouillage de compte et ne travaillons pas sur un appareil signalé.',
  noSecrets:
    'Nous ne demandons ni code, ni schéma, ni mot de passe, et n’en notons aucun. Vous les tapez vous-même.',
  photosOfEvidence:
    'Ce que vous nous montrez comme preuve reste avec ce dossier, visible de nous seuls, et est effacé après notre délai de conservation.',
  agreement: 'J’ai lu ce texte et je suis d’accord. L’appareil est à moi, ou je peux en décider.',
}

const es: ConsentWords = {
  title: 'Lo que usted acepta',
  unknownDevice: 'Dispositivo',
  storage: {
    kept: 'No borramos nada del dispositivo.',
    'perhaps-gone':
      'Primero probamos lo que conserva sus datos. Si no basta, el dispositivo se restablece: fotos, mensajes y aplicaciones se pierden, y no podemos recuperarlos.',
    gone: 'El restablecimiento borra todo lo que hay en el dispositivo: fotos, mensajes, aplicaciones. No podemos recuperarlo.',
  },
  memoryCard:
    'Si lleva una tarjeta de memoria, la sacamos antes: el restablecimiento puede formatear una tarjeta.',
  esimProfile:
    'El restablecimiento puede quitar una eSIM del dispositivo. Quizá necesite una nueva activación de su operador.',
  account: {
    'not-asked': '',
    'may-be-asked':
      'Después, el dispositivo quizá pida una cuenta que estaba en él. Solo su titular puede responder, con la contraseña.',
    'will-be-asked':
      'Después, el dispositivo pedirá la cuenta que tiene ahora. Usted inicia la sesión, con su contraseña y el código o aviso que le llegue.',
    'asked-already':
      'El dispositivo pide la cuenta de otra persona. Solo esa persona, o el servicio del fabricante con prueba de compra, puede quitarla.',
  },
  carrier: {
    'no-matter': '',
    'perhaps-stays': 'Si el dispositivo rechaza la SIM de otro operador, nuestro trabajo no lo cambia.',
    'stays-until-released':
      'El bloqueo del operador sigue hasta que el operador lo levante. Tarda días laborables y puede costar una tasa, que se debe aunque lo rechacen.',
  },
  makersService:
    'El dispositivo puede ir al servicio del fabricante. Tarda de días a semanas, y allí se borra todo.',
  free: 'No cuesta nada.',
  price: (most) =>
    `Cuesta como mucho ${most}, impuestos incluidos. Si nuestro trabajo no ayuda, solo paga las tasas que pagamos a otros por usted.`,
  notBypassed: 'No eludimos ningún bloqueo de cuenta, y no trabajamos en dispositivos denunciados.',
  noSecrets: 'No pedimos su PIN, patrón ni contraseña, y no los anotamos. Usted mismo los teclea.',
  photosOfEvidence:
    'Lo que nos muestra como prueba queda con este encargo, visible solo para nosotros, y se borra tras nuestro plazo.',
  agreement: 'He leído esto y estoy de acuerdo. El dispositivo es mío, o puedo decidir sobre él.',
}

export const WORDS: Readonly<Record<CustomerLanguage, ConsentWords>> = { en, de, fr, es }
