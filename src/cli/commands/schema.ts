import { layerJsonSchema } from '../../core/layers/json-schema.js';
import { EXIT } from '../exit-code.js';
import { exitCode, jsonText, tellAside, type Command } from './command.js';

/** `elvar schema`. */
export const SCHEMA: Command<object> = {
  usage: 'schema',
  about: 'Print what a layer file may say, as a JSON Schema for editors.',
  formats: ['json'],
  declare: (args) => args as never,
  examples: [
    ['elvar schema > elvar-schema.json', 'for an editor that completes YAML by a schema'],
  ],
  run: async ({ workspace, terminal, ...context }) => {
    const report = workspace.catalog();
    terminal.out(jsonText(layerJsonSchema(report.catalog, workspace.presets().map(({ reference }) => reference))));
    tellAside({ ...context, workspace, terminal }, report);
    return exitCode(EXIT.fine, report);
  },
};
