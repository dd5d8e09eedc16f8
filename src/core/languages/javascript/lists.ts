/** Lists of JavaScript and TypeScript in which a comma may follow the last item without any meaning. */
export const SCRIPT_LISTS: readonly string[] = [
  'array', 'object', 'arguments', 'formal_parameters', 'named_imports', 'export_clause', 'object_pattern', 'array_pattern',
];
