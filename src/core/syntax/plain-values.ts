/** Node types of values that are written out, in every grammar. */
export const PLAIN_VALUES: ReadonlySet<string> = new Set(
  ['number', 'string', 'true', 'false', 'unary_expression', 'regex', 'integer', 'float', 'tuple', 'concatenated_string'],
);
