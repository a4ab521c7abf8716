/** Browser objects in one place; undefined where there is no browser. */
export const browserWindow = typeof window === 'undefined' ? undefined : window
export const browserStorage = browserWindow?.localStorage
