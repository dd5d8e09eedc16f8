import type { OptionType } from '../../model/option-type.js';
import { optionType, type Catalog } from '../../catalog/catalog.js';
import * as z from 'zod';
import type { OptionSetting } from '../../model/layer.js';
import type { OptionChange, OptionDeclaration, OptionValue } from '../../model/option.js';
import type { Rule } from '../../finders/rule.js';
import type { Selector } from '../../model/selector.js';
import { nearName } from '../../base/near-name.js';
import type { Mistakes } from '../mistakes.js';
import { describeValue } from '../parse/schema-problems.js';
import type { WrittenOption } from '../parse/unbound-layer.js';
import type { YamlNode } from '../parse/yaml-text.js';

const listEditSchema = z.strictObject({ add: z.array(z.string()).optional(), drop: z.array(z.string()).optional() });

/** The options of a whole rule id, as the rule understands them; none if there is no such rule, which is reported elsewhere. */
export function bindOptions(
  selector: Selector, written: readonly WrittenOption[], catalog: Catalog, mistakes: Mistakes,
): OptionSetting[] {
  const rule = selector.kind === 'rule' ? catalog.get(selector.rule) : undefined;
  return rule === undefined ? [] : written.flatMap((option) => bindOption(option, rule, mistakes) ?? []);
}

function bindOption({ name, place, value: node }: WrittenOption, rule: Rule, mistakes: Mistakes): OptionSetting | null {
  const known = Object.keys(rule.options);
  const declaration = known.includes(name) ? rule.options[name] : undefined;
  if (declaration === undefined) {
    mistakes.reportUnknown(place, { code: 'unknown-option', rule: rule.id, option: name, near: nearName(name, known), known });
    return null;
  }
  if (node.value === undefined) return null;
  const value = parseOption(declaration, node.value);
  if (value !== null) return { name, value, place };
  if (reportWrongEdit(declaration, node, mistakes)) return null;
  const expected = { ...optionType(declaration), ...formOf(declaration, node.value) };
  mistakes.report(node.place, { code: 'bad-option', rule: rule.id, option: name, expected, found: describeValue(node.value) });
  return null;
}

/** What a text must be like, if it is none such. */
export function formOf(declaration: OptionDeclaration, value: unknown): Pick<OptionType, 'form'> {
  const message = typeof value === 'string' && typeof declaration.default === 'string'
    ? declaration.schema.safeParse(value).error?.issues.find(({ code }) => code === 'custom')?.message
    : undefined;
  return message === undefined ? {} : { form: message };
}

/** Reports the keys of a list edit other than `add` and `drop`. @returns whether there were any. */
function reportWrongEdit({ default: standard }: OptionDeclaration, node: YamlNode, mistakes: Mistakes): boolean {
  if (!Array.isArray(standard) || typeof node.value !== 'object' || node.value === null || Array.isArray(node.value)) {
    return false;
  }
  const unknown = [...node.parts].filter(([key]) => !EDIT_KEYS.includes(String(key)));
  for (const [key, part] of unknown) {
    mistakes.report(
      part.keyPlace ?? part.place,
      { code: 'unknown-key', key: String(key), near: nearName(String(key), EDIT_KEYS), known: EDIT_KEYS },
    );
  }
  return unknown.length > 0;
}

/** The keys of an edit of a list. */
const EDIT_KEYS = ['add', 'drop'];

/** A value as a change of an option: the value itself or, for a list, an edit. Null if the option does not accept it. */
export function parseOption(declaration: OptionDeclaration, value: unknown): OptionChange | null {
  const whole = declaration.schema.safeParse(value);
  if (whole.success) return whole.data as OptionValue;
  if (!Array.isArray(declaration.default)) return null;
  const edit = listEditSchema.safeParse(value);
  if (!edit.success) return null;
  const { add = [], drop = [] } = edit.data;
  // Added items must be valid for the list; dropped ones only have to be strings.
  return declaration.schema.safeParse(add).success ? { add, drop } : null;
}
