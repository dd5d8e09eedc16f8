import { CONCERNS } from '../../core/model/concern.js';
import type { LogMistake, UsageMistake } from '../../core/model/usage-mistake.js';
import { adviceOnObstacle, describeObstacle } from './edit-obstacle.js';
import { describeIncomplete } from './incomplete.js';
import { describeSettingMistake } from './setting-mistake.js';
import { describeSkipped } from './skip-reasons.js';
import { count, listed } from './words.js';

/** A mistake in words: what is wrong, and what to do about it. */
export interface MistakeText {
  readonly what: string;
  readonly advice: string | null;
}

/** The most mistakes of a log that are told. */
const MOST_LOG_MISTAKES = 20;

const SELECTORS = 'Write *, concern/*, tag:NAME or concern/name.';
const LAST_DAY = 'Give the last day on which the finding may stay with --until YYYY-MM-DD.';
const REASON = 'Give one with --because, in a few words.';

/** Describes what is wrong with a question. */
// elvar waive size/branches, size/function-lines because a table of codes and their words is clearest in one piece
export function describeUsageMistake(mistake: UsageMistake): MistakeText {
  switch (mistake.code) {
    case 'nul-in-path':
      return say('a path cannot contain a NUL character');
    case 'outside-root':
      return say(
        `${mistake.path}: this is outside the project root ${mistake.root}`, 'Name a path inside it, or another root with --root',
      );
    case 'no-root':
      return say(`--root ${mistake.root}: there is no such directory`);
    case 'no-path':
      return say(`${mistake.path}: there is no such file or directory`);
    case 'no-file':
      return say(`there is no file ${mistake.path}`);
    case 'no-directory':
      return say(`there is no directory ${mistake.path}`);
    case 'needs-directory':
      return say(
        `${mistake.path} is not a directory`,
        'A layer file applies to a directory; for some of its files use a zone: --zone NAME.',
      );
    case 'needs-file':
      return say(
        `${mistake.path}: this is a directory`, `Name a file in it (it need not exist yet), or run elvar resolve ${mistake.path}`,
      );
    case 'below-a-file':
      return say(`${mistake.path}: nothing can be there, since ${mistake.above} is a file`);
    case 'link-on-path':
      return say(`${mistake.link} is a link, and links are not followed`);
    case 'no-line':
      return say(`there is no line ${mistake.line} in ${mistake.path}`, `It has ${count(mistake.lines, 'line')}.`);
    case 'unreadable':
      return say(`${mistake.path} cannot be read`);
    case 'bad-date':
      return say(`${mistake.text} is not a date`, `Write it as YYYY-MM-DD${mistake.orNever ? ', or never' : ''}`);
    case 'past-date':
      return say(`${mistake.until} is past: the ${mistake.excuses} would excuse nothing`);
    case 'reason-missing':
      return say('a waiver needs a reason', REASON);
    case 'reason-empty':
      return say('the reason is empty', REASON);
    case 'reason-not-text':
      return say('the reason contains control characters');
    case 'no-rule':
      return say(`there is no rule ${mistake.rule}`, meant(mistake.near));
    case 'no-rule-selected':
      return say(`${mistake.selector} selects no rule`, meant(mistake.near) ?? SELECTORS);
    case 'bad-selector':
      return say(`${mistake.selector} is not a selector`, meant(mistake.near) ?? SELECTORS);
    case 'bad-setting': {
      const { what, advice } = describeSettingMistake(mistake.mistake, mistake.text);
      return say(`--set ${mistake.text}: ${what}`, advice);
    }
    case 'offered-needs-rule':
      return say(
        'offered repairs need a look, so they are made only for rules that you name',
        'For example: elvar fix --offered --rule dead/import --dry-run',
      );
    case 'rules-off': {
      const { selector, off, path, isDirectory } = mistake;
      const rules = `${off.slice(0, 5).join(', ')}${off.length > 5 ? ` and ${off.length - 5} more` : ''} `
        + `${off.length === 1 ? 'is' : 'are'} off`;
      return say(`there is nothing to count on: of ${selector}, ${rules} `
        + (isDirectory ? `in ${path}, or in some of its files` : `for ${path}`),
        'Name fewer rules, or turn these on first.');
    }
    case 'not-below':
      return say(
        `${mistake.path} does not lie below ${mistake.directory}, so its layer file says nothing about it`,
        'Leave out --at, or name another directory.',
      );
    case 'nothing-checked':
      return say(
        `there is no checked file in ${mistake.directory === '' ? 'this project' : mistake.directory}`,
        'Name a file that will be there: it need not exist yet.',
      );
    case 'not-checked':
      return say(
        `${mistake.path} is not checked${mistake.skipped === null ? '' : `: ${describeSkipped(mistake.skipped)}`}`,
        moreAbout(mistake.path),
      );
    case 'vanished':
      return say(`${mistake.path} is not checked: it vanished during the run`, moreAbout(mistake.path));
    case 'given-up':
      return say(`${mistake.path}: ${describeIncomplete(mistake.reason)}`);
    case 'no-place-for-waiver':
      return say(
        mistake.hasComments ? `no comment that waives this can stand at ${mistake.where}`
          : `${mistake.language} has no comments, so that no waiver can stand in ${mistake.where}`,
        'Write it by hand where a comment may stand, with below and elvar resume around the place, or waive it '
          + '--throughout the file.',
      );
    case 'waiver-needs-rules':
      return say(`name the rules to waive ${mistake.reach === 'below' ? 'below this line' : 'throughout the file'}`);
    case 'nothing-found':
      return say(`nothing is found at ${mistake.where}`, seeFindings(mistake.path));
    case 'all-excused':
      return say(`everything found at ${mistake.where} is excused already`);
    case 'rule-finds-nothing':
      return say(`${mistake.rule} finds nothing at ${mistake.where} that is not excused already`, seeFindings(mistake.path));
    case 'waiver-refused':
      return say(
        `${mistake.rule} may not be waived here`, `To see who decided that: elvar explain ${mistake.path} ${mistake.rule}`,
      );
    case 'changed-meanwhile':
      return say(`${mistake.path} was changed by another run of elvar while this one waited for it, so nothing was written`,
        `Look where the finding is now: elvar check ${mistake.path}`);
    case 'planned-needs-date':
      return say(
        'a planned repair needs a '
          + `date${mistake.entry === null ? '' : `, but ${mistake.entry.path} ${mistake.entry.rule} has none`}`,
        LAST_DAY,
      );
    case 'finding-gone':
      return say('that finding is gone, or in the ledger already');
    case 'ledger-refused':
      return say(`a ruling does not let the ledger excuse ${mistake.rule} here`);
    case 'no-change-named':
      return say('say what to change: --status, --because or --until');
    case 'no-entry':
      return say('no ledger entry matches', 'To see them all: elvar ledger list');
    case 'layer-file-exists':
      return say(
        `${mistake.file} exists already, and init does not overwrite it`,
        'Change it with elvar set and elvar adopt, or check it with elvar doctor.',
      );
    case 'edit-failed':
      return say(
        `${mistake.file} was not changed: ${describeObstacle(mistake.obstacle)}`, adviceOnObstacle(mistake.obstacle),
      );
    case 'no-personal-layer':
      return say('the personal layer is not used here', 'It is left out in CI and with --no-personal.');
    case 'no-root-layer':
      return say('this project has no layer file at its root, and elvar:starter applies only while there is none anywhere',
        'Start with elvar init, or with elvar set at the root.');
    case 'bad-preset':
      return say(`${mistake.name} is not a preset`,
        meant(mistake.near)
          ?? 'Write elvar:NAME, a path that begins with ./ or ../, npm:PACKAGE, git:URL#REVISION or an https: address.');
    case 'copy-not-yaml':
      return say(`${mistake.file} must end in .yaml`);
    case 'copy-exists':
      return say(`${mistake.file} exists already, and is not overwritten`);
    case 'copy-adopts-by-path':
      return say(
        `${mistake.preset} adopts other files by their paths, which a copy would not find`,
        'Copy these first, or adopt it as it is.',
      );
    case 'not-pinned':
      return say(
        `${mistake.reference} is not adopted here, or is not a fetched preset`, 'Adopt it first, in the presets of a layer file.',
      );
    case 'endless-adoption':
      return say('presets adopt each other endlessly');
    case 'fetch-failed':
      return say(`${mistake.reference} could not be fetched: ${mistake.why}`, 'Nothing has been pinned.');
    case 'needs-git':
      return say(`${mistake.what} needs git: ${mistake.why}`, mistake.advice);
    case 'no-history':
      return say(`git does not tell the history: ${mistake.why}`, mistake.advice);
    case 'no-revision':
      return say(
        `git knows no revision ${mistake.revision} here`,
        'Name a commit, a branch or a tag; a shallow clone has only the latest commits.',
      );
    case 'no-common-commit':
      return say(`${listed(mistake.revisions)} have no commit in common`);
    case 'bad-part':
      return say(`--part ${mistake.text}: this is not I/N`,
        `Write, for example, --part 2/3 for the second of three parts; there can be ${mistake.most.toLocaleString('en')}.`);
    case 'bad-intake':
      return say(`--intake ${mistake.text}: this is not CONCERN=FILE`,
        'Write, for example, --intake compiler=build/compiler.log. The concern has small letters, digits and hyphens.');
    case 'own-concern':
      return say(
        `--intake ${mistake.text}: ${mistake.concern} is a concern of Elvar's own rules`,
        `Take any other than ${listed(CONCERNS)}.`,
      );
    case 'log-too-large':
      return say(`${mistake.name} is larger than ${mistake.largest / 1024 / 1024} MiB`, 'A log of that size is not read.');
    case 'bad-log':
      return say(
        `${mistake.name} cannot be understood`,
        mistake.mistakes.slice(0, MOST_LOG_MISTAKES).map((one) => `${placeText(one, mistake.name)}: ${one.what}`).join('\n'),
      );
    case 'place-taken':
      return say(
        `${mistake.question}: this file ${TAKEN[mistake.by]}`, 'Name another one; --overwrite replaces it all the same.',
      );
    case 'report-is-directory':
      return say(`${mistake.file} is a directory`, 'Name a file for the report.');
    case 'report-unwritable':
      return say(`${mistake.file} cannot be written: ${mistake.why}`);
    case 'journal-in-the-way':
      return say(
        `${mistake.file} is ${mistake.kind}, so nothing was written`,
        'Remove it: Elvar keeps notes there about what it is writing.',
      );
    case 'earlier-run-pending':
      return say(
        `nothing was written: an earlier run has to be completed first, but ${mistake.file} cannot be written: ${mistake.why}`,
      );
    case 'other-run-writes': {
      const { process, waited, file } = mistake;
      return say(`another run of elvar${process === null ? '' : ` (process ${process})`} has been writing in this project for `
        + `${waited / 1000} s, so nothing was written`,
        `Wait until it has ended. If no such run is left, remove ${file}`);
    }
    case 'no-lock':
      return say(`no lock could be created, so nothing was written: ${mistake.file}: ${mistake.why}`,
        mistake.isInTheWay ? 'Remove it if no other run of elvar is writing.' : STATE_FOLDER);
    case 'no-state-folder':
      return say(
        `no lock could be created, so nothing was written: ${mistake.folder ?? 'the folder for state'}: `
          + (mistake.why ?? 'other users can write to it'),
        STATE_FOLDER,
      );
    case 'call':
      return mistake;
  }
}

const STATE_FOLDER = 'Elvar keeps its locks in the directory for state: XDG_STATE_HOME names another one.';

const TAKEN = {
  'git-directory': 'is in a directory of git’s',
  'own-file': 'is one that Elvar reads itself',
  'tracked-file': 'is one that git tracks',
} as const;

function placeText({ at }: LogMistake, name: string): string {
  if (at === null) return name;
  return 'line' in at ? `${name}:${at.line}:${at.column}` : `${name} at ${at.pointer === '' ? 'the top' : at.pointer}`;
}

function moreAbout(path: string): string {
  return `More about it: elvar scope ${path}`;
}

function seeFindings(path: string): string {
  return `To see the findings: elvar check ${path}`;
}

function meant(near: string | null): string | null {
  return near === null ? null : `Did you mean ${near}?`;
}

function say(what: string, advice: string | null = null): MistakeText {
  return { what, advice };
}
