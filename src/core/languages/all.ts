import { C } from './c/language.js';
import { COMPONENT } from './component/language.js';
import { CPP } from './cpp/language.js';
import { CSHARP } from './csharp/language.js';
import { CSS } from './css/language.js';
import type { LanguageDefinition } from './definition.js';
import { GO } from './go/language.js';
import { HTML } from './html/language.js';
import { JAVA } from './java/language.js';
import { JAVASCRIPT } from './javascript/language.js';
import { JSON_DATA } from './json/language.js';
import { KOTLIN } from './kotlin/language.js';
import { MARKDOWN } from './markdown/language.js';
import { PHP } from './php/language.js';
import { PYTHON } from './python/language.js';
import { RUBY } from './ruby/language.js';
import { RUST } from './rust/language.js';
import { SHELL } from './shell/language.js';
import { SQL } from './sql/language.js';
import { JSON5, OTHER_DATA, OTHER_LANGUAGES, OTHER_SHELLS, OTHER_STYLES, PROSE, XML } from './text-only.js';
import { TYPESCRIPT } from './typescript/language.js';
import { YAML } from './yaml/language.js';

/** The languages that Elvar recognises by file name, in the order in which they are listed. */
export const ALL: readonly LanguageDefinition[] = [
  JAVASCRIPT, TYPESCRIPT, PYTHON, CSS, JAVA, PHP, C, CPP, GO, ...OTHER_LANGUAGES, SHELL, ...OTHER_SHELLS, HTML, COMPONENT, XML,
  MARKDOWN, PROSE, ...OTHER_STYLES,
  JSON_DATA, JSON5, YAML, ...OTHER_DATA, CSHARP, KOTLIN, RUBY, RUST, SQL,
];
