import type { Hit } from '../../finders/finder.js';
import { PERCENT, tellFixedFormat } from '../../finders/fixed-formats.js';
import { hitAt, hitsOf } from '../../finders/hits.js';
import { argumentsOf, calleeOf, callsIn, methodOf } from '../../syntax/calls.js';
import type { ParsedSource } from '../../syntax/source.js';
import { contentOf } from '../../syntax/texts.js';

const PHP = /^(?:[djDl][./ ,-]+[mnMF][./ ,-]+[yY]|[mn][./-][dj][./-][yY]|[FM] [dj],? [yY]|[gh]:i ?[aA])/;

export function fixedFormatsInPhp({ tree }: ParsedSource): Hit[] {
  return hitsOf(callsIn(tree), (call): Hit[] => {
    const separators = calleeOf(call) === 'number_format'
      ? argumentsOf(call).slice(2).filter(({ type, text }) => /string$/.test(type) && /^["'][.,' ]["']$/.test(text))
      : [];
    // A point and nothing between the thousands is what machines read.
    if (separators.length === 2 || (separators.length === 1 && separators[0]?.text.includes(','))) {
      return [hitAt(call, 'this puts in separators that only some countries use')];
    }
    if (!/^(?:date|gmdate|date_format|strftime|gmstrftime)$/.test(calleeOf(call)) && methodOf(call) !== 'format') return [];
    return argumentsOf(call)
      .filter((node) => /^(?:string|encapsed_string)$/.test(node.type)
        && (/strftime$/.test(calleeOf(call)) ? PERCENT : PHP).test(contentOf(node).text))
      .map(tellFixedFormat);
  });
}
