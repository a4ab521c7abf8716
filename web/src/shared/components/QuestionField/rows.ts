/** A list is typed as lines of numbers, one a column. */
export const shownRows = (value: unknown): string =>
  ((value ?? []) as number[][]).map((row) => row.join(' ')).join('\n')

export const typedRows = (text: string): number[][] =>
  text
    .split('\n')
    .filter((line) => line.trim())
    .map((line) =>
      line
        .trim()
        .split(/[\s,;]+/)
        .map(Number),
    )
