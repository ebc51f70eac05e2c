/** The middle of a list of numbers. */
export const median = (values) => percentile(values, 0.5)

export function percentile(values, part) {
  const sorted = [...values].sort((a, b) => a - b)
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * part))]
}
