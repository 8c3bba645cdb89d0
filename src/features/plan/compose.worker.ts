// Composes away from the page, which stays free to be pressed.
import { expose } from 'comlink';
import { isUp } from '@/platform/browser/aside';
import { composeLesson } from '@/core/planning/session-plan';

const composer = { isUp, compose: composeLesson };
export type Composer = typeof composer;
expose(composer);
