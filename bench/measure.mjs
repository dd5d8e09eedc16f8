// Times whole commands, by turns, and compares them within one run: absolute times say little on another machine.
import { spawnSync } from 'node:child_process';

/** Milliseconds of one run of `node ...args`. @throws Error when it fails in another way than by finding something. */
function time(args, options) {
  const start = process.hrtime.bigint();
  const { status, stderr, error } = spawnSync(process.execPath, args, { ...options, stdio: ['ignore', 'ignore', 'pipe'], encoding: 'utf8' });
  if (error) throw error;
  if (status !== 0 && status !== 1) throw new Error(`node ${args.join(' ')} ended with ${status}: ${stderr}`);
  return Number(process.hrtime.bigint() - start) / 1e6;
}

function median(numbers) {
  return numbers.toSorted((a, b) => a - b)[Math.floor(numbers.length / 2)];
}

/**
 * Prints how many times as long `command` takes as `floor`, the median of several runs each.
 * @returns the ratio.
 */
export function compare(title, floor, command, { rounds = 7, most }) {
  const times = { floor: [], command: [] };
  for (let round = 0; round < rounds; round += 1) {
    times.floor.push(time(floor.args, floor.options));
    times.command.push(time(command.args, command.options));
  }
  const [own, least] = [median(times.command), median(times.floor)];
  const ratio = own / least;
  console.log(`${title}: ${ratio.toFixed(2)} times the floor (at most ${most} asked; ${Math.round(own)} ms against ${Math.round(least)} ms)`);
  if (ratio > most) process.exitCode = 1;
  return ratio;
}
