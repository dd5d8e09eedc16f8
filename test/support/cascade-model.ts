/*
 * A second, brute-force model of the cascade, written from its rules alone. It knows nothing of stacks, blocks or
 * views: it puts all statements for a file in a row, picks those about one rule, and goes through them.
 */
import type { CATALOG } from '../../src/core/catalog/registry.js';
import { DIRECTORIES, TODAY, type Layer, type Project, type Ruling, type Use, type Written } from './random-projects.js';

/** Files in every directory, of two languages and of none. */
export const FILES = DIRECTORIES.flatMap((directory) =>
  ['x.ts', 'x.test.ts', 'y.py'].map((name) => (directory === '' ? name : `${directory}/${name}`)));

/** The language of a file, of those that the random projects have. */
export function languageOf(file: string): 'python' | 'yaml' | 'typescript' {
  return file.endsWith('.py') ? 'python' : file.endsWith('.yaml') ? 'yaml' : 'typescript';
}

type Rule = (typeof CATALOG.rules)[number];

/** One statement for one file. */
interface Said {
  readonly kind: 'ruling' | 'at-most';
  readonly file: string | null;
  readonly line: number | null;
  /** Names of the files that brought it in, its own the last. */
  readonly chain: readonly string[];
  readonly filters: readonly Use[];
  readonly ruling: Ruling;
  cut: boolean;
}

/** Whether git would ignore `file` if `list` stood in an ignore file. Knows just the patterns used here. */
export function isIn(list: readonly string[], file: string): boolean {
  const names = file.split('/');
  for (let depth = 1; depth <= names.length; depth += 1) {
    const here = names.slice(0, depth);
    const last = list.findLast((pattern) => {
      const bare = pattern.replace(/^!/, '');
      if (bare.endsWith('/') && depth === names.length) return false;
      const body = bare.replace(/\/$/, '');
      if (body.startsWith('/')) return here.join('/') === body.slice(1);
      const name = here.at(-1) as string;
      return body.startsWith('*') ? name.endsWith(body.slice(1)) : name === body;
    });
    if (last !== undefined && !last.startsWith('!')) return true;
  }
  return false;
}

const ORDER = [/^\*$/, /\/\*$/, /^tag:/, /./];

function widthOf({ selector }: Ruling): number {
  return ORDER.findIndex((form) => form.test(selector));
}

/** All statements for a file, lowest first, whatever rule they are about. */
export function statementsFor(project: Project, file: string, written: ReadonlyMap<Layer, Written>): Said[] {
  const said: Said[] = [];
  const language = languageOf(file);
  const speak = (own: Layer, base: string, chain: readonly string[], filters: readonly Use[], isPersonal: boolean): void => {
    const { name, lines } = written.get(own) as Written;
    const here = [...chain, name];
    const relative = base === '' ? file : file.slice(base.length + 1);
    const adopt = (list: readonly Use[]): void => {
      for (const use of list) speak(project.presets[use.preset] as Layer, base, here, [...filters, use], isPersonal);
    };
    const rule = (list: readonly Ruling[]): void => {
      for (const ruling of list.toSorted((a, b) => widthOf(a) - widthOf(b))) {
        const { guard: _, ...unguarded } = ruling;
        said.push({
          kind: 'ruling',
          file: name,
          line: lines.get(ruling) as number,
          chain: here,
          filters,
          ruling: isPersonal ? unguarded : ruling,
          cut: false,
        });
      }
    };
    const cap = (holder: Layer | Layer['zones'][number]): void => {
      if (holder.atMost === null) return;
      said.push({
        kind: 'at-most',
        file: name,
        line: lines.get(holder) as number,
        chain: here,
        filters,
        ruling: { selector: '*', level: holder.atMost },
        cut: false,
      });
    };
    adopt(own.presets);
    rule(own.rulings);
    for (const zone of own.zones) {
      if (zone.match !== null && !isIn(zone.match, relative)) continue;
      if (isIn(zone.except, relative) || (zone.languages !== null && !zone.languages.includes(language))) continue;
      adopt(zone.presets);
      rule(zone.rulings);
      cap(zone);
    }
    cap(own);
  };
  if (project.personal !== null) speak(project.personal, '', [], [], true);
  for (const directory of DIRECTORIES) {
    const own = project.layers[directory];
    if (own === undefined || (directory !== '' && !file.startsWith(`${directory}/`))) continue;
    if (!own.inherit) for (const outer of said) outer.cut = true;
    speak(own, directory, [], [], false);
  }
  for (const { ruling } of project.set) {
    said.push({ kind: 'ruling', file: null, line: null, chain: ['command line'], filters: [], ruling, cut: false });
  }
  return said;
}

