/** A figure in the unit its photographer thinks in, as the server says that is reckoned. */
import type { Schemas } from './client'

type Shown = Schemas['ShownOut'] | null | undefined

/** Typed figures come back as they were typed: more digits than anybody types, fewer than a float. */
const DIGITS = 6
const round = (value: number, turn: number | null | undefined) =>
  turn ? ((value % turn) + turn) % turn : value

export const toShown = (shown: Shown, kept: number): number =>
  shown ? Number(round(kept * shown.times + shown.plus, shown.turn).toPrecision(DIGITS)) : kept

export const toKept = (shown: Shown, typed: number): number =>
  shown ? round((typed - shown.plus) / shown.times, shown.turn) : typed
