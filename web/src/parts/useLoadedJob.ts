import { onMounted, ref, type Ref } from 'vue'
import { untilThere } from '../api/opening.ts'
import { useJob } from '../job/jobs.ts'

/** Fetches the job of a page, as often as it takes. Gives why there is none, where the server says so. */
export function useLoadedJob(): Ref<string> {
  const job = useJob()
  const fault = ref('')
  onMounted(() =>
    untilThere(() => job.load()).catch(
      (error: unknown) => (fault.value = error instanceof Error ? error.message : String(error)),
    ),
  )
  return fault
}
