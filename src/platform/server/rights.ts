// Who may do what: every action once. `act` asks here before it looks at what was sent; a test walks them all.
import type { Role } from '@/data/types';

/** Whatever changes or reads by an action, and the least that one must be for it. */
export const rights = {
  findClientNames: 'instructor',
  keepRanges: 'instructor',
  strikeOutRange: 'instructor',
  noteStop: 'instructor',
  keepEntryText: 'lead',
  keepEntry: 'lead',
  revertEntry: 'lead',
  setExerciseStance: 'lead',
  previewFile: 'instructor',
  keepFile: 'lead',
  setPassword: 'instructor',
  signOutElsewhere: 'instructor',
  chooseExercise: 'instructor',
  beginLook: 'instructor',
  keepMarks: 'instructor',
  keepTaken: 'instructor',
  keepFinger: 'instructor',
  keepRounds: 'instructor',
  pickCorrection: 'instructor',
  keepTried: 'instructor',
  takeBackTried: 'instructor',
  keepWholeLook: 'instructor',
  chooseRoom: 'instructor',
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
  addToRoom: 'instructor',
  keepRig: 'instructor',
  takeAway: 'instructor',
  keepCalibration: 'instructor',
  keepForClient: 'instructor',
  setSchool: 'lead',
  setStance: 'lead',
  setTolerance: 'lead',
  setRooms: 'lead',
  inviteColleague: 'lead',
  renewPassword: 'lead',
  takeBackLink: 'lead',
  changeRole: 'lead',
  signColleagueOut: 'lead',
  letColleagueGo: 'lead',
  takeDemoAway: 'lead',
} as const satisfies Record<string, Role>;
export type ActionName = keyof typeof rights;

/** What anybody may do who is not signed in. */
export const openToAll: readonly string[] = ['signInWith', 'makeStudio', 'join', 'signOutHere', 'keepTheme'];

export const isAllowedTo = (role: Role, name: ActionName): boolean => rights[name] === 'instructor' || role === 'lead';
