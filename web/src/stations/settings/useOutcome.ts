import { ref } from 'vue'
import { ApiProblem, ServerAway } from '../../api/client.ts'

/** What came of the last thing that was done, in a sentence; also when the server refused or was away. */
export function useOutcome() {
  const says = ref('')
  async function tried(work: () => Promise<string>): Promise<void> {
    says.value = await work().catch((error: unknown) => {
      if (error instanceof ApiProblem || error instanceof ServerAway) return error.message
      throw error
    })
  }
  return { says, tried }
}
