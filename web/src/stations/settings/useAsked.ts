import { ref } from 'vue'

/** What is asked of the server by a form: what came of it, why not, and whether it is under way. @param take what was told */
export function useAsked<Told>(take: (told: Told) => void) {
  const fault = ref('')
  const isSaved = ref(false)
  const isBusy = ref(false)
  /** @returns whether it was told */
  async function ask(work: () => Promise<Told>): Promise<boolean> {
    fault.value = ''
    isSaved.value = false
    isBusy.value = true
    try {
      take(await work())
      return true
    } catch (error) {
      fault.value = error instanceof Error ? error.message : String(error)
      return false
    } finally {
      isBusy.value = false
    }
  }
  return { fault, isSaved, isBusy, ask }
}
