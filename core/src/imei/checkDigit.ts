/**
 * The Luhn check digit over a string of decimal digits.
 *
 * Source: ISO/IEC 7812-1 annex B; used for the IMEI by 3GPP TS 23.003 annex B (both from memory).
 * @param digits one or more decimal digits, without the check digit
 * @returns the check digit, 0 to 9
 */
export function checkDigit(digits: string): number {
  let sum = 0
  for (let fromRight = 0; fromRight < digits.length; fromRight++) {
    const digit = digits.charCodeAt(digits.length - 1 - fromRight) - 48
    const doubled = fromRight % 2 === 0 ? digit * 2 : digit
    sum += doubled > 9 ? doubled - 9 : doubled
  }
  return (10 - (sum % 10)) % 10
}

/** Whether the last digit of a string of decimal digits is the check digit of those before it. */
export function hasValidCheckDigit(digits: string): boolean {
  return digits.length > 1 && checkDigit(digits.slice(0, -1)) === digits.charCodeAt(digits.length - 1) - 48
}
