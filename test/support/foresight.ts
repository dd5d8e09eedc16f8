import { FILES } from './cascade-model.js';
import type { CheckReport } from '../../src/core/inspect/check-report.js';
import type { ImpactReport } from '../../src/core/impact/impact-report.js';
import type { ResolveReport } from '../../src/core/cascade/resolve-report.js';
import type { Finding } from '../../src/core/model/finding.js';

const BRANCHES = [1, 2, 3, 4, 5, 6, 7].map((number) => `\tif (a === ${number}) return ${number};\n`).join('');

const SCRIPT = `export function pick(a: number): number {
${BRANCHES}  console.log('${'a line that is rather wide '.repeat(2)}');
  print('${'a line that is wider than most of them are '.repeat(2)}');
  return dump('${'a line that is wider than any other one '.repeat(3)}');
}
`;
const PYTHON = `def pick(a):\n`
  + `${[1, 2, 3, 4, 5, 6, 7].map((number) => `    if a == ${number}:\n        return ${number}\n`).join('')}    `
  + `print('${'a line that is wider than most of them are '.repeat(2)}')\n\tsay()\n`;
/** The contents of the files of random projects, so that rules find something. */
export const CODES = Object.fromEntries(FILES.map((file) => [file, file.endsWith('.py') ? PYTHON : SCRIPT]));

/** What two reports differ in, a line a difference. */
export function differences(before: CheckReport, after: CheckReport): string[] {
  const found = ({ files }: CheckReport): Map<string, string> =>
    new Map(files.flatMap(({ findings }) => findings.all)
      .filter(({ excused }) => excused === null)
      .map(({ path, rule, fingerprint, level }) => [`${path} ${rule} ${fingerprint}`, level]));
  const [old, now] = [found(before), found(after)];
  return [
    ...[...now].flatMap(([key, level]) => (!old.has(key) ? [`+ ${key}`] : old.get(key) === level ? [] : [`~ ${key}`])),
    ...[...old.keys()].flatMap((key) => (now.has(key) ? [] : [`- ${key}`])),
  ].sort();
}

/** The same, taken from an answer about a change. */
export function told({ findings }: ImpactReport): string[] {
  const keys = (sign: string, list: readonly Finding[]): string[] =>
    list.map(({ path, rule, fingerprint }) => `${sign} ${path} ${rule} ${fingerprint}`);
  return [...findings.values()]
    .flatMap(({ appearing, disappearing, relevelled }) =>
      [...keys('+', appearing), ...keys('-', disappearing), ...keys('~', relevelled)])
    .sort();
}

/** What holds for each file. */
export function settings({ files }: ResolveReport): Map<string, unknown> {
  return new Map(files.map(({ path, rules }) => [path, Object.fromEntries(rules.set.rules)]));
}
