// The demo world: a boathouse studio on a made-up tidal river. Nobody and nothing here exists.
import type { Contact } from '@/core/knowledge/papers';
import type { Pose } from '@/core/body/pose';
import type { Body } from '@/core/body/segments';
import { usualRig } from '@/core/springs/apparatus';
import type { Rig } from '@/core/springs/apparatus';

export const demoSignIn = { email: 'wren@boathouse.example', password: 'slack-water-at-six' } as const;

export const demoStudio = {
  name: 'The Boathouse at Sallow Reach',
  school: 'evenKeel',
  stances: {},
  props: ['pole', 'thinPad', 'rolledTowel', 'foldedTowel', 'inclinePillow', 'smallBall', 'elasticBand', 'box'],
  rooms: [
    {
      id: 'riverRoom',
      name: 'River room',
      props: [
        'pole',
        'thinPad',
        'rolledTowel',
        'foldedTowel',
        'inclinePillow',
        'smallBall',
        'elasticBand',
        'box',
        'ring',
        'strap',
        'wedge',
        'blocks',
      ],
      apparatus: ['mat' as const, 'reformer' as const, 'trapezeTable' as const, 'chair' as const],
    },
    {
      id: 'sailLoft',
      name: 'Sail loft',
      props: ['foldedTowel', 'thinPad', 'elasticBand', 'slipCloth', 'roller'],
      apparatus: ['mat' as const],
    },
  ],
  timeZone: 'Europe/London',
};

export const demoInstructors = [
  { key: 'wren', email: demoSignIn.email, name: 'Wren Halyard', role: 'lead' },
  { key: 'corin', email: 'corin@boathouse.example', name: 'Corin Sandbar', role: 'instructor' },
  { key: 'linnet', email: 'linnet@boathouse.example', name: 'Linnet Staithe', role: 'guest' },
] as const;
export type InstructorKey = (typeof demoInstructors)[number]['key'];

type DemoStanding = { exercise: 'legFloat' | 'march'; level: number; weeksAgo: number };
export type DemoClient = {
  name: string;
  goal: string;
  birthYear: number | null;
  heightM: number | null;
  massKg: number | null;
  sex: 'f' | 'm' | null;
  school?: string;
  touchConsent: boolean;
  /** Has agreed to pictures on paper too: films may be kept. */
  picturesConsent?: boolean;
  trainingConsent?: boolean;
  note?: string;
  contacts?: readonly Contact[];
  /** Shared with the guest for a while. */
  isShared?: boolean;
  conditions: readonly {
    condition: string;
    note?: string;
    clearedWeeksAgo?: number;
    clearedBy?: string;
    dueInWeeks?: number;
  }[];
  instructor: InstructorKey;
  today?: { at: [number, number]; minutes: number; note: string };
  standings: readonly DemoStanding[];
};

