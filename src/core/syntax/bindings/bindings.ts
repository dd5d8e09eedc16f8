import { syntaxOf } from '../../languages/syntaxes.js';
import { memoized } from '../memo.js';
import type { SyntaxTree } from '../node.js';
import { bindCpp } from './cpp.js';
import { bindJava } from './java.js';
import { bindPhp } from './php.js';
import { bindPython } from './python.js';
import type { Bindings } from './scope.js';
import { bindScript } from './script.js';

/** The names of a file and what they stand for. @throws Error for a grammar whose names are not analysed. */
export const bindingsOf = memoized((tree: SyntaxTree): Bindings => bind(tree));

function bind(tree: SyntaxTree): Bindings {
  switch (tree.grammar) {
    case 'javascript':
    case 'typescript':
    case 'tsx':
      return bindScript(tree);
    case 'python':
      return bindPython(tree);
    case 'java':
      return bindJava(tree);
    case 'php':
      return bindPhp(tree);
    case 'cpp':
      return bindCpp(tree);
    default: {
      const own = syntaxOf(tree.grammar);
      if (own === null) throw new Error(`the names of ${tree.grammar} are not looked at`);
      return own.bind(tree);
    }
  }
}
