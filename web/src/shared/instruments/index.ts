/** Instruments are loaded when somebody opens one. */
import { defineAsyncComponent } from 'vue'

import { sayFigure } from './say'
import type { Where } from './kept'
import type { Schemas } from '../../api/client'

export type { Answer, AskedFor } from './outcome'

export const MeasurePanel = defineAsyncComponent(() => import('./MeasurePanel.vue'))

/** What is needed without signal, fetched while there is some; and what waits to be sent. */
export async function prepare(where: Where): Promise<void> {
  const { sendReadings, takeAlong } = await import('./kept')
  await Promise.allSettled([takeAlong(where), sendReadings()])
}

export async function sendWaiting(): Promise<void> {
  const { sendReadings } = await import('./kept')
  await sendReadings()
}

/** `4.2 s ± 0.3 at 22:14`, as the question that it answers is shown. */
export function sayReading(
  reading: Schemas['KeptReadingOut'],
  key: string,
  { unit, shown }: Pick<Schemas['QuestionOut'], 'unit' | 'shown'>,
): string {
  const figure = reading.figures?.[key]
  return figure ? `${sayFigure(figure, unit, shown)} at ${reading.made_at_local}` : ''
}