export const demoClients: readonly DemoClient[] = [
  {
    name: 'Maren Tolleck',
    goal: 'Row a double scull through a whole regatta without her back stiffening.',
    birthYear: 1986,
    heightM: 1.71,
    massKg: 66,
    sex: 'f',
    touchConsent: true,
    contacts: [
      { name: 'Joss Tolleck', relation: 'husband', phone: '020 7946 0141', isEmergency: true, isGuardian: false },
    ],
    isShared: true,
    conditions: [{ condition: 'neck', note: 'stiff after long drives; head supported' }],
    instructor: 'wren',
    today: { at: [8, 30], minutes: 50, note: 'Wants to try both legs up.' },
    standings: [
      { exercise: 'legFloat', level: 1, weeksAgo: 14 },
      { exercise: 'march', level: 2, weeksAgo: 5 },
      { exercise: 'march', level: 3, weeksAgo: 2 },
    ],
  },
  {
    name: 'Bertil Oakum',
    goal: 'Plane a hull for a morning and still stand upright.',
    birthYear: 1959,
    heightM: 1.79,
    massKg: 84,
    sex: 'm',
    touchConsent: true,
    conditions: [
      { condition: 'kyphosis' },
      { condition: 'highBloodPressure', note: 'tablets since spring', clearedWeeksAgo: 20, clearedBy: 'Dr Inglenook' },
    ],
    instructor: 'wren',
    today: { at: [9, 30], minutes: 50, note: '' },
    standings: [{ exercise: 'march', level: 1, weeksAgo: 9 }],
  },
  {
    name: 'Sefa Marrowby',
    goal: 'Paddle again after the winter; trust her low back.',
    birthYear: 1992,
    heightM: 1.64,
    massKg: 58,
    sex: 'f',
    school: 'gradedImprint',
    touchConsent: false,
    trainingConsent: true,
    conditions: [{ condition: 'lowBackPain', note: 'dull ache after sitting, 2 of 10' }],
    instructor: 'wren',
    today: { at: [10, 45], minutes: 45, note: 'Back ached on Sunday; ask first.' },
    standings: [
      { exercise: 'march', level: 2, weeksAgo: 6 },
      { exercise: 'march', level: 1, weeksAgo: 1 },
    ],
  },
  {
    name: 'Anselm Fairlead-Brackenbury of Upper Sallow',
    goal: 'Keep up with his grandchildren on the foreshore, get down to the sand and up again, and carry the picnic.',
    birthYear: 1947,
    heightM: 1.74,
    massKg: 79,
    sex: 'm',
    touchConsent: true,
    conditions: [
      { condition: 'over75' },
      { condition: 'lowBoneDensity', note: 'hip −2.6' },
      { condition: 'hipFromBehind', note: 'left' },
      { condition: 'dizziness' },
    ],
    instructor: 'wren',
    today: { at: [13, 0], minutes: 60, note: 'Left hip: surgeon’s letter is due.' },
    standings: [{ exercise: 'legFloat', level: 1, weeksAgo: 3 }],
  },
  {
    name: 'Tamsin Eddystrom',
    goal: 'Strong enough to lift the baby and the dinghy.',
    birthYear: 1994,
    heightM: 1.67,
    massKg: 63,
    sex: 'f',
    touchConsent: true,
    conditions: [
      { condition: 'diastasis', clearedWeeksAgo: 4, clearedBy: 'Nurse Petherwick' },
      { condition: 'pelvicFloor' },
    ],
    instructor: 'corin',
    today: { at: [14, 15], minutes: 45, note: 'Breath out first, every time.' },
    standings: [{ exercise: 'legFloat', level: 2, weeksAgo: 1 }],
  },
  {
    name: 'Jory Thwart',
    goal: 'First season in the four; learn to use his trunk.',
    birthYear: 2011,
    heightM: null,
    massKg: null,
    sex: 'm',
    touchConsent: false,
    conditions: [{ condition: 'under16' }],
    instructor: 'corin',
    today: { at: [16, 30], minutes: 45, note: 'New. Guardian comes along.' },
    standings: [],
  },
  {
    name: 'Ness Gunwhale',
    goal: 'Even out left and right for sweep rowing.',
    birthYear: 1979,
    heightM: 1.69,
    massKg: 70,
    sex: 'f',
    school: 'freeSpine',
    touchConsent: true,
    conditions: [{ condition: 'scoliosis' }],
    instructor: 'wren',
    standings: [{ exercise: 'march', level: 4, weeksAgo: 4 }],
  },
  {
    name: 'Odo Quillwater',
    goal: 'Sit at the drawing table without the neck complaining.',
    birthYear: 1971,
    heightM: 1.83,
    massKg: 77,
    sex: 'm',
    touchConsent: true,
    picturesConsent: true,
    conditions: [],
    instructor: 'corin',
    standings: [{ exercise: 'march', level: 3, weeksAgo: 7 }],
  },
  {
    name: 'Ila Coamings',
    goal: 'Stand tall at the tiller.',
    birthYear: 1966,
    heightM: 1.6,
    massKg: 61,
    sex: 'f',
    touchConsent: true,
    conditions: [{ condition: 'extensionSensitive' }],
    instructor: 'wren',
    standings: [{ exercise: 'legFloat', level: 2, weeksAgo: 10 }],
  },
  {
    name: 'Hanno Skerry',
    goal: 'Come back from a broken ankle.',
    birthYear: 1988,
    heightM: 1.86,
    massKg: 88,
    sex: 'm',
    touchConsent: true,
    conditions: [{ condition: 'footCast', note: 'right, boot until the month’s end' }],
    instructor: 'corin',
    standings: [],
  },
  {
    name: 'Fenna Driftwell',
    goal: 'Carry the twins to term in comfort.',
    birthYear: 1990,
    heightM: 1.7,
    massKg: 72,
    sex: 'f',
    touchConsent: true,
    conditions: [{ condition: 'pregnancy', note: 'midwife’s advice on file', dueInWeeks: 19 }],
    instructor: 'wren',
    standings: [],
  },
  {
    name: 'Pell Rowlock',
    goal: 'Win the veterans’ single.',
    birthYear: 1963,
    heightM: 1.8,
    massKg: 81,
    sex: 'm',
    school: 'classicalFlow',
    touchConsent: true,
    conditions: [],
    instructor: 'wren',
    standings: [{ exercise: 'march', level: 5, weeksAgo: 2 }],
  },
];

