import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';

const { as, bad, good } = writerFor('javascript');

/** What `size/*` finds. */
export const SIZE_RULES: LanguageRules = {
  'size/branches': as(
    good('function moor(a) {\n  if (a) sail();\n  return [1].map((x) => x ? 1 : 2);\n}\n', { options: { max: 2 } }),
    bad('function moor(a, b) {\n  if (a && b) sail();\n}\n', '1:10-14 3 paths through this function, 1 over 2', {
      options: { max: 2 },
    }),
    bad(
      'const moor = (a) => {\n  for (const x of a) if (x) sail(x ?? 1);\n};\n',
      '1:14 4 paths through this function, 2 over 2',
      { options: { max: 2 } },
    ),
  ),
  'size/class-members': as(
    good('class Quay { a = 1; moor() {} }\n', { options: { max: 2 } }),
    bad('class Quay { a = 1; moor() {} sail() {} }\n', '1:7-11 Quay has 3 members, 1 over 2', { options: { max: 2 } }),
  ),
  'size/condition-terms': as(
    good('if (a && b === 1) sail();\nconst c = d ?? e ?? f;\n', { options: { max: 2 } }),
    bad('if (a && (b || !c)) sail();\n', '1:5-19 3 parts in one condition, 1 over 2', { options: { max: 2 } }),
  ),
  'size/function-lines': as(
    good('function moor() {\n  sail();\n}\n', { options: { max: 3 } }),
    bad('function moor() {\n  sail();\n  wait();\n}\n', '1:10-14 moor is 4 lines long, 1 over 3', { options: { max: 3 } }),
  ),
  'size/nesting': as(
    good(
      'if (a) {\n  for (const b of c) sail(() => { if (d) wait(); });\n} else if (e) {\n  if (f) moor();\n}\n',
      { options: { max: 2 } },
    ),
    bad('if (a) { for (const b of c) { while (d) { if (e) sail(); } } }\n', '1:31-59 nested 3 levels deep, 2 allowed', {
      options: { max: 2 },
    }),
  ),
  'size/parameters': as(
    good('function moor(berth, { quay, tide, draught }) {}\n', { options: { max: 2 } }),
    bad('const moor = (berth, quay, tide) => {};\n', '1:14-33 3 parameters, 1 over 2', { options: { max: 2 } }),
  ),
};
