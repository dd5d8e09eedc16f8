import { parseDocument } from 'yaml';
import { optionType, type Catalog } from '../../catalog/catalog.js';
import { NO_FREEDOM_SETTINGS } from '../../model/freedom.js';
import { isLevel, type Level } from '../../model/level.js';
import type { OptionChange } from '../../model/option.js';
import { formatSelector, parseSelector, type Selector } from '../../model/selector.js';
import type { LayerInstance, Statement } from '../../model/statement.js';
import type { SettingMistake } from '../../model/usage-mistake.js';
import { nearLevel } from '../parse/near-level.js';
import { nearName } from '../../base/near-name.js';
import { formOf, parseOption } from './options.js';
import type { SelectingStatement } from '../stack.js';

/** The highest layer: what the command line sets. Guards bind it like any other. */
export const COMMAND_LINE_LAYER: LayerInstance = {
  id: 'command line', kind: 'command-line', title: null, file: null, through: [], exemptions: ['command line'],
};

/**
 * Reads one setting of the command line: `SELECTOR=LEVEL`, or `RULE.OPTION=VALUE` with a YAML flow value.
 * @returns the statement or what is wrong with the setting.
 */
export function readSetting(text: string, catalog: Catalog): SelectingStatement | SettingMistake {
  const equals = text.indexOf('=');
  const [left, right] = [text.slice(0, equals).trim(), text.slice(equals + 1).trim()];
  if (equals < 0 || left === '' || right === '') {
    return { wrong: 'sets-nothing' };
  }
  const selector = parseSelector(left);
  return selector === null ? readOptionSetting(left, right, catalog) : readLevelSetting(selector, right, catalog);
}

function readLevelSetting(selector: Selector, level: string, catalog: Catalog): SelectingStatement | SettingMistake {
  if (catalog.select(selector).length === 0) return unknownRule(formatSelector(selector), catalog);
  if (isLevel(level)) return settingOf(selector, level, null);
  return { wrong: 'bad-level', level, near: nearLevel(level) };
}

function readOptionSetting(left: string, right: string, catalog: Catalog): SelectingStatement | SettingMistake {
  const [, id = '', option = ''] = /^([^.]*)\.(.+)$/.exec(left) ?? [];
  const selector = parseSelector(id);
  if (selector?.kind !== 'rule') return { wrong: 'no-selector', found: left };
  const rule = catalog.get(selector.rule);
  if (rule === undefined) return unknownRule(selector.rule, catalog);
  const known = Object.keys(rule.options);
  const declaration = known.includes(option) ? rule.options[option] : undefined;
  if (declaration === undefined) {
    return { wrong: 'unknown-option', rule: rule.id, option, near: nearName(option, known), known };
  }
  const value = parseOption(declaration, flowValue(right));
  if (value === null) {
    return {
      wrong: 'bad-value',
      rule: rule.id,
      option,
      expected: { ...optionType(declaration), ...formOf(declaration, right) },
      found: right,
    };
  }
  return settingOf(selector, null, { name: option, value });
}

/** A YAML flow value as data; undefined if it is not one. */
function flowValue(text: string): unknown {
  const document = parseDocument(text, { logLevel: 'silent' });
  if (document.errors.length > 0 || document.warnings.length > 0) return undefined;
  try {
    return document.toJS({ maxAliasCount: 0 });
  } catch {
    return undefined;
  }
}

function settingOf(
  selector: Selector, level: Level | null, option: { name: string; value: OptionChange } | null,
): SelectingStatement {
  const place = { file: 'command line', line: 1, column: 1, length: 1 };
  const statement: Statement = {
    kind: 'set',
    layer: COMMAND_LINE_LAYER,
    place: null,
    selector: formatSelector(selector),
    zone: null,
    level: level === null ? null : { value: level, place },
    options: option === null ? [] : [{ ...option, place }],
    ...NO_FREEDOM_SETTINGS,
    guard: null,
    because: null,
    until: null,
  };
  return { selector, statement };
}

function unknownRule(name: string, catalog: Catalog): SettingMistake {
  return { wrong: 'unknown-rule', name, near: nearName(name, catalog.rules.map(({ id }) => id)) };
}
