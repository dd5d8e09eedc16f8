import { h, type ComponentChild } from 'preact';
import { useLayoutEffect, useMemo, useState } from 'preact/hooks';
import type { PageData, PageFinding } from '../src/formats/html/page-document.js';
import { CONFIDENCES, directoriesOf, EVERYTHING, isEverything, Search, type Wish } from './wish.js';

/** How many findings are shown at once, and by how many more each time. */
const AT_ONCE = 100;

/** The bar to choose among the findings, and what was chosen. While everything is wanted, the page's own list stays. */
export function Filter({ data, byRule }: { readonly data: PageData; readonly byRule: HTMLElement | null }): ComponentChild {
  const [wish, setWish] = useState<Wish>(EVERYTHING);
  const [most, setMost] = useState(AT_ONCE);
  const search = useMemo(() => new Search(data), [data]);
  const directories = useMemo(() => directoriesOf(data.paths), [data]);
  const isAll = isEverything(wish);
  const found = useMemo(() => search.find(wish), [search, wish]);
  useLayoutEffect(() => {
    if (byRule !== null) byRule.hidden = !isAll;
  }, [byRule, isAll]);
  const change = (part: Partial<Wish>): void => {
    setWish({ ...wish, ...part });
    setMost(AT_ONCE);
  };
  const toggle = (level: string): void => {
    const levels = new Set(wish.levels);
    if (!levels.delete(level)) levels.add(level);
    change({ levels });
  };
  return h('div', null,
    h('form', {
      class: 'filter', role: 'search', 'aria-label': 'Filter the findings', onSubmit: (event: Event) => event.preventDefault(),
    },
      h('label', { class: 'grow' }, 'Words ', h('input', {
        type: 'search', value: wish.words, onInput: (event: Event) => change({ words: (event.target as HTMLInputElement).value }),
      })),
      h('fieldset', null, h('legend', null, 'Levels'), ['error', 'warning', 'note'].map((level) => h(
        'label',
        null,
        h('input', { type: 'checkbox', name: level, checked: wish.levels.has(level), onChange: () => toggle(level) }),
        ' ',
        h('span', { class: level }, level),
      ))),
      choice('Rule', wish.rule, [['', 'any'], ...data.rules.toSorted().map((rule) => [rule, rule] as const)], (rule) =>
        change({ rule })),
      choice('Directory', wish.directory, [['', 'any'], ...directories.map((own) => [own, own] as const)], (directory) =>
        change({ directory })),
      choice(
        'Confidence',
        wish.confidence,
        [['', 'any'], ...CONFIDENCES.slice(0, -1).map((own) => [own, own === 'certain' ? own : `${own} or more`] as const)],
        (confidence) => change({ confidence }),
      ),
      choice('Excused', wish.excused, [['open', 'no'], ['excused', 'yes'], ['all', 'both']], (excused) =>
        change({ excused: excused as Wish['excused'] })),
      isAll ? null : h('button', { type: 'button', onClick: () => change(EVERYTHING) }, 'Clear')),
    h(
      'p',
      { class: 'faint', role: 'status' },
      isAll ? '' : `${found.length.toLocaleString('en')} of ${data.findings.length.toLocaleString('en')} `
        + `findings${data.leftOut > 0 ? `; ${data.leftOut.toLocaleString('en')} of the lower levels are not in this page` : ''}`,
    ),
    isAll ? null : h('ol', { class: 'places' }, found.slice(0, most).map((finding) => place(finding, data))),
    isAll || found.length <= most ? null : h(
      'button', { type: 'button', onClick: () => setMost(most + AT_ONCE) }, `Show ${Math.min(AT_ONCE, found.length - most)} more`,
    ));
}

function choice(
  name: string, value: string, options: readonly (readonly [value: string, text: string])[], onChoice: (value: string) => void,
): ComponentChild {
  return h('label', null, `${name} `, h(
    'select',
    { name: name.toLowerCase(), onChange: (event: Event) => onChoice((event.target as HTMLSelectElement).value) },
    options.map(([own, text]) => h('option', { value: own, selected: own === value }, text)),
  ));
}

function place(
  [level, rule, path, line, column, message, confidence, decider, code, excuse]: PageFinding,
  { rules, paths, deciders }: PageData,
): ComponentChild {
  return h('li', null,
    h('span', { class: `level ${level}` }, level), ' ', h('code', null, `${paths[path]}:${line}:${column}`), ' ', message, ' ', h(
      'code', { class: 'faint' }, rules[rule],
    ),
    h(
      'div',
      { class: 'faint' },
      `${confidence}, decided by ${deciders[decider]}`,
      excuse === null ? '' : `; excused by the ${excuse}`,
    ),
    code === null
      ? null
      : h('pre', { tabIndex: 0 }, h('span', { class: 'faint' }, `${line}  `), code[0], h('mark', null, code[1]), code[2]));
}