export function isAbout(selector: string, rule: Rule): boolean {
  return selector === '*'
    || selector === rule.id || selector === `${rule.concern}/*` || rule.tags.some((tag) => selector === `tag:${tag}`);
}

interface State {
  level: string;
  waivers: string;
  fix: string;
  ledger: string;
  options: Record<string, unknown>;
}

interface ModelGuard {
  readonly kind: string;
  readonly by: number;
  remembered: State;
}

const LEVELS = ['off', 'note', 'warning', 'error'];

function includesAll(whole: unknown, part: unknown): boolean {
  return (part as string[]).every((item) => (whole as string[]).includes(item));
}

/** Whether a guard refuses that `part` of a rule becomes `value`. */
function isRefused({ kind, remembered }: ModelGuard, part: string, value: unknown, rule: Rule): boolean {
  const isOption = part.startsWith('option ');
  const name = part.slice('option '.length);
  const before = isOption ? remembered.options[name] : remembered[part as 'level' | 'waivers' | 'fix' | 'ledger'];
  if (kind === 'fixed') return JSON.stringify(before) !== JSON.stringify(value);
  if (part === 'level') return LEVELS.indexOf(value as string) < LEVELS.indexOf(before as string);
  if (!isOption) return before === 'refuse' && value === 'allow';
  const weaker: Record<string, boolean> = {
    lower: (value as number) > (before as number),
    higher: (value as number) < (before as number),
    true: before === true && value === false,
    false: before === false && value === true,
    more: Array.isArray(value) && !includesAll(value, before),
    fewer: Array.isArray(value) && !includesAll(before, value),
  };
  return weaker[rule.options[name]?.stricter ?? ''] ?? false;
}

function edited(list: unknown, change: unknown): unknown {
  if (typeof change !== 'object' || change === null || Array.isArray(change)) return change;
  const { add = [], drop = [] } = change as { add?: string[]; drop?: string[] };
  const result = (list as string[]).filter((item) => !drop.includes(item));
  for (const item of add) if (!result.includes(item)) result.push(item);
  return result;
}

/** Who decided, and who had before. */
function originIn(setters: readonly number[]): { by: number; over: number | null } {
  return { by: setters.at(-1) as number, over: setters.at(-2) ?? null };
}

