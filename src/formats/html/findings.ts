import { h, type ComponentChild } from 'preact';
import type { Catalog } from '../../core/catalog/catalog.js';
import { groupFindings, type FindingGroup } from '../../core/inspect/group-findings.js';
import { compareLevels } from '../../core/model/level.js';
import type { Finding } from '../../core/model/finding.js';
import type { Decision } from '../../core/model/statement.js';
import { noteLines } from '../text/finding-notes.js';
import { levelOrigin, sourceAt } from '../text/decision.js';
import { visible } from '../text/visible.js';
import { count } from '../text/words.js';
import { framedCode } from './page-data.js';
import type { PageFacts } from './page-facts.js';

/** The most places on the page: browsers get slow with more. Higher levels come first. */
const MOST_PLACES = 2_000;

/** The most trails shown for a rule: in many directories, many layers decide about it. */
const MOST_TRAILS = 10;

/** What was found, rule by rule: what fails the check comes first, and is open. */
export function findingsByRule({ report, failOn }: PageFacts): ComponentChild {
  const groups = groupFindings(report.files, 'rule', false);
  let left = MOST_PLACES;
  const sections = groups.map((group) => {
    const shown = placesOf(group, left);
    left -= shown.length;
    return section(group, shown, report.catalog, failOn !== 'never' && compareLevels(group.level, failOn) >= 0);
  });
  const hidden = groups.reduce((sum, group) => sum + group.count, 0) - (MOST_PLACES - left);
  return h('section', { id: 'findings' },
    h('h2', null, 'Findings'),
    h('div', { id: 'filter' }),
    hidden > 0
      ? h('p', null, `${count(hidden, 'place')} of the lower levels ${hidden === 1 ? 'is' : 'are'} left out, since the page `
        + 'would get too large.')
      : null,
    h(
      'div',
      { id: 'by-rule' },
      h('p', null, groups.length === 0 ? 'None.' : 'By rule. What fails the check comes first, and is open.'),
      sections,
    ));
}

function placesOf({ lists }: FindingGroup, most: number): readonly Finding[] {
  const places: Finding[] = [];
  for (const list of lists) {
    if (places.length >= most) break;
    places.push(...list().slice(0, most - places.length));
  }
  return places;
}

function section(
  { rule, level, count: all, deciders }: FindingGroup, shown: readonly Finding[], catalog: Catalog, isOpen: boolean,
): ComponentChild {
  const known = catalog.get(rule);
  return h('details', { open: isOpen, id: `${level}-${rule.replace('/', '-')}` },
    h(
      'summary', null, h('span', { class: `level ${level}` }, level), ' ', h('h3', null, h('code', null, visible(rule))), ' ',
      count(all, 'finding'), ' ', h('span', { class: 'faint' }, visible(known?.title ?? '')),
    ),
    h('div', { class: 'inside' },
      h('p', null, visible([known?.about, known?.advice].filter((part) => part !== undefined && part !== '').join(' '))),
      [...deciders].slice(0, MOST_TRAILS).map(trail),
      deciders.size > MOST_TRAILS
        ? h('p', { class: 'faint' }, `and ${count(deciders.size - MOST_TRAILS, 'more decision')}`)
        : null,
      h('ol', { class: 'places' }, shown.map(place)),
      shown.length < all ? h('p', { class: 'faint' }, `${count(all - shown.length, 'more place')} left out`) : null));
}

/** Who decided the level, and what else was said about the rule. */
function trail(decision: Decision): ComponentChild {
  const said = decision.trail.slice(1);
  return h('div', null,
    h('p', null, 'Level ', visible(levelOrigin(decision)), '.'),
    said.length < 2 ? null : h(
      'ol',
      { class: 'trail' },
      decision.trail.map(({ statement: { level, because, kind }, effect }, index) => (kind === 'catalog' ? null : h('li', null,
        h('code', null, sourceAt(decision.trail, index)), level === null ? ': no level' : `: ${level.value}`,
        effect === 'applied' || effect === 'capped' ? '' : `, ${EFFECTS[effect]}`,
        because === null ? '' : h('span', { class: 'faint' }, ` because ${visible(because)}`)))),
    ));
}

const EFFECTS = {
  expired: 'but it has expired',
  refused: 'but a guard refuses it',
  'partly-refused': 'but a guard refuses a part of it',
  idle: 'which lowers nothing',
  'cut-off': 'but it is not inherited',
} as const;

function place(finding: Finding): ComponentChild {
  const { path, span: { start }, message, repair } = finding;
  return h('li', null,
    h('code', null, visible(`${path}:${start.line}:${start.column}`)), ' ', visible(message),
    repair === null
      ? null
      : h('span', { class: 'faint' }, repair === 'safe' ? ' (can be repaired)' : ' (can be repaired after a look)'),
    frame(finding),
    noteLines(finding).map((text) => h('p', { class: 'faint' }, visible(text))));
}

/** The line of code, with what was found in it marked. */
function frame(finding: Finding): ComponentChild {
  const code = framedCode(finding);
  if (code === null) return null;
  const [before, meant, after] = code;
  return h(
    'pre', { tabIndex: 0 }, h('span', { class: 'faint' }, `${finding.span.start.line}  `), before, h('mark', null, meant), after,
  );
}
