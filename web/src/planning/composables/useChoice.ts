/** What the hand does on the rails, as the server decides it: one touch of one control. */
import type { Schemas } from '../../api/client'

export type Touch = Schemas['TouchIn']
type Control = Touch['control']

export interface UseChoiceReturn {
  move: (control: Control, value: number) => void
  follow: (control: Control) => void
  lock: (control: Control, locked: boolean) => void
  release: (control: Control) => void
}

export function useChoice(
  rails: () => readonly Schemas['RailOut'][],
  touch: (touch: Touch) => void,
): UseChoiceReturn {
  /** A rail is locked where it stands. */
  function lock(control: Control, locked: boolean): void {
    const rail = rails().find((r) => r.control === control)
    if (!rail) return
    touch(
      locked
        ? { control, action: 'lock', value: rail.picked.value }
        : { control, action: 'unlock', value: 0 },
    )
  }
  return {
    move: (control, value) => touch({ control, action: 'move', value }),
    follow: (control) => touch({ control, action: 'follow', value: 0 }),
    release: (control) => touch({ control, action: 'release', value: 0 }),
    lock,
  }
}
