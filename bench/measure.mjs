// Times whole commands, by turns, and compares them within one run: absolute times say little on another machine.
import { spawnSync } from 'node:child_process';

/** Milliseconds of one run of `node ...args`. @throws Error when it fails in another way than by finding something. */
function time(args, options) {
  const start = process.hrtime.bigint();
  const { status, stderr, error } = spawnSync(
    process.execPath, args, { ...options, stdio: ['ignore', 'ignore', 'pipe'], encoding: 'utf8' },
  );
  if (error) throw error;
  if (status !== 0 && status !== 1) throw new Error(`node ${args.join(' ')} ended with ${status}: ${stderr}`);
  return Number(process.hrtime.bigint() - start) / 1e6;
}

function median(numbers) {
  return numbers.toSorted((a, b) => a - b)[Math.floor(numbers.length / 2)];
}

/**
 * Prints how many times as long `command` takes as `floor`: each of its runs against the mean of the floor's runs before and
 * after it, and of these ratios the median. A machine that others use too is fast in one minute and slow in the next; what
 * runs side by side meets the same.
 * @returns the ratio.
 */
export function compare(title, floor, command, { rounds = 7, most, floorIs = 'the floor' }) {
  // The first run of each loads what the others find loaded.
  time(command.args, command.options);
  const floors = [time(floor.args, floor.options)];
  const commands = [];
  for (let round = 0; round < rounds; round += 1) {
    command.before?.(round);
    commands.push(time(command.args, command.options));
    floors.push(time(floor.args, floor.options));
  }
  const ratios = commands.map((own, round) => (2 * own) / (floors[round] + floors[round + 1]));
  const ratio = median(ratios);
  const [least, largest] = [Math.min(...ratios), Math.max(...ratios)].map((own) => own.toFixed(2));
  const times = `${Math.round(median(commands))} ms against ${Math.round(median(floors))} ms`;
  console.log(`${title}: ${ratio.toFixed(2)} times ${floorIs} (${least} to ${largest} in ${rounds} `
    + `rounds;${most === Infinity ? '' : ` at most ${most} asked;`} ${times})`);
  if (ratio > most) process.exitCode = 1;
  return ratio;
}
