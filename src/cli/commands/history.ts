import { isDate } from '../../core/base/date.js';
import type { HistoryEvent } from '../../core/history/history-event.js';
import { historyJson } from '../../formats/json/history.js';
import { IncompleteError, UsageError } from '../../host/files/errors.js';
import { EXIT } from '../exit-code.js';
import { viewHistoryEvent } from '../views/history.js';
import { hint, jsonText, type Command } from './command.js';

interface Options {
  readonly path: string;
  readonly rule?: string | undefined;
  readonly since?: string | undefined;
}

/** `elvar history`. */
export const HISTORY: Command<Options> = {
  usage: 'history <path> [rule]',
  about: 'Who changed the rules of this file, when, and by which line?',
  formats: ['text', 'json'],
  declare: (args) => args
    .positional('path', { type: 'string', demandOption: true, describe: 'a file; it need not exist' })
    .positional('rule', { type: 'string', describe: 'a rule; all without one' })
    .option('since', { type: 'string', requiresArg: true, describe: 'only commits from this day on, as YYYY-MM-DD' }) as never,
  examples: [
    ['elvar history services/berths/src/plan.ts slips/loose-compare', 'each commit that changed the level or an option of one rule here'],
    ['elvar history services/berths/src/plan.ts --since 2026-06-01', 'what has become different for this file since June'],
  ],
  run: async (context) => {
    const { options: { path, rule, since = null, format, today }, workspace, terminal, style } = context;
    if (since !== null && !isDate(since)) throw new UsageError(`--since ${since}: this is not a date\nWrite it as YYYY-MM-DD.`);
    const { historyOf } = await import('../../host/history/history-of.js');
    const events: HistoryEvent[] = [];
    let missing: IncompleteError | null = null;
    try {
      for await (const event of historyOf(workspace.session, path, { rule: rule ?? null, since, today: today ?? null })) {
        if (format === 'json') events.push(event);
        else terminal.out(viewHistoryEvent(event, rule, style));
      }
    } catch (error) {
      // What is known up to there stays true.
      if (!(error instanceof IncompleteError) || (format === 'json' && events.length === 0)) throw error;
      missing = error;
    }
    if (format === 'json') terminal.out(jsonText(historyJson(events, rule ?? null, missing?.incomplete ?? [])));
    if (missing !== null) throw missing;
    if (rule === undefined) hint(context, `One rule: elvar history ${path} RULE`);
    return EXIT.fine;
  },
};
