/**
 * Calling out, when asked: ticks, tones, or words where the device can speak. Tones are handed to
 * the sound card ahead of time, for it runs on while the page is hidden. Its clock is its own: it
 * starts late and drifts, and a loudspeaker far off lags; so what has not sounded yet is set right
 * by the time of day whenever it is asked.
 */
import { useEventListener } from '@vueuse/core'
import { onScopeDispose, ref, type Ref } from 'vue'

import type { Calling } from '../bundle'
import type { Call, Kind } from '../performance'
import type { Voice } from '../../shared/stores/preferences'

type Tone = Calling['tick']

const SPOKEN_EVERY_S = 10
const AHEAD_MS = 10 * 60_000 // a night of frames at once would choke the sound card
const OFF_S = 0.015 // a tone that will sound as far from its moment is handed over anew
const SURE_MS = 150 // what sounds that soon is left alone
const LATE_MS = 300 // what should just have sounded still does: a shutter opened at once
const LOUD = 0.9 // from a pocket

export interface UseVoiceReturn {
  /** A second has passed while open; `left` whole seconds remain, null when open by hand. */
  second: (voice: Voice, elapsed: number, left: number | null) => void
  /** Say something now. */
  mark: (voice: Voice, words: string) => void
  /** The browser lets nothing sound until somebody touches the page, as after a reload. */
  isHeld: Readonly<Ref<boolean>>
  /** The next minutes of a sitting; what was handed over and is not wanted any more is taken back,
   * and what would sound at another moment set right. Asked again every second. */
  ahead: (voice: Voice, calls: Call[], now: number) => void
}

/** calling: its tones, as the bundle brings them; without it nothing sounds. */
export function useVoice(calling: () => Calling | null): UseVoiceReturn {
  let audio: AudioContext | null = null
  const isHeld = ref(false)
  const handed = new Map<number, { tone: OscillatorNode; at_s: number }>()
  const speech = typeof speechSynthesis === 'undefined' ? null : speechSynthesis

  function card(): AudioContext {
    if (!audio) {
      const made = (audio = new AudioContext())
      made.onstatechange = () => (isHeld.value = made.state === 'suspended')
      isHeld.value = made.state === 'suspended'
    }
    return audio
  }

  /** When the sound card has to begin, by its clock, for something to be heard so soon. */
  function cardTime(in_s: number): number {
    const of = card()
    return of.currentTime + Math.max(0, in_s - (of.outputLatency || 0))
  }

  function beep({ hertz, lasts_s }: Tone, at = cardTime(0)): OscillatorNode {
    const of = card()
    const [tone, gain] = [of.createOscillator(), of.createGain()]
    tone.frequency.value = hertz
    gain.gain.setValueAtTime(LOUD, at)
    gain.gain.exponentialRampToValueAtTime(0.001, at + lasts_s)
    tone.connect(gain).connect(of.destination)
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
    if (voice !== 'silent') card() // it takes a while to start: before it is needed
    const moments = new Set(wanted.map((c) => c.at))
    for (const [at, { tone, at_s }] of handed) {
      const isOff = at > now + SURE_MS && Math.abs(at_s - cardTime((at - now) / 1000)) > OFF_S
      if (moments.has(at) && !isOff) continue
      tone.stop()
      handed.delete(at)
    }
    for (const { at, kind } of wanted) {
      const tone = calling()?.tones[kind]
      if (!tone || at < now - LATE_MS || handed.has(at)) continue
      const at_s = cardTime((at - now) / 1000)
      handed.set(at, { tone: beep(tone, at_s), at_s })
    }
  }

  const touched = () => void (audio?.state === 'suspended' && audio.resume())
  useEventListener(document, 'pointerdown', touched)

  onScopeDispose(() => {
    speech?.cancel()
    void audio?.close()
  })
  return { second, mark, ahead, isHeld }
}
