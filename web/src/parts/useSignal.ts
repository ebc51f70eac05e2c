import { useEventListener, useLocalStorage } from '@vueuse/core'

/** A short sound that calls from across the shop, once somebody has touched the page; silent where sound is off. */
export function useSignal() {
  const sounds = useLocalStorage('benevox.sound', true)
  let audio: AudioContext | undefined
  // A browser lets a page sound only after somebody has used it.
  const stop = useEventListener(['pointerdown', 'keydown'], () => {
    audio ??= new AudioContext()
    stop()
  })
  return {
    ring(): void {
      if (!audio || !sounds.value) return
      void audio.resume()
      for (const [n, pitch] of [660, 880, 660].entries()) {
        const at = audio.currentTime + n * 0.22
        const tone = audio.createOscillator()
        const loud = audio.createGain()
        tone.frequency.value = pitch
        loud.gain.setValueAtTime(0.15, at)
        loud.gain.exponentialRampToValueAtTime(0.001, at + 0.2)
        tone.connect(loud).connect(audio.destination)
        tone.start(at)
        tone.stop(at + 0.22)
      }
    },
  }
}
