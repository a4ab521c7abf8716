/** The smallest field things a test needs to stand on. */
import type { FieldShot, Setting } from './bundle'
import type { Options } from './run'
import type { Schemas } from '../api/client'

const program = (phases: object[]): Setting['program'] => ({
  phases: phases.map((phase) => ({
    code: 'frame',
    exposure_s: 4,
    repeats: 1,
    gap_s: 0,
    dark_s: 0,
    offset_stops: 0,
    lead_in_s: 2,
    waits: false,
    ...phase,
  })),
  cues: [],
  rounds: 1,
  between_s: 0,
  frames: phases.length,
  text: '',
})

export const setting = (text: string, phases: object[] = [{}]): Setting => ({
  text,
  time: '4 s',
  aperture: 'f/2',
  iso: text,
  filter: '',
  values: { exposure_s: 4, f_number: 2, iso: 800, nd_stops: 0 },
  levers: {},
  given: [],
  program: program(phases),
  asked: ['whole'],
  stays_when_right: true,
})

type Over = Partial<Omit<FieldShot, 'settings'>> & { settings?: Setting[] }

export const dark: Schemas['AnswerOut'] = {
  setting: 1,
  change: '+1',
  reasons: ['You saw it dark.'],
  later: [],
  after: {},
}

/** A step of moving light at a minute; without answers it is the one that came along as now. */
export const step = (
  minute: number,
  setting: number,
  answers: FieldShot['answers'] | null = {},
): Schemas['LaterOut'] => ({
  from_utc: at(minute),
  moved_utc: at(minute),
  text: `Darker by ${minute}.`,
  setting,
  answers,
})
export const at = (minute: number) => new Date(Date.UTC(2026, 11, 9, 17, minute)).toISOString()

/** A shot, its settings with their courses, as the bundle keeps them apart. */
export const shot = ({
  settings = ['first', 'second', 'third'].map((text) => setting(text)),
  ...over
}: Over = {}): FieldShot => ({
  id: 's',
  title: 'Shot',
  discipline: 'Star trails',
  at_utc: '2026-12-09T22:40:00Z',
  at_local: '23:40',
  meant_from_utc: '1900-01-01T00:00:00Z',
  meant_until_utc: '2053-01-01T00:00:00Z',
  sentence: '',
  settings: settings.map((setting, i) => ({ ...setting, program: i })),
  programs: settings.map((setting) => setting.program),
  setting: 0,
  steps: [],
  cautions: [],
  bracket: [
    { stops: '±0', setting: 0, values: [1, 2, 4, 8, 16] },
    { stops: '+1', setting: 1, values: [2, 4, 8, 16, 16] },
    { stops: '−1', setting: 2, values: [1, 1, 2, 4, 8] },
  ],
  others: [],
  same_light: [],
  measured: [],
  bracket_control: 'exposure_s',
  dials: [
    {
      control: 'exposure_s',
      title: 'Time',
      stride: 1,
      steps: [1, 2, 4, 8, 16].map((value) => ({
        value,
        text: `${value} s`,
      })),
    },
    {
      control: 'iso',
      title: 'ISO',
      stride: 1,
      steps: [400, 800, 1600].map((value) => ({
        value,
        text: `ISO ${value}`,
      })),
    },
  ],
  uses_noise_reduction: false,
  roles: [{ key: 'frame', label: 'the picture' }],
  kept_for: [],
  faults: [{ key: 'ghost', label: 'ghost', advice: 'Wear black.' }],
  said: null,
  is_right: false,
  is_kept: false,
  made: [],
  lights: [{ key: 'whole', name: '' }],
  answers: { 'whole=dark': dark },
  early: [{ least_share: 0.5, answers: { 'whole=dark': { ...dark, setting: 2 } } }],
  early_below_share: 0.89,
  later: [],
  series: [],
  test: null,
  takes: 0,
  ...over,
})

export const options: Options = { nightId: 'n', darkened: false, isDriven: false }
