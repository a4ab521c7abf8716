/**
 * Calling out, when asked: ticks, tones, or words where the device can speak. Tones are handed to
 * the sound card ahead of time: its clock runs on while the page is hidden, and never lags.
 */
import { onScopeDispose } from 'vue'

import type { Call, Kind } from './performance'

export const voices = ['silent', 'ticks', 'tones', 'spoken'] as const
export type Voice = (typeof voices)[number]

const SPOKEN_EVERY_S = 10
const AHEAD_MS = 10 * 60_000 // a night of frames at once would choke the sound card
const LOUD = 0.9 // from a pocket
const SOUNDS: Record<Kind, [hertz: number, seconds: number]> = {
  open: [523, 0.5],
  cue: [784, 0.25],
  count: [988, 0.12],
  closed: [392, 0.8],
}

export interface UseVoiceReturn {
  /** A second has passed while open; `left` whole seconds remain, null when open by hand. */
  second: (voice: Voice, elapsed: number, left: number | null) => void
  /** Say something now. */
  mark: (voice: Voice, words: string) => void
  /** The next minutes of a sitting; what was handed over and is not wanted any more is taken back.
   * Asked again every minute: a hidden page still gets that far. */
  ahead: (voice: Voice, calls: Call[], now: number) => void
}

export function useVoice(): UseVoiceReturn {
  let audio: AudioContext | null = null
  const handed = new Map<number, OscillatorNode>()
  const speech = typeof speechSynthesis === 'undefined' ? null : speechSynthesis

  function beep(hertz: number, seconds: number, in_s = 0): OscillatorNode {
    audio ??= new AudioContext()
    const [tone, gain] = [audio.createOscillator(), audio.createGain()]
    const at = audio.currentTime + in_s
    tone.frequency.value = hertz
    gain.gain.setValueAtTime(LOUD, at)
    gain.gain.exponentialRampToValueAtTime(0.001, at + seconds)
    tone.connect(gain).connect(audio.destination)
    tone.start(at)
    tone.stop(at + seconds)
    return tone
  }

  function say(words: string): void {
    if (!speech) return void beep(660, 0.2)
    speech.cancel() // a count that lags is worse than none
    speech.speak(new SpeechSynthesisUtterance(words))
  }

  function second(voice: Voice, elapsed: number, left: number | null): void {
    if (elapsed === 0 || (left !== null && left <= 3)) return // those are called out
    if (voice === 'ticks') beep(1200, 0.03)
    if (elapsed % SPOKEN_EVERY_S !== 0) return
    if (voice === 'tones') beep(440, 0.1)
    if (voice === 'spoken') say(String(left ?? elapsed))
  }

  function mark(voice: Voice, words: string): void {
    if (voice === 'spoken' && !document.hidden) say(words)
    else if (voice !== 'silent') beep(...SOUNDS.open)
  }

  function ahead(voice: Voice, calls: Call[], now: number): void {
    const wanted = voice === 'silent' ? [] : calls.filter((c) => c.at < now + AHEAD_MS)
    const moments = new Set(wanted.map((c) => c.at))
    for (const [at, tone] of handed)
      if (!moments.has(at)) {
        tone.stop()
        handed.delete(at)
      }
    for (const { at, kind } of wanted)
      if (at >= now && !handed.has(at)) handed.set(at, beep(...SOUNDS[kind], (at - now) / 1000))
  }

  onScopeDispose(() => {
    speech?.cancel()
    void audio?.close()
  })
  return { second, mark, ahead }
}
