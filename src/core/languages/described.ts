import { CSHARP } from './csharp/language.js';
import { KOTLIN } from './kotlin/language.js';
import { RUBY } from './ruby/language.js';
import { RUST } from './rust/language.js';
import { SQL } from './sql/language.js';

/** The languages that have a folder of their own. */
export const DESCRIBED = [CSHARP, KOTLIN, RUBY, RUST, SQL] as const;

/** The ids of {@link DESCRIBED}. */
export type DescribedLanguage = (typeof DESCRIBED)[number]['id'];

/** The grammars of {@link DESCRIBED}. */
export type DescribedGrammar = Exclude<(typeof DESCRIBED)[number]['grammar'], null>;
