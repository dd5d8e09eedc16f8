import { readFileSync, readlinkSync } from 'node:fs';
import { hostname } from 'node:os';
import { hasCode } from '../files/errors.js';

/** The holder of a lock. */
export interface LockOwner {
  readonly process: number;
  /** When the process began, as the system tells it; `-` if it does not. */
  readonly began: string;
  /** Where that number means this process: a machine since it was started, or a container on it. */
  readonly home: string;
}

/** This process. */
export function ownIdentity(): LockOwner {
  return { process: process.pid, began: processState(process.pid)?.began ?? '-', home: homeOfProcesses() };
}

/** An owner as a text without line breaks. */
export function ownerText({ process: number, began, home }: LockOwner): string {
  return `${number} ${began} ${home}`;
}

/** The owner that a lock names; null if it is empty, cut off or something else. */
export function ownerIn(content: string): LockOwner | null {
  const [, number, began, home] = /^(\d{1,10}) (\d+|-) (\S+) \S+\n$/.exec(content) ?? [];
  return number === undefined || began === undefined || home === undefined ? null : { process: Number(number), began, home };
}

/** Whether an owner may still be at work. What cannot be found out, as on another machine, counts as yes. */
export function mayBeRunning({ process: number, began, home }: LockOwner): boolean {
  const own = homeOfProcesses();
  // A machine that has been started anew since then runs none of its old processes.
  if (home !== own) return !wasRestarted(home, own);
  try {
    process.kill(number, 0);
  } catch (error) {
    // There is no such process; or it is another user's by now: locks are one user's own.
    if (hasCode(error, 'ESRCH', 'EPERM')) return false;
  }
  const now = processState(number);
  // A zombie process counts as ended; and its number may belong to another process by now.
  return now === null || (!now.isOver && (began === '-' || began === now.began));
}

/** The machine's name, the boot (random(4), `boot_id`), and the namespace of process numbers (pid_namespaces(7)). */
function homeOfProcesses(): string {
  const boot = contentOf('/proc/sys/kernel/random/boot_id')?.trim() ?? '-';
  return `${encodeURIComponent(hostname())}/${boot}/${processNamespace()}`;
}

function processNamespace(): string {
  try {
    return readlinkSync('/proc/self/ns/pid').replace(/\D/g, '');
  } catch {
    return '-';
  }
}

function wasRestarted(home: string, own: string): boolean {
  const [[name, boot], [ownName, ownBoot]] = [home.split('/'), own.split('/')];
  return name === ownName && boot !== ownBoot;
}

/** What Linux says about a process (proc(5), `/proc/[pid]/stat`, fields 3 and 22); null elsewhere, or if there is none. */
function processState(number: number): { readonly isOver: boolean; readonly began: string } | null {
  const stat = contentOf(`/proc/${number}/stat`);
  if (stat === null) return null;
  // The second field is the program's name in parentheses, which may itself contain blanks and parentheses.
  const fields = stat.slice(stat.lastIndexOf(')') + 2).split(' ');
  return { isOver: fields[0] === 'Z' || fields[0] === 'X', began: fields[19] ?? '-' };
}

function contentOf(file: string): string | null {
  try {
    return readFileSync(file, 'utf8');
  } catch {
    return null;
  }
}
