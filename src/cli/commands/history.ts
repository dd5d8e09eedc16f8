import { isDate } from '../../core/base/date.js';
import type { HistoryEvent } from '../../core/history/history-event.js';
import { historyJson } from '../../formats/json/history.js';
import { IncompleteError, wrongCall } from '../../host/files/errors.js';
import { EXIT } from '../exit-code.js';
import { viewHistoryEvent } from '../views/history.js';
import { hint, jsonText, showAsItComes, type Command, type StreamedFormats } from './command.js';

interface Options {
  readonly path: string;
  readonly rule?: string | undefined;
  readonly since?: string | undefined;
}

/** A history as far as it can be told. */
class ToldHistory {
  /** What kept it from going on; known once all of its events have been taken. */
  missing: IncompleteError | null = null;

  constructor(private readonly source: AsyncIterable<HistoryEvent>) {}

  async *events(): AsyncGenerator<HistoryEvent> {
    try {
      yield* this.source;
    } catch (error) {
      // What is known up to there stays true.
      if (!(error instanceof IncompleteError)) throw error;
      this.missing = error;
    }
  }
}

const FORMATS: StreamedFormats<Options, ToldHistory> = {
  text: async function* (told, { options: { rule }, style }) {
    for await (const event of told.events()) yield viewHistoryEvent(event, rule, style);
  },
  json: async function* (told, { options: { rule } }) {
    const events: HistoryEvent[] = [];
    for await (const event of told.events()) events.push(event);
    // A document without anything in it would say that nothing ever changed.
    if (events.length > 0 || told.missing === null) {
      yield jsonText(historyJson(events, rule ?? null, told.missing?.incomplete ?? []));
    }
  },
};

/** `elvar history`. */
export const HISTORY: Command<Options> = {
  usage: 'history <path> [rule]',
  about: 'Who changed the rules of this file, when, and by which line?',
  formats: Object.keys(FORMATS),
  declare: (args) => args
    .positional('path', { type: 'string', demandOption: true, describe: 'a file; it need not exist' })
    .positional('rule', { type: 'string', describe: 'a rule; all without one' })
    .option('since', { type: 'string', requiresArg: true, describe: 'only commits from this day on, as YYYY-MM-DD' }) as never,
  examples: [
    [
      'elvar history services/berths/src/plan.ts slips/loose-compare',
      'each commit that changed the level or an option of one rule here',
    ],
    ['elvar history services/berths/src/plan.ts --since 2026-06-01', 'what has become different for this file since June'],
  ],
  run: async (context) => {
    const { options: { path, rule, since = null, today }, workspace } = context;
    if (since !== null && !isDate(since)) throw wrongCall(`--since ${since}: this is not a date`, 'Write it as YYYY-MM-DD.');
    const { historyOf } = await import('../../host/history/history-of.js');
    const told = new ToldHistory(historyOf(workspace.session, path, { rule: rule ?? null, since, today: today ?? null }));
    await showAsItComes(context, FORMATS, told);
    if (told.missing !== null) throw told.missing;
    if (rule === undefined) hint(context, `One rule: elvar history ${path} RULE`);
    return EXIT.fine;
  },
};
