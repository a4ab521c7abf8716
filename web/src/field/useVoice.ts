/**
 * Calling out, when asked: ticks, tones, or words where the device can speak. Tones are handed to
 * the sound card ahead of time: its clock runs on while the page is hidden, and never lags.
 */
import { onScopeDispose } from 'vue'

import type { Calling } from './kept'
import type { Call, Kind } from './performance'

type Tone = Calling['tick']

export const voices = ['silent', 'ticks', 'tones', 'spoken'] as const
export type Voice = (typeof voices)[number]

const SPOKEN_EVERY_S = 10
const AHEAD_MS = 10 * 60_000 // a night of frames at once would choke the sound card
const LOUD = 0.9 // from a pocket

export interface UseVoiceReturn {
  /** A second has passed while open; `left` whole seconds remain, null when open by hand. */
  second: (voice: Voice, elapsed: number, left: number | null) => void
  /** Say something now. */
  mark: (voice: Voice, words: string) => void
  /** The next minutes of a sitting; what was handed over and is not wanted any more is taken back.
   * Asked again every minute: a hidden page still gets that far. */
  ahead: (voice: Voice, calls: Call[], now: number) => void
}

/** calling: its tones, as the bundle brings them; without it nothing sounds. */
export function useVoice(calling: () => Calling | null): UseVoiceReturn {
  let audio: AudioContext | null = null
  const handed = new Map<number, OscillatorNode>()
  const speech = typeof speechSynthesis === 'undefined' ? null : speechSynthesis

  function beep({ hertz, lasts_s }: Tone, in_s = 0): OscillatorNode {
    audio ??= new AudioContext()
    const [tone, gain] = [audio.createOscillator(), audio.createGain()]
    const at = audio.currentTime + in_s
    tone.frequency.value = hertz
    gain.gain.setValueAtTime(LOUD, at)
    gain.gain.exponentialRampToValueAtTime(0.001, at + lasts_s)
    tone.connect(gain).connect(audio.destination)
    tone.start(at)
    tone.stop(at + lasts_s)
    return tone
  }

  const sound = (kind: Kind) => {
    const tone = calling()?.tones[kind]
    if (tone) beep(tone)
  }

  function say(words: string): void {
    if (!speech) return sound('cue')
    speech.cancel() // a count that lags is worse than none
    speech.speak(new SpeechSynthesisUtterance(words))
  }

  function second(voice: Voice, elapsed: number, left: number | null): void {
    if (elapsed === 0 || (left !== null && left <= 3)) return // those are called out
    const tick = calling()?.tick
    if (voice === 'ticks' && tick) beep(tick)
    if (elapsed % SPOKEN_EVERY_S !== 0) return
    if (voice === 'tones') sound('count')
    if (voice === 'spoken') say(String(left ?? elapsed))
  }

  function mark(voice: Voice, words: string): void {
    if (voice === 'spoken' && !document.hidden) say(words)
    else if (voice !== 'silent') sound('open')
  }

  function ahead(voice: Voice, calls: Call[], now: number): void {
    const wanted = voice === 'silent' ? [] : calls.filter((c) => c.at < now + AHEAD_MS)
    const moments = new Set(wanted.map((c) => c.at))
    for (const [at, tone] of handed)
      if (!moments.has(at)) {
        tone.stop()
        handed.delete(at)
      }
    for (const { at, kind } of wanted) {
      const tone = calling()?.tones[kind]
      if (tone && at >= now && !handed.has(at)) handed.set(at, beep(tone, (at - now) / 1000))
    }
  }

  onScopeDispose(() => {
    speech?.cancel()
    void audio?.close()
  })
  return { second, mark, ahead }
}
