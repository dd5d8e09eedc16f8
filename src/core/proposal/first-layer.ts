import { Document, isScalar, stringify } from 'yaml';
import type { TakenRuling, TakenSection } from './editor-config.js';

/** What a first layer file should say. */
interface FirstLayer {
  readonly title: string;
  /** References of presets with their purposes, in order. */
  readonly presets: readonly { readonly reference: string; readonly about: string }[];
  /** Patterns of test code; empty if tests get no zone. */
  readonly tests: readonly string[];
  readonly editorConfig: readonly TakenSection[];
}

/** The text of a first `elvar.yaml`: short, with a comment wherever a reader might have a question. */
export function firstLayerText({ title, presets, tests, editorConfig }: FirstLayer): string {
  const everywhere = editorConfig.filter(({ match }) => match === null).flatMap(({ rulings }) => rulings);
  const zones = editorConfig.filter(({ match }) => match !== null);
  const parts = [
    `# How this project's code is checked. Which rules apply to a file, and why: elvar explain FILE\ntitle: ${scalar(title)}\n`,
    presets.length === 0
      ? ''
      : '# Lowest first: later presets override earlier '
        + `ones.\npresets:\n${presets.map(({ reference, about }) => `  # ${about}\n  - ${reference}\n`).join('')}`,
    everywhere.length === 0
      ? "# The project's own rulings, which override the presets. All rules: elvar catalog\nrulings: {}\n"
      : `# The project's own rulings, which override the presets. All rules: elvar `
        + `catalog\nrulings:\n${everywhere.map((ruling) => rulingLine(ruling, 2)).join('')}`,
    tests.length + zones.length === 0
      ? ''
      : `zones:\n${[...zones.map(zoneText), ...(tests.length === 0 ? [] : [testZone(tests)])].join('')}`,
    '# The lowest level at which a check fails: error, warning, note or never.\npolicy:\n  fail-on: error\n',
  ];
  return parts.filter((part) => part !== '').join('\n');
}

function zoneText({ glob, match, rulings }: TakenSection): string {
  return `  - name: ${scalar(`editor ${glob}`)}\n    match: ${flow(match)}\n    `
    + `rulings:\n${rulings.map((ruling) => rulingLine(ruling, 6)).join('')}`;
}

function testZone(tests: readonly string[]): string {
  return `  - name: tests\n    match: ${flow(tests)}\n    presets: [elvar:test-code]\n    because: tests are read from `
    + `top to bottom\n`;
}

function rulingLine({ rule, level, options, lines }: TakenRuling, indent: number): string {
  const because = `.editorconfig says so in ${lines.length === 1 ? 'line' : 'lines'} ${lines.join(' and ')}`;
  return `${' '.repeat(indent)}${rule}: `
    + `${flow({ ...(level !== null && { level }), ...(Object.keys(options).length > 0 && { options }), because })}\n`;
}

function scalar(text: string): string {
  return stringify(text, { lineWidth: 0 }).trimEnd();
}

function flow(value: unknown): string {
  const document = new Document(value);
  if (!isScalar(document.contents) && document.contents !== null) (document.contents as { flow?: boolean }).flow = true;
  return document.toString({ lineWidth: 0, flowCollectionPadding: true }).trimEnd();
}
