/** What came of a measurement, and which answers it makes. */
import { spread, worked, type Values } from './formula'
import { rounded, type Figure } from './say'
import type { Schemas } from '../../api/client'

type Result = Schemas['ResultOut']

export interface Outcome {
  result: Result
  figure: Figure
}

/** The question a panel was opened from; a stand-in's by `stand_in.` and its name. */
export interface AskedFor {
  key: string
  label: string
  /** What an event that is timed is called. */
  name?: string
}
export interface Answer {
  key: string
  value: number
  also: Record<string, string>
  /** Of an event: the line it is told in. */
  line?: string
}

/** No finer than it is known; a bearing that is rounded up to a full turn is north again. */
export function roundedAs(term: unknown, figure: Figure): Figure {
  const found = rounded(figure)
  const isBearing = Array.isArray(term) && term[0] === 'bearing'
  return isBearing ? { ...found, value: worked(['bearing', found.value], {}) } : found
}

export const outcomesOf = (results: Result[], values: Values, sds: Values): Outcome[] =>
  results.map((result) => {
    const figure = { value: worked(result.term, values), sd: spread(result.term, values, sds) }
    return { result, figure: roundedAs(result.term, figure) }
  })

/** What a reading answers of what was asked; null where it says nothing about it. */
export function answerTo(asked: AskedFor | null, outcomes: Outcome[]): Answer | null {
  if (!asked) return null
  for (const { result, figure } of outcomes) {
    const fill = result.fills.find((f) => f.key === asked.key || asked.key in f.also)
    if (fill && Number.isFinite(figure.value))
      return { key: fill.key, value: figure.value, also: fill.also }
  }
  return null
}

/** Every figure under each question it can answer, or under its own name. */
export function figuresOf(outcomes: Outcome[]): Record<string, Figure> {
  const found: Record<string, Figure> = {}
  for (const { result, figure } of outcomes) {
    if (!Number.isFinite(figure.value) || !Number.isFinite(figure.sd)) continue
    const keys = result.fills.length ? result.fills.map((f) => f.key) : [result.key]
    for (const key of keys) found[key] = figure
  }
  return found
}
