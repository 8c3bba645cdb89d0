// A disk in memory, of so many MB, at a folder: to be filled. Only root may make one.
import { execFileSync } from 'node:child_process';
import { mkdirSync } from 'node:fs';

export const mayMakeDisks = process.getuid?.() === 0;

export function makeDisk(folder: string, sizeMb: number): void {
  mkdirSync(folder, { recursive: true });
  execFileSync('mount', ['-t', 'tmpfs', '-o', `size=${sizeMb}M`, 'tmpfs', folder]);
}
export const giveRoom = (folder: string, sizeMb: number): void =>
  void execFileSync('mount', ['-o', `remount,size=${sizeMb}M`, folder]);
export const endDisk = (folder: string): void => void execFileSync('umount', [folder]);