const down = { kind: 'footDown' } as const;
const tabletop = { kind: 'raised', thighDeg: 90, kneeDeg: 90 } as const;
type Shown = Partial<Pose>;
const pose = (right: Pose['right'], shown: Shown): Pose => ({ left: down, right, ...shown });

export type DemoLook = {
  client: string;
  exercise: 'legFloat' | 'march';
  level: number;
  daysAgo: number;
  correction: string;
  setup: Pose;
  top: Pose;
  retest: Pose;
};

/** Looks of past months: what the body really did; the seed draws, marks and judges them like any others. */
export const demoLooks: readonly DemoLook[] = [
  {
    client: 'Maren Tolleck',
    exercise: 'legFloat',
    level: 2,
    daysAgo: 57,
    correction: 'bowlOfWater',
    setup: pose(down, { pelvicTiltDeg: 2, faceDeg: -3 }),
    top: pose(tabletop, { pelvicTiltDeg: 15, ribFlareDeg: 8, faceDeg: 2 }),
    retest: pose(tabletop, { pelvicTiltDeg: 14, ribFlareDeg: 7, faceDeg: 1 }),
  },
  {
    client: 'Maren Tolleck',
    exercise: 'legFloat',
    level: 2,
    daysAgo: 15,
    correction: 'breatheFirst',
    setup: pose(down, { pelvicTiltDeg: 2, faceDeg: -4 }),
    top: pose(tabletop, { pelvicTiltDeg: 11, ribFlareDeg: 3, faceDeg: -2 }),
    retest: pose(tabletop, { pelvicTiltDeg: 4.5, ribFlareDeg: 1, faceDeg: -3 }),
  },
  {
    client: 'Bertil Oakum',
    exercise: 'legFloat',
    level: 2,
    daysAgo: 22,
    correction: 'inclineForRibs',
    setup: pose(down, { pelvicTiltDeg: -1, faceDeg: 6, headSupportMm: 25 }),
    top: pose(tabletop, { pelvicTiltDeg: 1, ribFlareDeg: 12, faceDeg: 12, headSupportMm: 25 }),
    retest: pose(tabletop, { pelvicTiltDeg: 0, ribFlareDeg: 5, faceDeg: 4, headSupportMm: 45 }),
  },
  {
    client: 'Sefa Marrowby',
    exercise: 'march',
    level: 3,
    daysAgo: 8,
    correction: 'padUnderBack',
    setup: pose(down, { pelvicTiltDeg: -2 }),
    top: pose(tabletop, { pelvicTiltDeg: 8, ribFlareDeg: 2 }),
    retest: pose(tabletop, { pelvicTiltDeg: -8, ribFlareDeg: 1 }),
  },
];

export type DemoEyeLook = {
  client: string;
  exercise: string;
  level: number;
  daysAgo: number;
  correction: string;
  /** Grades of the pelvis, −2 tucked to 2 arched. */
  top: number;
  retest: number;
};

