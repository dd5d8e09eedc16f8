/** Whether `text` is a day of the calendar as YYYY-MM-DD (ISO 8601-1, section 5.2.2.1). Such days compare as texts. */
export function isDate(text: string): boolean {
  if (!/^\d{4}-\d{2}-\d{2}$/.test(text)) return false;
  const begin = beginOf(text);
  // A day that its month does not have is none, or a day of the next month.
  return !Number.isNaN(begin.getTime()) && dayOf(begin) === text;
}

/** The day a number of days after another. @param day as YYYY-MM-DD. */
export function daysAfter(day: string, days: number): string {
  const date = beginOf(day);
  date.setUTCDate(date.getUTCDate() + days);
  return dayOf(date);
}

function beginOf(day: string): Date {
  return new Date(`${day}T00:00:00Z`);
}

function dayOf(date: Date): string {
  return date.toISOString().split('T')[0] as string;
}
