import { ref } from 'vue'
import { ServerAway } from './client.ts'

const AGAIN_MS = 1000

/** The server was asked for what no page is without, and does not answer. */
export const isAway = ref(false)

/** Asks again each second until the server answers: nobody is taken for signed out because it is away. */
export async function untilThere(ask: () => Promise<unknown>): Promise<void> {
  for (;;) {
    try {
      await ask()
      isAway.value = false
      return
    } catch (error) {
      if (!(error instanceof ServerAway)) throw error
      isAway.value = true
      await new Promise((resolve) => setTimeout(resolve, AGAIN_MS))
    }
  }
}