const odo = { client: 'Odo Quillwater', exercise: 'march', level: 3 };
const ness = { client: 'Ness Gunwhale', exercise: 'march', level: 4 };
/** Looks by eye alone, without pictures: two people whom different things help. */
export const demoEyeLooks: readonly DemoEyeLook[] = [
  { ...odo, daysAgo: 61, correction: 'breatheFirst', top: 2, retest: 2 },
  { ...odo, daysAgo: 47, correction: 'padUnderBack', top: 2, retest: 0 },
  { ...odo, daysAgo: 33, correction: 'breatheFirst', top: 2, retest: 2 },
  { ...odo, daysAgo: 19, correction: 'padUnderBack', top: 2, retest: 1 },
  { ...ness, daysAgo: 52, correction: 'hipBonesToRibs', top: 2, retest: 2 },
  { ...ness, daysAgo: 45, correction: 'padUnderBack', top: 2, retest: 2 },
  { ...ness, daysAgo: 38, correction: 'breatheFirst', top: 2, retest: 0 },
  { ...ness, daysAgo: 31, correction: 'padUnderBack', top: 2, retest: 2 },
  { ...ness, daysAgo: 24, correction: 'breatheFirst', top: 2, retest: 0 },
];

/** Whose body the demo pictures show. */
export const demoPictureBody: Body = { heightM: 1.7, massKg: 65, sex: 'f' };

/** Pictures for anyone to practise on. */
export const demoPictures: readonly { title: string; pose: Pose }[] = [
  { title: 'Leg float · set-up', pose: pose(down, { pelvicTiltDeg: 2, faceDeg: -4 }) },
  { title: 'Leg float · top, uncorrected', pose: pose(tabletop, { pelvicTiltDeg: 13, ribFlareDeg: 7, faceDeg: 1 }) },
  {
    title: 'Leg float · top, after “breathe out first”',
    pose: pose(tabletop, { pelvicTiltDeg: 5, ribFlareDeg: 2, faceDeg: -2 }),
  },
  {
    title: 'March · both up, uncorrected',
    pose: { left: tabletop, right: tabletop, pelvicTiltDeg: 16, ribFlareDeg: 10, faceDeg: 6 },
  },
];

/** A taught session in short: each set's left and right repetitions in order, `1` clean, `0` lost. */
export type DemoSession = {
  client: string;
  weeksAgo: number;
  feeling?: 'well' | 'tired' | 'sore';
  items: readonly {
    exercise: string;
    level: number;
    sets: readonly (readonly [string, string])[];
    /** What was lost each time. */
    lost?: string;
    tried?: { fault: string; correction: string; verdict: 'better' | 'same' | 'worse' };
    pain?: { where: string; score: number };
    /** What the instructor decided against the advice, and why. */
    overruled?: { decision: 'advance' | 'hold' | 'back'; why: string };
    note?: string;
  }[];
  points: readonly string[];
  home?: { days: readonly number[]; exercises: readonly string[]; words: string };
};

const maren = 'Maren Tolleck';
const bertil = 'Bertil Oakum';
const sefa = 'Sefa Marrowby';
const pell = 'Pell Rowlock';
const bridge = { exercise: 'bridgeNeutral', level: 1 };

