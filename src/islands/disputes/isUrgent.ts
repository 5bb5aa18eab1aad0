import { addDays, type PlainDate } from '#core/calendar/days';

const urgentDays = 3;

/** Whether a bank hears an answer only for a few days more: red from then on, and not before. */
export const isUrgent = (day: PlainDate, today: PlainDate): boolean => day <= addDays(today, urgentDays);
