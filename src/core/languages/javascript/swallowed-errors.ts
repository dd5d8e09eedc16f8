import type { Hit } from '../../finders/finder.js';
import { hitAt, hitsOf, NO_HITS } from '../../finders/hits.js';
import { argumentsOf, callsOf, methodOf, objectOf } from '../../syntax/calls.js';
import type { SyntaxNode } from '../../syntax/node.js';
import type { ParsedSource } from '../../syntax/source.js';

export function listOf(hit: Hit | null): readonly Hit[] {
  return hit === null ? NO_HITS : [hit];
}

/** A promise whose failure is handled by a function that does nothing. */
export function ignoredRejections({ tree }: ParsedSource): Hit[] {
  return hitsOf(callsOf(tree, ['catch', 'then']), (call) => {
    const given = argumentsOf(call);
    const handler = given.at(-1);
    if (handler === undefined || given.length !== (methodOf(call) === 'then' ? 2 : 1) || objectOf(call) === null) return NO_HITS;
    // Whoever names a function that does nothing has thought of it.
    return isIdle(handler)
      ? [hitAt(
        handler,
        'the error caught here is ignored',
        undefined,
        /noop$/.test(handler.text) ? { confidence: 'possible' } : undefined,
      )]
      : NO_HITS;
  });
}

/** Whether a function does nothing. */
function isIdle(handler: SyntaxNode): boolean {
  if (/^(?:\w+\.)?noop$/.test(handler.text)) return true;
  const body = /^(?:arrow_function|function_expression)$/.test(handler.type) ? handler.child('body') : null;
  return body !== null
    && (body.type === 'statement_block' ? body.parts.length === 0 : /^(?:undefined|null|void 0)$/.test(body.text));
}
