import checkbox from '@inquirer/checkbox';
import confirm from '@inquirer/confirm';
import { visible } from '../formats/text/visible.js';
import type { Choices, Survey } from '../host/desks/survey.js';
import { count } from './views/table.js';

/** Asks in the terminal what to start with. Each question has a default answer. */
export async function ask({ presets, tests, foreign, editorConfig, hasIgnoreFile }: Survey): Promise<Choices> {
  const chosen = await checkbox({
    message: 'Which presets?',
    choices: presets.map(({ reference, about, findings, fixable, isUsual }) => ({
      value: reference,
      name: `${reference}  ${count(findings, 'finding')} today, ${fixable} repairable`,
      short: reference,
      description: about,
      checked: isUsual,
    })),
  });
  const yes = (message: string): Promise<boolean> => confirm({ message, default: true });
  return {
    presets: chosen,
    tests: tests.length > 0 && await yes(`Treat tests separately (${visible(tests.join(', '))})?`),
    foreign: foreign.length > 0 && !hasIgnoreFile
      && await yes(`Leave out code that is not your own (${visible(foreign.map(({ pattern }) => pattern).join(', '))})?`),
    editorConfig: (editorConfig?.sections.length ?? 0) > 0 && await yes('Adopt the settings of .editorconfig?'),
  };
}
