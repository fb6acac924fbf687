/** A room: its name, its address, and its parts where it has more than one. */
export interface Room {
  name: string;
  to: string;
  /** What it is for, in a line under its name. */
  says: string;
  parts: readonly (readonly [to: string, name: string])[];
}

/** Every room that works, in the order of the work. */
export const ROOMS = {
  plan: { name: 'Plan', to: '/plan', says: '', parts: [] },
  light: { name: 'Light', to: '/light', says: '', parts: [] },
  outings: { name: 'Outings', to: '/outings', says: '', parts: [] },
  log: {
    name: 'Log',
    to: '/log',
    says: 'What became of your frames, and what it teaches.',
    parts: [
      ['/log/frames', 'Frames'],
      ['/log/says', 'What it says'],
    ],
  },
  you: {
    name: 'You',
    to: '/you',
    says: 'What your hands hold, and how much grain you accept for how little blur. Plans go by it.',
    parts: [
      ['/you/steadiness', 'Steadiness'],
      ['/you/focus', 'Focus in the dark'],
      ['/you/taste', 'Taste and ISO ceiling'],
    ],
  },
  kit: {
    name: 'Kit',
    to: '/kit',
    says: 'What your bodies and lenses give in the dark, and which to carry.',
    parts: [
      ['/kit/beside', 'Side by side'],
      ['/kit/carry', 'Which lenses to carry'],
      ['/kit/figures', 'Figures of a body'],
      ['/kit/measure', 'Measure a sensor'],
      ['/kit/lens', 'Test a lens'],
    ],
  },
} as const satisfies Record<string, Room>;

/** Addresses of earlier releases, and where they lead now. */
export const EARLIER_ADDRESSES: Readonly<Record<string, string>> = {
  '/hold': '/you/steadiness',
  '/hold/:id': '/you/steadiness/:id',
  '/grain': '/kit/figures',
  '/grain/figures': '/kit/figures',
  '/grain/measure': '/kit/measure',
  '/grain/taste': '/you/taste',
  '/grain/taste/:id': '/you/taste/:id',
};
