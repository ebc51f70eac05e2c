import type { Beat, BeatSegment } from '@benevox/core/method'
import { useLocalStorage } from '@vueuse/core'
import { onScopeDispose, ref } from 'vue'
import { words } from '../../words/index.ts'
import { voiceFor } from './voice.ts'

type Sound = Exclude<Beat['kind'], 'say'>

/** How each move sounds: its pitch at the beginning and at the end, in hertz, and how long, in seconds. */
const SOUNDS: Readonly<Record<Sound, { from: number; to: number; seconds: number; level: number }>> = {
  tick: { from: 880, to: 880, seconds: 0.06, level: 0.08 },
  press: { from: 660, to: 660, seconds: 0.16, level: 0.2 },
  slide: { from: 440, to: 990, seconds: 0.28, level: 0.2 },
  plug: { from: 330, to: 330, seconds: 0.3, level: 0.2 },
  'let-go': { from: 520, to: 260, seconds: 0.22, level: 0.2 },
}
/** A flash stays so long that it is seen from the corner of the eye. Common practice, no source. */
const FLASH_MS = 180
/** How long the loudspeaker may take to start before the page's own clock is taken. */
const SOUND_STARTS_MS = 400

/**
 * The beat of a run, on the clock of the sound itself: sounds are handed over ahead and come at their instant
 * however busy the machine is, and the chart follows the same clock. Without a loudspeaker, the page's clock.
 */
export function useBeat() {
  const sounds = useLocalStorage('benevox.sound', true)
  const speaks = useLocalStorage('benevox.speech', true)
  const flashes = useLocalStorage('benevox.flash', false)
  /** What flashes now: more than one where keys go down and up at once. */
  const flash = ref<readonly Sound[]>([])
  let audio: AudioContext | undefined
  let isAudioClock = false
  let playing: GainNode | undefined
  let textOf: (beat: Beat) => string = () => ''
  let toCome: { atMs: number; beat: Beat }[] = []
  let flashEndsMs = 0

  /** Starts the sound, after a key was pressed; the clock may be read from then on. */
  async function ready(): Promise<void> {
    // Voices are loaded when they are first asked for.
    if ('speechSynthesis' in window) window.speechSynthesis.getVoices()
    try {
      audio ??= new AudioContext()
      const late = new Promise((resolve) => setTimeout(resolve, SOUND_STARTS_MS))
      if (audio.state !== 'running') await Promise.race([audio.resume(), late])
      isAudioClock = audio.state === 'running'
    } catch {
      isAudioClock = false
    }
  }

  const nowMs = (): number => (audio && isAudioClock ? audio.currentTime * 1000 : performance.now())

  function tone(kind: Sound, atMs: number, into: AudioNode): void {
    if (!audio) return
    const { from, to, seconds, level } = SOUNDS[kind]
    const at = atMs / 1000
    const source = audio.createOscillator()
    const loud = audio.createGain()
    source.frequency.setValueAtTime(from, at)
    source.frequency.linearRampToValueAtTime(to, at + seconds)
    loud.gain.setValueAtTime(level, at)
    loud.gain.exponentialRampToValueAtTime(0.001, at + seconds)
    source.connect(loud).connect(into)
    source.start(at)
    source.stop(at + seconds + 0.02)
  }

  function say(text: string): void {
    if (!speaks.value || !('speechSynthesis' in window)) return
    const { speechSynthesis: speech } = window
    speech.cancel()
    const voice = voiceFor(words.language, speech.getVoices())
    if (!voice) return
    const spoken = new SpeechSynthesisUtterance(text)
    spoken.voice = voice
    spoken.lang = voice.lang
    speech.speak(spoken)
  }

  function silence(): void {
    playing?.disconnect()
    playing = undefined
    toCome = []
    flash.value = []
    if ('speechSynthesis' in window) window.speechSynthesis.cancel()
  }
  onScopeDispose(() => {
    silence()
    void audio?.close()
  })

  return {
    sounds,
    speaks,
    flashes,
    flash,
    ready,
    nowMs,
    silence,
    say,
    /**
     * Each signal that is turned on once, as it comes in a run: a key, a slide, a voice, a flash.
     * @returns of what is turned on, whether this machine gave it; nobody but whoever sits there knows what was heard
     */
    async test(text: string): Promise<{ readonly sound?: boolean; readonly voice?: boolean }> {
      await ready()
      const { speechSynthesis: speech } = window
      const voice = Boolean(speech && voiceFor(words.language, speech.getVoices()))
      if (audio && isAudioClock && sounds.value) {
        const from = nowMs() + 150
        tone('press', from, audio.destination)
        tone('slide', from + 400, audio.destination)
      }
      say(text)
      if (flashes.value) {
        flash.value = ['press']
        setTimeout(() => (flash.value = []), FLASH_MS)
      }
      return {
        ...(sounds.value ? { sound: isAudioClock } : {}),
        ...(speaks.value ? { voice } : {}),
      }
    },
    /** A single sound now, for a clock that has run out. */
    signal(): void {
      if (!audio || !sounds.value) return
      for (const n of [0, 250, 500]) tone('press', nowMs() + n, audio.destination)
    },
    /**
     * Plays a segment.
     * @param zeroMs when its zero lies, on this clock
     * @param says what is said at a beat @param countInMs how long before it the count-in ticks
     */
    play({ beats }: BeatSegment, says: (beat: Beat) => string, zeroMs: number, countInMs = 0): void {
      silence()
      textOf = says
      const from = nowMs()
      const countIn = Array.from({ length: Math.ceil(countInMs / 1000) }, (_, n): Beat => ({
        atMs: -1000 * (n + 1),
        kind: 'tick',
      }))
      toCome = [...countIn, ...beats]
        .map((beat) => ({ atMs: zeroMs + beat.atMs, beat }))
        .filter(({ atMs }) => atMs > from - 80)
        .sort((a, b) => a.atMs - b.atMs)
      if (!sounds.value || !audio || !isAudioClock) return
      playing = audio.createGain()
      playing.connect(audio.destination)
      for (const { atMs, beat } of toCome)
        if (beat.kind !== 'say') tone(beat.kind, Math.max(atMs, from), playing)
    },
    /** What is not handed over ahead: words and flashes, at each frame. */
    frame(now: number): void {
      if (now > flashEndsMs) flash.value = []
      while (toCome[0] && toCome[0].atMs <= now) {
        const { beat } = toCome.shift() as { beat: Beat }
        if (beat.kind === 'say') say(textOf(beat))
        else if (flashes.value) {
          // What comes in one picture is read together; what came before has had its time.
          flash.value = now + FLASH_MS === flashEndsMs ? [...flash.value, beat.kind] : [beat.kind]
          flashEndsMs = now + FLASH_MS
        }
      }
    },
  }
}
