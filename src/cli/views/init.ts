import type { NewFile, Survey } from '../../host/desks/survey.js';
import { visible } from '../../formats/text/visible.js';
import type { Style } from '../terminal.js';
import { count, listed, table } from './table.js';

/** The most languages named; the rest are counted. */
const MOST_LANGUAGES = 6;

/** What is in the tree, and what each preset would report in it. */
export function viewSurvey(
  { scope, languages, bytes, largest, tests, foreign, editorConfig, presets }: Survey, style: Style,
): string {
  const named = languages.slice(0, MOST_LANGUAGES).map(({ language, files }) => `${language} ${files}`);
  const rest = languages.length - named.length;
  const lines = [
    style.strong(`${count(scope.checked.length, 'file')} to check: `
      + `${listed([...named, ...(rest > 0 ? [`${count(rest, 'language')} more`] : [])]) || 'nothing yet'}.`),
    ...(largest === null
      ? []
      : [`${sizeText(bytes)} in all; the largest is ${style.name(visible(largest.path))} with ${sizeText(largest.bytes)}.`]),
    ...(tests.length > 0 ? [`Tests: ${visible(tests.join(', '))}`] : []),
    ...(foreign.length > 0 ? [`Not your own code, it seems: ${visible(foreign.map(({ pattern }) => pattern).join(', '))}`] : []),
    ...(editorConfig === null ? [] : [editorConfigLine(editorConfig)]),
    '', 'What each preset would find in your code today',
    ...table(presets.map(({ reference, findings, fixable, about, isUsual }) => [
      `${isUsual ? '●' : ' '} ${style.name(reference)}`,
      count(findings, 'finding'),
      `${fixable} repairable`,
      style.faint(about),
    ])),
  ];
  return `${lines.join('\n')}\n\n`;
}

/** Bytes as people read them (IEC 80000-13). */
function sizeText(bytes: number): string {
  if (bytes < 1024) return count(bytes, 'byte');
  return bytes < 1024 * 1024 ? `${Math.round(bytes / 1024)} KiB` : `${(bytes / 1024 / 1024).toFixed(1)} MiB`;
}

/** The files written, with their text, and what they report. */
export function viewWritten(
  files: readonly NewFile[],
  { findings, fixable, files: checked }: { readonly findings: number; readonly fixable: number; readonly files: number },
  isDry: boolean,
  style: Style,
): string {
  const lines = files.flatMap(({ file, text }) => [
    style.strong(isDry ? `${file} would be created:` : `${file} was created:`),
    '',
    ...text.trimEnd().split('\n').map((line) => `  ${visible(line)}`),
    '',
  ]);
  const repair = fixable > 0 ? `, ${fixable} of which can be repaired` : '';
  const outcome = `With that, check looks at ${count(checked, 'file')} and reports ${count(findings, 'finding')}${repair}.`;
  return `${[...lines, outcome].join('\n')}\n`;
}

function editorConfigLine({ sections, left }: NonNullable<Survey['editorConfig']>): string {
  const adopted = `.editorconfig: ${count(sections.length, 'section')} can be adopted`;
  if (left.length === 0) return adopted;
  return `${adopted}, ${left.length} cannot (${visible(left.map(({ glob, line }) => `${glob} in line ${line}`).join(', '))})`;
}
