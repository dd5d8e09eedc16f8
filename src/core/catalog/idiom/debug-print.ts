import { defineRule } from '../../finders/rule.js';
import { shared } from '../../finders/hits.js';
import { list } from '../../finders/options.js';
import { printingCalls } from '../../finders/printing-calls.js';

export default defineRule({
  id: 'idiom/debug-print',
  title: 'No output that bypasses the log',
  about:
    'Output printed by hand has no level and no time, clutters the console, and sometimes reveals what strangers should not see.',
  advice: 'Delete what is left from debugging, and send the rest to the log that the team reads.',
  tags: ['leftover', 'starter'],
  confidence: 'likely',
  options: {
    calls: list([
      'console.log', 'console.debug', 'console.dir', 'console.table', 'console.trace', 'debugger',
      'print', 'pprint', 'pprint.pprint', 'breakpoint', 'pdb.set_trace',
      'System.out.print', 'System.out.println', 'System.out.printf', 'printStackTrace',
      'var_dump', 'print_r', 'var_export', 'debug_print_backtrace', 'std::cout', 'cout', 'printf', 'puts', 'fmt.Print',
      'fmt.Println', 'fmt.Printf', 'println', 'dbg', 'p', 'pp',
      'RAISE NOTICE', 'PRINT', 'DBMS_OUTPUT.PUT_LINE', 'DBMS_OUTPUT.PUT',
      'Console.Write', 'Console.WriteLine', 'System.Console.Write', 'System.Console.WriteLine', 'Debug.WriteLine',
    ], 'more', 'functions that print, with the object before the dot'),
  },
  find: shared(printingCalls()),
});
