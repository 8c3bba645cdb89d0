// The order of test files: those whose folder was changed since the last commit come first, then as Jest would have it.
import { execFileSync } from 'node:child_process';
import path from 'node:path';
import sequencer from '@jest/test-sequencer';

const Sequencer = sequencer.default ?? sequencer;

/** Folders with changes that are not committed; none where there is no repository. */
function changedFolders() {
  const git = (...args) => execFileSync('git', args, { encoding: 'utf8', stdio: ['ignore', 'pipe', 'ignore'] });
  try {
    const files = git('diff', '--name-only', 'HEAD') + git('ls-files', '--others', '--exclude-standard');
    return new Set(
      files
        .split('\n')
        .filter(Boolean)
        .map((file) => path.resolve(path.dirname(file))),
    );
  } catch {
    return new Set();
  }
}

export default class ChangedFirst extends Sequencer {
  sort(tests) {
    const changed = changedFolders();
    const isChanged = (test) => changed.has(path.dirname(test.path));
    const usual = super.sort(tests);
    return [...usual.filter(isChanged), ...usual.filter((test) => !isChanged(test))];
  }
}
