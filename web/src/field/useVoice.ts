/** Counting aloud, when asked: ticks, tones, or words where the device can speak. */
import { onScopeDispose } from 'vue'

export const voices = ['silent', 'ticks', 'tones', 'spoken'] as const
export type Voice = (typeof voices)[number]

const COUNTED_LAST_S = 5
const SPOKEN_EVERY_S = 10

export interface UseVoiceReturn {
  /** A second has passed while open; `left` whole seconds remain, null when open by hand. */
  second: (voice: Voice, elapsed: number, left: number | null) => void
  /** Opening, closing, or a cue. */
  mark: (voice: Voice, words: string) => void
}

export function useVoice(): UseVoiceReturn {
  let audio: AudioContext | null = null
  const speech = typeof speechSynthesis === 'undefined' ? null : speechSynthesis

  function beep(hertz: number, seconds: number): void {
    audio ??= new AudioContext()
    const [tone, gain] = [audio.createOscillator(), audio.createGain()]
    tone.frequency.value = hertz
    gain.gain.setValueAtTime(0.25, audio.currentTime)
    gain.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + seconds)
    tone.connect(gain).connect(audio.destination)
    tone.start()
    tone.stop(audio.currentTime + seconds)
  }

  function say(words: string): void {
    if (!speech) return beep(660, 0.2)
    speech.cancel() // a count that lags is worse than none
    speech.speak(new SpeechSynthesisUtterance(words))
  }

  function second(voice: Voice, elapsed: number, left: number | null): void {
    const isLast = left !== null && left <= COUNTED_LAST_S && left > 0
    if (voice === 'ticks') beep(1200, 0.03)
    if (voice === 'tones' && (isLast || elapsed % SPOKEN_EVERY_S === 0))
      beep(isLast ? 880 : 440, 0.1)
    if (voice === 'spoken' && isLast) say(String(left))
    else if (voice === 'spoken' && elapsed > 0 && elapsed % SPOKEN_EVERY_S === 0)
      say(String(left ?? elapsed))
  }

  function mark(voice: Voice, words: string): void {
    if (voice === 'silent') return
    if (voice === 'spoken') say(words)
    else beep(523, 0.4)
  }

  onScopeDispose(() => {
    speech?.cancel()
    void audio?.close()
  })
  return { second, mark }
}
