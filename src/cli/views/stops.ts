import type { Completion, KeptText, StoppedRun } from '../../host/files/watch.js';
import { visible } from '../../formats/text/visible.js';

/** What was left to do after a run that was killed. */
export function viewCompletion({ written, followed, failed, kept }: Completion): string {
  const done = [...written.map((file) => `  ${visible(file)} is written.\n`), ...(followed === 0 ? [] : [
    `  The ledger follows the files that were repaired: ${plural(followed, 'entry', 'entries')} changed.\n`,
  ])];
  const left = failed.map(({ file, why }) => `  ${visible(file)} was not written: ${visible(why)}.\n`);
  const all = [...done, ...left].join('');
  const told = all === ''
    ? ''
    : 'An earlier run of elvar was killed while it was writing. '
      + `${left.length === 0 ? 'Its work is now complete' : 'Its work could not be completed'}:\n${all}`;
  return `${told}${viewKept(kept)}`;
}

/** What other programs wrote while files were being replaced. */
export function viewKept(texts: readonly KeptText[]): string {
  return texts.map(({ file, copy }) => `Another program changed ${visible(file)} while elvar was writing it. What that `
    + `program wrote is in ${visible(copy)}.\n`).join('');
}

/** What a run says that a signal has ended. */
export function viewStop({ written, followed, isComplete }: StoppedRun): string {
  const files = written === 0
    ? 'nothing was written'
    : `${plural(written, 'file was', 'files were')} written, each of them whole`;
  const ledger = !isComplete ? '. The ledger could not follow yet; the next run that writes will see to it'
    : followed === 0 ? ''
    : `, and the ledger follows (${plural(followed, 'entry', 'entries')})`;
  return `Stopped: ${files}${ledger}.\n`;
}

function plural(count: number, one: string, many: string): string {
  return `${count.toLocaleString('en')} ${count === 1 ? one : many}`;
}
