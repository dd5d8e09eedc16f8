import { describeUsageMistake } from '../formats/text/usage-mistake.js';
import { visible } from '../formats/text/visible.js';
import { IncompleteError, LayerError, UnfitChangeError, UsageError } from '../host/files/errors.js';
import { EXIT, type ExitCode } from './exit-code.js';
import type { Style, Terminal } from './terminal.js';
import { viewIncomplete } from './views/incomplete.js';
import { viewProblems, viewUnfitChange } from './views/problems.js';

/** Tells the user why there is no answer. @throws what is no mistake of the user's: that is Elvar's own. */
export function tellError(error: unknown, terminal: Terminal, style: Style): ExitCode {
  if (error instanceof LayerError) {
    terminal.err(viewProblems(error.problems, error.texts, style));
    return EXIT.wrong;
  }
  if (error instanceof UnfitChangeError) {
    terminal.err(viewUnfitChange(error.problems, style));
    return EXIT.wrong;
  }
  if (error instanceof IncompleteError) {
    terminal.err(viewIncomplete(error.incomplete, style));
    if (error.advice !== null) terminal.err(`  ${error.advice}\n`);
    return EXIT.incomplete;
  }
  if (error instanceof UsageError) {
    const { what, advice } = describeUsageMistake(error.mistake);
    terminal.err(`${style.wrong(visible(what))}\n`
      + (advice === null ? '' : advice.split('\n').map((line) => `  ${visible(line)}\n`).join('')));
    return EXIT.wrong;
  }
  throw error;
}
