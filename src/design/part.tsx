import { Activity } from 'react';
import type { ReactNode } from 'react';

/** A part of a page that React takes over by itself: the page answers before all parts are, and a press is served by taking over
 * the part pressed first. (A Suspense boundary does the same, but one of some size is sent hidden and shown late, which moves what
 * stands below it.) */
export const Part = ({ children }: { readonly children: ReactNode }) => <Activity>{children}</Activity>;
