// Who may do what: every action once. `act` asks here before it looks at what was sent; a test walks them all.
import { roleIds } from '@/data/types';
import type { Role, Who } from '@/data/types';

/** Whatever changes or reads by an action, and the least that one must be for it. */
export const rights = {
  findClientNames: 'guest',
  findAnything: 'guest',
  keepRanges: 'instructor',
  strikeOutRange: 'instructor',
  noteStop: 'instructor',
  keepEntryText: 'lead',
  keepEntry: 'lead',
  revertEntry: 'lead',
  setExerciseStance: 'lead',
  previewFile: 'instructor',
  keepFile: 'lead',
  setPassword: 'guest',
  signOutElsewhere: 'guest',
  startSecond: 'guest',
  finishSecond: 'guest',
  makeCodes: 'guest',
  dropSecond: 'guest',
  chooseExercise: 'instructor',
  beginLook: 'instructor',
  keepMarks: 'instructor',
  keepTaken: 'instructor',
  keepFilm: 'instructor',
  beginFilm: 'instructor',
  endFilm: 'instructor',
  dropFilm: 'instructor',
  keepFinger: 'instructor',
  keepRounds: 'instructor',
  pickCorrection: 'instructor',
  keepTried: 'instructor',
  takeBackTried: 'instructor',
  keepWholeLook: 'instructor',
  chooseRoom: 'instructor',
  askEye: 'instructor',
  answerEye: 'instructor',
  shareEye: 'instructor',
  beginRaters: 'instructor',
  keepReading: 'instructor',
  dropRaters: 'instructor',
  keepPlan: 'instructor',
  askLesson: 'instructor',
  keepClassPlan: 'instructor',
  keepWeeks: 'instructor',
  keepOrder: 'instructor',
  dropOrder: 'instructor',
  keepBooking: 'instructor',
  keepBookingChange: 'instructor',
  takeOut: 'instructor',
  markPlace: 'instructor',
  addPerson: 'instructor',
  weighCalendar: 'instructor',
  takeInCalendar: 'instructor',
  makeCalendarLink: 'instructor',
  dropCalendarLink: 'instructor',
  overruleHere: 'instructor',
  amendRepetition: 'instructor',
  keepNewClient: 'instructor',
  keepClient: 'instructor',
  keepClearance: 'instructor',
  clearStop: 'instructor',
  takeBackOverrule: 'instructor',
  keepIntake: 'instructor',
  setClientStance: 'instructor',
  keepTable: 'instructor',
  erase: 'lead',
  keepPaper: 'instructor',
  keepContacts: 'instructor',
  keepReport: 'instructor',
  keepPaperText: 'lead',
  giveClient: 'instructor',
  share: 'instructor',
  shareNoMore: 'instructor',
  addToRoom: 'instructor',
  keepRig: 'instructor',
  takeAway: 'instructor',
  keepCalibration: 'instructor',
  keepForClient: 'instructor',
  setSchool: 'lead',
  setUnits: 'lead',
  setStance: 'lead',
  setTolerance: 'lead',
  setRooms: 'lead',
  setSight: 'lead',
  keepFor: 'lead',
  letDueGo: 'lead',
  askForSecond: 'lead',
  inviteColleague: 'lead',
  renewPassword: 'lead',
  takeBackLink: 'lead',
  changeRole: 'lead',
  signColleagueOut: 'lead',
  takeSecond: 'lead',
  letColleagueGo: 'lead',
  takeDemoAway: 'lead',
} as const satisfies Record<string, Role>;
export type ActionName = keyof typeof rights;

/** What anybody may do who is not signed in. */
export const openToAll: readonly string[] = ['signInWith', 'makeStudio', 'join', 'signOutHere', 'keepTheme'];

/** What somebody may do who has yet to set up the second factor that her studio asks for. */
export const beforeSecond: readonly ActionName[] = ['startSecond', 'finishSecond'];

export const guestsRead = 'You are a guest here: you read what is shared with you, and change nothing.';

/** Whether a role is at least another. */
const isAtLeast = (role: Role, least: Role): boolean => roleIds.indexOf(role) >= roleIds.indexOf(least);

export const isAllowedTo = (role: Role, name: ActionName): boolean => isAtLeast(role, rights[name]);

/** Routes that answer with what is kept, and the least that one must be for each. */
export const routeRights = {
  'beside/link': 'instructor',
  clients: 'instructor',
  'clients/[id]': 'lead',
  'eye/[id]': 'instructor',
  'films/[id]': 'instructor',
  'films/[id]/[n]': 'instructor',
  'floor/day': 'instructor',
  'floor/exchange': 'instructor',
  'hand-out/[id]': 'guest',
  pictures: 'instructor',
  'pictures/[id]': 'guest',
  repertoire: 'guest',
  'repertoire/figures': 'guest',
  strip: 'instructor',
} as const satisfies Record<string, Role>;
export type RouteName = keyof typeof routeRights;

/** Routes that answer anybody: they tell nothing of a studio. */
export const routesForAll: readonly string[] = ['health', 'health/live', 'metrics'];

/** Routes that a secret opens where nobody is signed in: what a device beside is asked to watch, what a calendar reads. */
export const routesByCode: readonly string[] = ['beside', 'calendar/[token]'];

export const mayUse = ({ role }: Pick<Who, 'role'>, route: RouteName): boolean => isAtLeast(role, routeRights[route]);
