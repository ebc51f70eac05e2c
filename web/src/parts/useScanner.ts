import { imeiOf, readImei } from '@benevox/core/imei'
import { useEventListener } from '@vueuse/core'
import { onScopeDispose } from 'vue'
import { useRouter } from 'vue-router'
import { call } from '../api/client.ts'

/** A barcode scanner types a burst far faster than a person and ends with Enter. Common practice, no source. */
const LONGEST_GAP_MS = 80
const SHORTEST_BURST = 5

/** Who on the page waits for a tag, and whether now. */
interface TagWanted {
  readonly when: () => boolean
  readonly take: (tag: string) => void
}
const tagWanted = new Set<TagWanted>()
/** While a tag is wanted one that is scanned goes there, whatever ticket it is of, and opens no job. */
export function useScannedTag(wanted: TagWanted): void {
  tagWanted.add(wanted)
  onScopeDispose(() => tagWanted.delete(wanted))
}

/**
 * Catches a scanner fired anywhere: a valid IMEI goes to the job on the screen, a ticket opens its job. What
 * the burst typed into a field it was not meant for is taken out again.
 */
export function useScanner(): void {
  const router = useRouter()
  /** The job whose page is open now. */
  const openJob = async () => {
    const { id } = router.currentRoute.value.params
    if (id === undefined) return undefined
    const { useJobs } = await import('../job/jobs.ts')
    return useJobs().session(Number(id))
  }
  let burst = ''
  let lastAtMs = 0
  let before: { field: HTMLInputElement | HTMLTextAreaElement; value: string } | undefined

  const scanned = async (text: string): Promise<boolean> => {
    const imei = imeiOf(readImei(text))
    const job = await openJob()
    if (imei && text.length >= 14 && job?.saved && !job.saved.handBack) {
      job.setFact('imei', imei.digits)
      return true
    }
    if (!/^b\d{4,}$/i.test(text)) return false
    const wanted = [...tagWanted].find(({ when }) => when())
    if (wanted) {
      wanted.take(text)
      return true
    }
    const { jobs } = await call('listJobs', { query: { search: text } })
    const found = jobs.find(({ ticket }) => ticket.toLowerCase() === text.toLowerCase())
    if (found)
      await router.push(found.station === 'closed' ? `/jobs/${found.id}` : `/${found.station}/${found.id}`)
    return found !== undefined
  }

  useEventListener(
    window,
    'keydown',
    (event: KeyboardEvent) => {
      const isQuick = event.timeStamp - lastAtMs < LONGEST_GAP_MS
      lastAtMs = event.timeStamp
      if (event.key === 'Enter') {
        const text = burst
        burst = ''
        const wants = event.target instanceof HTMLElement && event.target.dataset['scan'] === 'own'
        if (!isQuick || text.length < SHORTEST_BURST || wants) return
        // Some other code, scanned into a field, stays there; elsewhere its Enter presses nothing.
        if (!/^(\d{14,16}|b\d{4,})$/i.test(text) && before) return
        event.preventDefault()
        event.stopPropagation()
        const typedInto = before
        if (typedInto) {
          typedInto.field.value = typedInto.value
          typedInto.field.dispatchEvent(new Event('input', { bubbles: true }))
        }
        void scanned(text)
        return
      }
      if (event.key.length !== 1) return
      if (!isQuick || burst === '') {
        const { target } = event
        before =
          target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement
            ? { field: target, value: target.value }
            : undefined
        burst = event.key
      } else burst += event.key
    },
    { capture: true },
  )
}