/** What becomes of one rule: its setting, and every statement with its effect. */
export function decide(rule: Rule, statements: readonly Said[]) {
  const state: State = {
    level: 'off',
    waivers: 'allow',
    fix: 'allow',
    ledger: 'allow',
    options: structuredClone(rule.defaults) as Record<string, unknown>,
  };
  const trail: [string | null, number | null, string, string[], number | null][] = [[null, null, 'applied', [], null]];
  const guards = new Map<string, ModelGuard>();
  // For each part who set it, the latest last: the level, and each option.
  const setters: Record<string, number[]> = Object.fromEntries(
    ['level', 'waivers', 'fix', 'ledger', ...Object.keys(rule.defaults).map((name) => `option ${name}`)].map((part) =>
      [part, [0]]),
  );
  // For each item of a list who brought it.
  const bringers: Record<string, [string, number][]> = Object.fromEntries(Object.entries(rule.defaults)
    .filter(([, value]) => Array.isArray(value))
    .map(([name, value]) => [name, (value as string[]).map((item) => [item, 0])]));
  for (const { kind, file, line, chain, filters, ruling, cut } of statements) {
    if (!isAbout(ruling.selector, rule)) continue;
    if (!filters.every(({ only, except }) => (only?.some((selector) => isAbout(selector, rule)) ?? true)
      && !except?.some((selector) => isAbout(selector, rule)))) continue;
    const by = trail.length;
    if (cut && (ruling.guard === undefined || ruling.guard === 'none')) {
      trail.push([file, line, 'cut-off', [], null]);
      continue;
    }
    if (ruling.until !== undefined && ruling.until < TODAY) {
      trail.push([file, line, 'expired', [], null]);
      continue;
    }
    const lowersNothing = kind === 'at-most' && LEVELS.indexOf(state.level) <= LEVELS.indexOf(ruling.level as string);
    const wanted: [string, unknown][] = [];
    if (ruling.level !== undefined && !lowersNothing) wanted.push(['level', ruling.level]);
    for (const [name, change] of Object.entries(ruling.options ?? {})) {
      wanted.push([`option ${name}`, edited(state.options[name], change)]);
    }
    if (ruling.waivers !== undefined) wanted.push(['waivers', ruling.waivers]);
    if (ruling.fix !== undefined) wanted.push(['fix', ruling.fix]);
    if (ruling.ledger !== undefined) wanted.push(['ledger', ruling.ledger]);
    const refused: string[] = [];
    let refusedBy: number | null = null;
    for (const [part, value] of wanted) {
      const refusers = [...guards]
        .filter(([owner, guard]) => !chain.includes(owner) && isRefused(guard, part, value, rule))
        .map(([, guard]) => guard.by);
      if (refusers.length > 0) {
        refused.push(part.replace('option ', 'options.'));
        refusedBy ??= Math.min(...refusers);
      } else if (part.startsWith('option ')) {
        const name = part.slice('option '.length);
        const change = ruling.options?.[name] as { add?: string[]; drop?: string[] } | string[];
        if (Array.isArray(change)) bringers[name] = change.map((item) => [item, by]);
        else if (typeof change === 'object') {
          const own = (bringers[name] as [string, number][]).filter(([item]) => !change.drop?.includes(item));
          for (const item of change.add ?? []) if (!own.some(([there]) => there === item)) own.push([item, by]);
          bringers[name] = own;
        }
        state.options[name] = value;
        setters[part]?.push(by);
      } else {
        state[part as 'level' | 'waivers' | 'fix' | 'ledger'] = value as string;
        setters[part]?.push(by);
      }
    }
    const heard = refused.length === 0 ? (kind !== 'at-most' ? 'applied' : lowersNothing ? 'idle' : 'capped')
      : refused.length < wanted.length ? 'partly-refused'
      : 'refused';
    trail.push([file, line, heard, refused, refusedBy]);
    for (const [owner, guard] of guards) if (chain.includes(owner)) guard.remembered = structuredClone(state);
    const owner = chain.at(-1) as string;
    if (ruling.guard === 'none') guards.delete(owner);
    else if (ruling.guard !== undefined) guards.set(owner, { kind: ruling.guard, by, remembered: structuredClone(state) });
  }
  return {
    setting: { level: state.level, options: state.options, waivers: state.waivers, fix: state.fix, ledger: state.ledger },
    trail,
    level: originIn(setters['level'] as number[]),
    // Whoever set the level, before caps lowered it.
    turnedOnBy: (setters['level'] as number[]).findLast((index) => trail[index]?.[2] !== 'capped') ?? 0,
    freedoms: ['waivers', 'fix', 'ledger'].map((freedom) => setters[freedom]?.at(-1) ?? 0),
    options: Object.fromEntries(Object.keys(rule.defaults)
      .map((name) => [name, { ...originIn(setters[`option ${name}`] as number[]), items: bringers[name] ?? null }])),
    guards: [...guards.values()].map(({ kind, by }) => ({ kind, by })).sort((a, b) => a.by - b.by),
  };
}
