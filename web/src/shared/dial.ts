/** Where a value stands on its dial: what lies between two positions is taken for the nearer. */
export const placeOf = (steps: { value: number }[], value: number): number =>
  steps.reduce((best, step, i) => {
    const near = steps[best]
    return near && Math.abs(step.value - value) < Math.abs(near.value - value) ? i : best
  }, 0)