/** One who moves on, one who stays where he is, one set back. Oldest first. */
export const demoSessions: readonly DemoSession[] = [
  {
    client: maren,
    weeksAgo: 5,
    items: [
      {
        exercise: 'march',
        level: 2,
        sets: [
          ['1101', '1110'],
          ['11111', '11111'],
        ],
        lost: 'flare',
        tried: { fault: 'flare', correction: 'ribsToPockets', verdict: 'same' },
      },
      { ...bridge, sets: [['11011', '']], lost: 'flare' },
    ],
    points: ['Ribs first, then the leg.'],
  },
  {
    client: maren,
    weeksAgo: 3,
    items: [
      {
        exercise: 'march',
        level: 2,
        sets: [
          ['11011', '11101'],
          ['11111', '11111'],
        ],
        lost: 'flare',
        tried: { fault: 'flare', correction: 'sandFromRibs', verdict: 'better' },
      },
      { ...bridge, sets: [['11101', '']], lost: 'flare' },
    ],
    points: ['The sack of dry sand: it settles the ribs.', 'March goes to level 3.'],
  },
  {
    client: maren,
    weeksAgo: 1,
    items: [
      { exercise: 'breathingSides', level: 1, sets: [['11111', '']] },
      { exercise: 'march', level: 3, sets: [['11111', '11111']] },
      {
        ...bridge,
        sets: [['11011', '']],
        lost: 'flare',
        tried: { fault: 'flare', correction: 'sandFromRibs', verdict: 'better' },
      },
    ],
    points: [
      'One more week like this in the march, then both legs up.',
      'Begin the bridge with the dry sand.',
      'Ask about the long drive.',
    ],
    home: { days: [0, 2, 4], exercises: ['breathingSides', 'march'], words: 'Slow is fine. Five good ones, then tea.' },
  },
  {
    client: bertil,
    weeksAgo: 6,
    items: [
      {
        exercise: 'march',
        level: 1,
        sets: [
          ['1101', '1011'],
          ['1110', '1101'],
        ],
        lost: 'shouldersUp',
        tried: { fault: 'shouldersUp', correction: 'armsToCeiling', verdict: 'same' },
      },
    ],
    points: ['Shoulders before legs.'],
  },
  {
    client: bertil,
    weeksAgo: 4,
    feeling: 'tired',
    items: [{ exercise: 'march', level: 1, sets: [['10110', '11011']], lost: 'shouldersUp' }],
    points: ['Plane bench day before: shorter set.'],
  },
  {
    client: bertil,
    weeksAgo: 2,
    items: [
      {
        exercise: 'march',
        level: 1,
        sets: [['11101', '11011']],
        lost: 'shouldersUp',
        note: 'Better with the towel under the skull.',
      },
    ],
    points: ['Towel under the skull from the start.'],
  },
  {
    client: pell,
    weeksAgo: 9,
    items: [
      { exercise: 'singleLegStretch', level: 1, sets: [['11111', '11111']] },
      { exercise: 'lowerLift', level: 1, sets: [['11111', '']] },
    ],
    points: ['Strong: look for the arch, not for the effort.'],
  },
  {
    client: pell,
    weeksAgo: 7,
    items: [
      { exercise: 'singleLegStretch', level: 3, sets: [['11111', '11110']], lost: 'arch' },
      { exercise: 'lowerLift', level: 1, sets: [['11111', '']] },
    ],
    points: ['Lower and lift: no lower than the knees of his four.'],
  },
  {
    client: pell,
    weeksAgo: 5,
    items: [
      { exercise: 'singleLegStretch', level: 4, sets: [['11111', '11111']] },
      { exercise: 'lowerLift', level: 2, sets: [['10010', '']], lost: 'arch' },
    ],
    points: ['Legs too low too soon: half the way first.'],
  },
  {
    client: pell,
    weeksAgo: 3,
    items: [
      { exercise: 'straightLegSwitch', level: 1, sets: [['11111', '11111']] },
      { exercise: 'lowerLift', level: 1.5, sets: [['11101', '']], lost: 'arch' },
    ],
    points: ['Half the way holds but for one.'],
  },
  {
    client: pell,
    weeksAgo: 1,
    items: [
      { exercise: 'straightLegSwitch', level: 1, sets: [['11111', '11111']] },
      { exercise: 'doubleLegStretch', level: 2, sets: [['11011', '']], lost: 'arch' },
      { exercise: 'lowerLift', level: 1.5, sets: [['11111', '']] },
    ],
    points: ['Once more half-way, then look with a picture.'],
  },
  {
    client: sefa,
    weeksAgo: 6,
    items: [{ exercise: 'march', level: 2, sets: [['11111', '11110']], lost: 'flare' }],
    points: ['Two legs can wait.'],
  },
  {
    client: sefa,
    weeksAgo: 2,
    feeling: 'sore',
    items: [
      {
        exercise: 'march',
        level: 2,
        sets: [['1100', '110']],
        lost: 'arch',
        pain: { where: 'Low back', score: 3 },
        overruled: { decision: 'back', why: 'Ache rising from set to set: smaller first.' },
      },
    ],
    points: ['Ask about the ache first.', 'Stay at level 1 until two easy weeks.'],
  },
];

const spring = (id: string, units: number, count: number, rate: Rig['springs'][number]['rate'] = null) => ({
  id,
  label: id,
  units,
  count,
  rate,
});
const measured = (rateNPerM: number, preloadM: number, residualN: number) => ({ rateNPerM, preloadM, residualN });

