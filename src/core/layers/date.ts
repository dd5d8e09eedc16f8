const DAYS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];

/** Whether `text` is a day of the calendar as YYYY-MM-DD (ISO 8601-1, section 5.2.2.1). Such days compare as texts. */
export function isDate(text: string): boolean {
  const [, year, month, day] = /^(\d{4})-(\d{2})-(\d{2})$/.exec(text)?.map(Number) ?? [];
  if (year === undefined || month === undefined || day === undefined) return false;
  const isLeapYear = (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0;
  const days = month === 2 && isLeapYear ? 29 : DAYS[month - 1] ?? 0;
  return day >= 1 && day <= days;
}
