import { CSHARP } from './csharp/language.js';
import { KOTLIN } from './kotlin/language.js';
import { RUBY } from './ruby/language.js';
import { RUST } from './rust/language.js';

/** The languages that have a folder of their own. */
export const DESCRIBED = [CSHARP, KOTLIN, RUBY, RUST] as const;

/** The grammars of {@link DESCRIBED}. */
export type DescribedGrammar = (typeof DESCRIBED)[number]['grammar'];