/** What stands in the river room: one whose springs are known, one of which some are, one that nobody has measured. */
export const demoApparatus: readonly { name: string; room: string; rig: Rig }[] = [
  {
    name: 'Heron',
    room: 'riverRoom',
    rig: {
      ...usualRig('reformer'),
      springs: [
        spring('full', 1, 3, measured(241, 0.22, 1.3)),
        spring('half', 0.5, 1, measured(123, 0.21, 0.9)),
        spring('quarter', 0.25, 1, measured(59, 0.24, 0.6)),
      ],
    },
  },
  {
    name: 'Bittern',
    room: 'riverRoom',
    rig: {
      ...usualRig('trapezeTable'),
      springs: [
        spring('light', 0.25, 2, measured(36, 0.1, 0.8)),
        spring('medium', 0.5, 2, measured(64, 0.12, 1.1)),
        spring('heavy', 1, 2),
      ],
    },
  },
  { name: 'Coot', room: 'riverRoom', rig: usualRig('chair') },
];

export const demoSettings: readonly {
  client: string;
  apparatus: string;
  exercise: string;
  daysAgo: number;
  springs: Readonly<Record<string, number>>;
  note: string;
}[] = [
  { client: maren, apparatus: 'Heron', exercise: 'footwork', daysAgo: 36, springs: { full: 2, half: 1 }, note: '' },
  {
    client: maren,
    apparatus: 'Heron',
    exercise: 'footwork',
    daysAgo: 8,
    springs: { full: 3 },
    note: 'Came home with a knock on two and a half.',
  },
  { client: pell, apparatus: 'Heron', exercise: 'feetInStraps', daysAgo: 22, springs: { full: 1 }, note: '' },
];

/** What comes every week: counted in days from today. */
export type DemoWeekly = {
  readonly names: readonly string[];
  readonly instructor: InstructorKey;
  readonly inDays: number;
  readonly at: [number, number];
  readonly minutes: number;
  readonly room: string;
  readonly every?: 1 | 2;
  readonly title?: string;
  readonly capacity?: number;
  readonly note?: string;
};

const river = { room: 'riverRoom', instructor: 'wren' } as const;
const loft = { room: 'sailLoft', instructor: 'corin' } as const;
export const demoWeek: readonly DemoWeekly[] = [
  {
    ...loft,
    names: [
      'Maren Tolleck',
      'Bertil Oakum',
      'Odo Quillwater',
      'Ness Gunwhale',
      'Pell Rowlock',
      'Ila Coamings',
      'Sefa Marrowby',
      'Tamsin Eddystrom',
      'Hanno Skerry',
    ],
    inDays: 0,
    at: [18, 0],
    minutes: 50,
    title: 'River mat',
    capacity: 8,
  },
  { ...river, names: ['Ness Gunwhale'], inDays: 1, at: [8, 0], minutes: 50 },
  { ...river, names: ['Fenna Driftwell'], inDays: 1, at: [11, 0], minutes: 45, note: 'On the side after ten minutes.' },
  { ...loft, names: ['Odo Quillwater'], inDays: 1, at: [12, 15], minutes: 50 },
  { ...loft, names: ['Hanno Skerry'], inDays: 2, at: [9, 0], minutes: 45 },
  { ...river, names: ['Ila Coamings'], inDays: 2, at: [10, 0], minutes: 50 },
  { ...river, names: ['Pell Rowlock', 'Ness Gunwhale'], inDays: 3, at: [16, 0], minutes: 60, every: 2 },
  {
    ...loft,
    names: ['Tamsin Eddystrom', 'Fenna Driftwell'],
    inDays: 3,
    at: [10, 30],
    minutes: 50,
    title: 'Small crew',
    capacity: 4,
  },
  { ...river, names: ['Maren Tolleck'], inDays: 4, at: [8, 30], minutes: 50 },
  {
    ...river,
    names: ['Bertil Oakum'],
    inDays: 4,
    at: [9, 0],
    minutes: 50,
    note: 'Moved from ten; Maren is still there.',
  },
  { ...loft, names: ['Jory Thwart'], inDays: 5, at: [15, 0], minutes: 45 },
];
