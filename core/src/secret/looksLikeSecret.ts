/** Why a text is questioned: a figure of the length of a PIN, a way over the nine dots, or what a word announces. */
export interface Suspicion {
  readonly kind: 'figure' | 'pattern' | 'announced'
  /** The part of the text that looks like a secret. */
  readonly found: string
}

/**
 * Whether a free text seems to hold a PIN, pattern, password or second-step code, which is never kept. IMEIs,
 * carrier codes, telephone numbers, dates, prices, tickets and the like are not taken for one. It questions and
 * does not decide: a person says whether it is one. Rules of our own, common practice, no source.
 */
export function looksLikeSecret(text: string): Suspicion | undefined {
  const announced = announcedIn(text)
  if (announced) return { kind: 'announced', found: announced }
  const rest = withoutHarmless(text)
  const pattern = PATTERN.exec(rest)?.[1]
  if (pattern) return { kind: 'pattern', found: pattern.trim() }
  const figure = FIGURE.exec(rest)?.[1]
  return figure ? { kind: 'figure', found: figure } : undefined
}

/** Words for a secret of the customer, in the languages of the counter. */
const SECRET_WORD =
  '(?:pin(?:[- ]?code)?|pass(?:code|word|phrase)|passwort|kennwort|pwd?|puk|muster|sperrmuster|pattern|sperrcode|' +
  'geheimzahl|mot de passe|mdp|schéma|code secret|code pin|contraseña|clave|patrón|otp|tan|2fa|' +
  '(?:second[- ]step|verification|one[- ]time|security|backup|bestätigungs|sicherheits)[- ]?codes?)'
const ANNOUNCED = new RegExp(
  `(?<![\\p{L}\\p{N}])${SECRET_WORD}(?![\\p{L}])\\s*(is|ist|est|es|was|war|[:=])?\\s*(["“'‘«„]?)([^\\s,;.!?"”'’»“]+)`,
  'giu',
)
/** What may follow such a word and says nothing. */
const ORDINARY =
  /^(?:known|unknown|forgotten|none|no|yes|not|lost|changed|never|nein|ja|keine?|vergessen|unbekannt|geändert|oublié|inconnu|non|oui|olvidada?|olvidado|no|sí|ok|needed|required|reset|shown|seen|asked|n\/a|-+|\?+)$/iu

function announcedIn(text: string): string | undefined {
  for (const [, joint, quote, token = ''] of text.matchAll(ANNOUNCED)) {
    if (ORDINARY.test(token)) continue
    // A count of something: "PIN 12 attempts".
    const after = text.slice(text.indexOf(token) + token.length)
    if (/^\d+$/.test(token) && (token.length < 4 || COUNTED.test(after))) continue
    const isSign = joint === ':' || joint === '='
    const isOdd = /\d/.test(token) || /[^\p{L}\p{N}-]/u.test(token)
    if (quote || isSign || (isOdd && token.length >= 4)) return token
  }
  return undefined
}

const COUNTED =
  /^\s*(?:%|€|eur\b|attempts|times|mal\b|versuche|x\b|minutes?|min\b|days?|tage|euro|gb\b|mah\b|km\b)/iu

/** A way over the nine dots of a pattern: four single digits or more, one after another. */
const PATTERN = /(?<![\d-])([1-9](?:\s*(?:-|>|→|,|\s)\s*[1-9]){3,8})(?![\d-])/u
/** A figure as long as a PIN or a second-step code, standing by itself. */
const FIGURE = /(?<![\p{L}\p{N}.,:/+#*-])(\d{4,6}|\d{3}[ -]\d{3})(?![\p{L}\p{N}/:#*-]|[.,]\d)/u

/** What has figures and is no secret, each as a whole. */
const HARMLESS: readonly RegExp[] = [
  /\S+@\S+/gu,
  /https?:\/\/\S+/gu,
  // IMEI and IMEISV, also in groups; card and account numbers are longer than a PIN as well.
  /(?<!\d)\d(?:[ -]?\d){12,18}(?!\d)/gu,
  // Carrier codes: 8 to 16 digits (3GPP TS 22.022, from memory).
  /(?<!\d)\d(?:[ ]?\d){7,15}(?!\d)/gu,
  // Telephone numbers.
  /(?:\+|(?<!\d)00|tel\.?:?|phone:?|telefon:?|mobil:?|tél\.?:?)\s*\d[\d ()/-]{3,}/giu,
  /(?<!\d)0\d{1,4}[ /-]\d[\d ]{3,}/gu,
  // Dates, times, years.
  /\d{4}-\d{1,2}-\d{1,2}|\d{1,2}[./]\d{1,2}[./](?:\d{4}|\d{2})?/gu,
  /\d{1,2}:\d{2}/gu,
  /(?<!\d)(?:19[7-9]\d|20[0-4]\d)(?!\d)/gu,
  // Prices and measures.
  /(?:€|\$|£|eur|chf|usd)\s*\d[\d.,]*/giu,
  /\d[\d.,]*\s*(?:€|\$|£|%|eur\b|euro|chf\b|usd\b|gb\b|mb\b|mah\b|mm\b|km\b|attempts|times|versuche|minutes?|min\b|seconds?|days?|tage|photos?|fotos?|pictures|km|pieces)/giu,
  // Numbers of papers and places, named as such.
  /(?:no\.?|nr\.?|number|nummer|n°|#|receipt|invoice|order|box|bill|rechnung|beleg|quittung|bestellung|facture|reçu|factura|recibo|ticket|serial|s\/n|sn|id|ausweis|passport|licen[cs]e|customer|kunde|contract|vertrag|model|modell|room|street|straße|plz|postcode|zip|report|case|aktenzeichen)\s*(?:no\.?|nr\.?|number|nummer|n°|card|paper)?\s*[:#]?\s*[\p{L}]{0,3}[-/]?\d[\d/-]*/giu,
  // Codes with letters in them: models, tickets, serial numbers.
  /(?=[\p{L}\p{N}/-]*\p{L})(?=[\p{L}\p{N}/-]*\d)(?!g-\d)[\p{L}\p{N}][\p{L}\p{N}/-]*/giu,
]

function withoutHarmless(text: string): string {
  return HARMLESS.reduce((rest, harmless) => rest.replace(harmless, ' · '), text)
}
