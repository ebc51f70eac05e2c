import type { BeatSegment } from '@benevox/core/procedure'
import { useLocalStorage } from '@vueuse/core'
import { onScopeDispose } from 'vue'

/** Plays the beat of a procedure: words at their moment, a tick a second. Silent where the machine has no sound. */
export function useBeat() {
  const isOn = useLocalStorage('benevox.sound', true)
  let audio: AudioContext | undefined
  let timers: ReturnType<typeof setTimeout>[] = []

  function tick(): void {
    audio ??= new AudioContext()
    const tone = audio.createOscillator()
    const level = audio.createGain()
    tone.frequency.value = 880
    level.gain.setValueAtTime(0.12, audio.currentTime)
    level.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + 0.07)
    tone.connect(level).connect(audio.destination)
    tone.start()
    tone.stop(audio.currentTime + 0.08)
  }

  function say(text: string): void {
    if (!isOn.value || !('speechSynthesis' in window)) return
    window.speechSynthesis.cancel()
    window.speechSynthesis.speak(new SpeechSynthesisUtterance(text))
  }

  function silence(): void {
    for (const timer of timers) clearTimeout(timer)
    timers = []
    if ('speechSynthesis' in window) window.speechSynthesis.cancel()
  }
  onScopeDispose(silence)

  return {
    isOn,
    say,
    silence,
    /** @param leadInMs how long from now until the segment's zero; counted in with a tick a second */
    play({ beats }: BeatSegment, leadInMs = 0): void {
      silence()
      if (!isOn.value) return
      timers = beats.map(({ atMs, kind, text }) =>
        setTimeout(() => (kind === 'tick' ? tick() : say(text ?? '')), leadInMs + atMs),
      )
      for (let ms = 0; ms < leadInMs; ms += 1000) timers.push(setTimeout(tick, ms))
    },
  }
}
