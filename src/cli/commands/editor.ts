import { wrongCall } from '../../host/files/errors.js';
import { EXIT } from '../exit-code.js';
import { VERSION } from '../version.js';
import type { Command } from './command.js';

/** What the command line asks for. */
interface Options {
  readonly stdio?: boolean | undefined;
}

/** `elvar editor`. */
export const EDITOR: Command<Options> = {
  usage: 'editor',
  about: 'Answer an editor by the Language Server Protocol, over standard input and output.',
  formats: ['text'],
  declare: (args) =>
    args.option('stdio', { type: 'boolean', describe: 'over standard input and output; there is no other way' }) as never,
  examples: [['elvar editor --stdio', 'what an editor starts; people have no use for it']],
  run: async ({ options: { set, evenIgnored, today, personal, cache }, terminal }) => {
    if (terminal.editor === undefined) throw wrongCall('there is no editor to answer here');
    const { serve } = await terminal.editor();
    await serve(
      {
        set,
        evenIgnored,
        noPersonal: personal === false,
        noCache: cache === false,
        env: terminal.env,
        ...(today !== undefined && { today }),
      },
      VERSION,
    );
    return EXIT.fine;
  },
};
