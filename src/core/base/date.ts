const DAYS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];

/** Whether `text` is a day of the calendar as YYYY-MM-DD (ISO 8601-1, section 5.2.2.1). Such days compare as texts. */
export function isDate(text: string): boolean {
  const [, year, month, day] = /^(\d{4})-(\d{2})-(\d{2})$/.exec(text)?.map(Number) ?? [];
  if (year === undefined || month === undefined || day === undefined) return false;
  const isLeapYear = (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0;
  const days = month === 2 && isLeapYear ? 29 : DAYS[month - 1] ?? 0;
  return day >= 1 && day <= days;
}

/** The day a number of days after another, in the proleptic Gregorian calendar (ISO 8601-1). */
export function daysAfter(day: string, days: number): string {
  return dayOf(numberOf(day) + days);
}

/** Days since 1970-01-01; the method is Howard Hinnant's, "chrono-Compatible Low-Level Date Algorithms". */
function numberOf(day: string): number {
  const [year = 0, month = 1, date = 1] = day.split('-').map(Number);
  const shifted = month <= 2 ? year - 1 : year;
  const era = Math.floor(shifted / 400);
  const yearOfEra = shifted - era * 400;
  const dayOfYear = Math.floor((153 * (month + (month > 2 ? -3 : 9)) + 2) / 5) + date - 1;
  return era * 146_097 + yearOfEra * 365 + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100) + dayOfYear - 719_468;
}

function dayOf(number: number): string {
  const shifted = number + 719_468;
  const era = Math.floor(shifted / 146_097);
  const dayOfEra = shifted - era * 146_097;
  const yearOfEra = Math.floor((dayOfEra - Math.floor(dayOfEra / 1460) + Math.floor(dayOfEra / 36_524) - Math.floor(dayOfEra / 146_096)) / 365);
  const dayOfYear = dayOfEra - (365 * yearOfEra + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100));
  const month = Math.floor((5 * dayOfYear + 2) / 153);
  const date = dayOfYear - Math.floor((153 * month + 2) / 5) + 1;
  const year = yearOfEra + era * 400 + (month >= 10 ? 1 : 0);
  return `${String(year).padStart(4, '0')}-${String(month < 10 ? month + 3 : month - 9).padStart(2, '0')}-${String(date).padStart(2, '0')}`;
}
