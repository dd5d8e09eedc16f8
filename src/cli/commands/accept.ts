import { listChange } from '../../core/layers/edit/list-change.js';
import { wrongCall } from '../../host/files/errors.js';
import { ruleById } from '../../host/project/rule-by-id.js';
import type { Command, Context } from './command.js';
import { carryOut, EDIT_FORMATS, targetOf, type EditOptions } from './rule-edit.js';

interface Options extends EditOptions {
  readonly word: readonly string[];
  readonly to: string;
  readonly drop: boolean;
  readonly personal?: boolean | undefined;
  readonly because?: string | undefined;
}

/** The list that a word goes to when the command line names none. */
const USUAL_LIST = 'words/spelling.known';

/** `elvar accept`. */
export const ACCEPT: Command<Options> = {
  usage: 'accept <word..>',
  about: 'Accept a word, or add to and drop from any list option of a rule.',
  formats: Object.keys(EDIT_FORMATS),
  redeclares: ['personal'],
  declare: (args) => args
    .positional(
      'word',
      { type: 'string', array: true, demandOption: true, describe: 'words to accept, or items for the list that --to names' },
    )
    .option('to', {
      type: 'string',
      requiresArg: true,
      default: USUAL_LIST,
      describe: 'another list: RULE.OPTION, such as idiom/debug-print.calls',
    })
    .option('drop', { type: 'boolean', default: false, describe: 'remove the items from the list instead' })
    .option('personal', { type: 'boolean', describe: 'for yourself only: change your personal layer file' })
    .option(
      'at', { type: 'string', requiresArg: true, describe: 'the directory whose layer file is changed; the root by default' },
    )
    .option('zone', { type: 'string', requiresArg: true, describe: 'a zone of that file' })
    .option('because', { type: 'string', requiresArg: true, describe: 'the reason, for whoever reads the file' })
    .option('dry-run', { type: 'boolean', default: false, describe: 'show what would change, and change nothing' }) as never,
  examples: [
    ['elvar accept berth quay --dry-run', 'two more words are right, in the whole project'],
    [
      'elvar accept console.log --to idiom/debug-print.calls --drop --at scripts --dry-run',
      'remove an item from a list, for one directory',
    ],
  ],
  writes: ({ dryRun }) => !dryRun,
  run: async (context) => {
    const { options, workspace } = context;
    const { word: words, zone = null, because } = options;
    const { rule, option } = listOf(context);
    const value = changeOf(rule, option, context);
    const target = targetOf(options, options.personal === true, workspace.root);
    const change = { options: { [option]: value }, ...(because !== undefined && { because }) };
    if (words.some((word) => word.trim() === '')) throw wrongCall('a word is empty');
    return carryOut(context, await workspace.rules().set({ selector: rule, change, zone }, target));
  },
};

/** The list option that the command line names. @throws UsageError if there is no such option. */
function listOf({ options: { to }, workspace }: Context<Options>): { readonly rule: string; readonly option: string } {
  const dot = to.lastIndexOf('.');
  const { catalog } = workspace.catalog();
  const rule = ruleById(dot < 0 ? to : to.slice(0, dot), catalog);
  const lists = Object.entries(rule.options)
    .filter(([, declaration]) => Array.isArray(declaration.default))
    .map(([name]) => name);
  const option = dot < 0 ? lists[0] : to.slice(dot + 1);
  if (option === undefined || !lists.includes(option) || (dot < 0 && lists.length > 1)) {
    throw wrongCall(
      `${to} is not a list`,
      lists.length === 0 ? `${rule.id} has no list.` : `${rule.id} has: ${lists.map((name) => `${rule.id}.${name}`).join(', ')}.`,
    );
  }
  return { rule: rule.id, option };
}

/** The edit of the list, merged with the edit that the file's own ruling already makes. */
function changeOf(rule: string, option: string, { options, workspace }: Context<Options>): unknown {
  const { word: words, drop, zone, personal } = options;
  const written = workspace.rules().optionAt(targetOf(options, personal === true, workspace.root), zone ?? null, rule, option);
  return listChange(written, [...new Set(words)], drop);
}
