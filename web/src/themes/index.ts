/**
 * Three themes, one set of roles: `picked` is chosen, `room` is room to move, `limit` is a bound.
 * Roles never rest on hue alone: picked is a ring, room a band, limit a post with a flag.
 */
import type { ThemeDefinition } from 'vuetify'

export const themeNames = ['dusk', 'paper', 'ember'] as const
export type ThemeName = (typeof themeNames)[number]

interface Tones {
  ground: string
  sheet: string
  raised: string
  ink: string
  muted: string
  line: string
  picked: string
  room: string
  limit: string
  onPicked: string
}

/** What is written on each: where none is said Vuetify takes black or white, and white blinds. */
function withText(colors: Record<string, string>, t: Tones): Record<string, string> {
  const grounds = [t.ground, t.sheet, t.raised]
  const on = Object.entries(colors).map(([name, colour]) => [
    `on-${name}`,
    grounds.includes(colour) ? t.ink : t.onPicked,
  ])
  return { ...colors, ...Object.fromEntries(on) }
}

function theme(dark: boolean, t: Tones): ThemeDefinition {
  const colors = {
    background: t.ground,
    surface: t.sheet,
    'surface-light': t.raised,
    'surface-variant': t.raised,
    primary: t.picked,
    secondary: t.room,
    error: t.limit,
    success: t.room,
    warning: t.limit,
    info: t.muted,
    muted: t.muted,
    line: t.line,
    picked: t.picked,
    room: t.room,
    limit: t.limit,
  }
  return {
    dark,
    colors: withText(colors, t),
    variables: {
      'high-emphasis-opacity': 1,
      'medium-emphasis-opacity': 0.86,
      'border-opacity': 0.18,
      'border-color': t.ink,
    },
  }
}

export const themes: Record<ThemeName, ThemeDefinition> = {
  dusk: theme(true, {
    ground: '#14120F',
    sheet: '#1C1916',
    raised: '#27231E',
    ink: '#ECE2CD',
    muted: '#B3A78F',
    line: '#4A4338',
    picked: '#E8AA5C',
    room: '#A3B884',
    limit: '#E5805F',
    onPicked: '#1A130A',
  }),
  paper: theme(false, {
    ground: '#F3ECDC',
    sheet: '#FAF5E9',
    raised: '#EAE1CC',
    ink: '#221C14',
    muted: '#625745',
    line: '#B9AC92',
    picked: '#8A4E0E',
    room: '#4A6430',
    limit: '#9C3418',
    onPicked: '#FFF9EC',
  }),
  // one red and its own shades: eyes adapted to the dark lose nothing to it. What is to be read
  // keeps 4.5 : 1 at full brightness, which red on black reaches only near its top
  ember: theme(true, {
    ground: '#000000',
    sheet: '#0B0100',
    raised: '#1A0301',
    ink: '#FF4229',
    muted: '#E63420',
    line: '#5A1209',
    picked: '#FF5A40',
    room: '#E63420',
    limit: '#FF4229',
    onPicked: '#000000',
  }),
}
