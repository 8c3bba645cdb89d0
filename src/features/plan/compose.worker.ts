// Composes away from the page, which stays free to be pressed.
import { expose } from 'comlink';
import { composeLesson } from '@/core/planning/session-plan';

const composer = { compose: composeLesson };
export type Composer = typeof composer;
expose(composer);
