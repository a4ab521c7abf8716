/** The app's own words, said at first meeting and found by `?`; the guide has them word for word. */
export const WORDS = {
  slope: {
    name: 'Light slope',
    says: 'the night as one picture. Time runs down; across stands the shutter time the light asks for, longer to the right. Where the line goes, that is your exposure.',
  },
  rails: {
    name: 'Rails',
    says: "time, aperture, ISO and filter of one shot, each ruled as your camera's dials are. Rightwards is always brighter; the solid stretch is where you may stand.",
  },
  posts: {
    name: 'Posts',
    says: 'the limits on a rail: here stars start to trail, here depth ends. Tap one for its reason, its formula and its source.',
  },
  follow: {
    name: 'Follow',
    says: 'move one rail and another goes along, so that the picture stays as bright. Lock a rail and it stays.',
  },
  schools: {
    name: 'Schools',
    says: 'questions on which good photographers differ. Both sides are there with their reason; yours is where new shots begin.',
  },
  bench: {
    name: 'Bench',
    says: 'the rails with no night around them, for a question in between.',
  },
  ember: {
    name: 'Ember',
    says: 'everything in deep red for eyes that got used to the dark. The key E, and back.',
  },
  placed: {
    name: 'Place of a light',
    says: 'how many stops over or under mid-grey it lands in the picture.',
  },
  spread: {
    name: '±',
    says: 'how sure a number is: two nights of three lie within it.',
  },
  keeper: {
    name: 'Keeper',
    says: 'a frame you keep. A good evening is a dozen frames and three keepers.',
  },
} as const

export type Word = keyof typeof WORDS
