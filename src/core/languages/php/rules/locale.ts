import { byTree } from '../../../finders/hits.js';
import { writerFor, type LanguageRules } from '../../../finders/language-rules.js';
import { fixedFormatsInPhp } from '../fixed-formats.js';

const { as, bad, by, good } = writerFor('php');

/** What `locale/*` finds. */
export const LOCALE_RULES: LanguageRules = {
  'locale/asset-path': as(
    good("<?php $a = 'tide';\n"),
    bad("<?php $a = 'tide.pdf';\n", '1:12-22 tide.pdf is the same in every language'),
  ),
  'locale/fixed-format': by(
    byTree(fixedFormatsInPhp),
    good("<?php date('Y-m-d'); sail('d.m.Y');\n"),
    good("<?php number_format($tide, 2, '.', '');\n"),
    good("<?php number_format($tide, 2); number_format($tide, 2, '.');\n"),
    bad("<?php number_format($tide, 2, ',');\n", '1:7-35 this puts in separators that only some countries use'),
    bad("<?php number_format($tide, 2, ',', '.');\n", '1:7-40 this puts in separators that only some countries use'),
    bad(
      "<?php date('d.m.Y'); $day->format('m/d/Y');\n",
      ["1:12 'd.m.Y' is a format that only some countries use", "1:35 'm/d/Y' is a format that only some countries use"],
    ),
  ),
};
