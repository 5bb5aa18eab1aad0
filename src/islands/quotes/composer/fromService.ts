import type { ServiceLine } from '#contracts/catalogue/serviceViews';
import { isWallTime } from '#core/calendar/wallTime';
import { formatAmount } from '#core/money/formatMoney';
import type { DraftExtra, DraftLine, QuoteDraft } from '#core/quotes/draft';
import { unitsBetween } from '#core/catalogue/service';
import { basisWords } from '#islands/bookings/newBooking/priceWords';

/** The service's own line, for the dates that are there already. */
export function serviceLine(service: ServiceLine, { start, end }: QuoteDraft, timeZone: string): DraftLine {
  const dated = isWallTime(start) && isWallTime(end) && end >= start;
  const quantity = dated ? unitsBetween(service.basis, { start, end, timeZone }) : '1';
  return {
    id: 'service',
    label: service.name,
    note: '',
    quantity,
    unit: service.basis === 'fixed' ? '' : basisWords[service.basis][quantity === '1' ? 0 : 1],
    unitPrice: service.unitPrice === 0 ? '' : formatAmount(service.unitPrice, service.currency),
    discountKind: 'none',
    discount: '',
    taxes: service.taxCodes,
  };
}

const serviceExtras = ({ extras, currency, taxCodes }: ServiceLine): DraftExtra[] =>
  extras.map(({ id, label, unitPrice, most }) => ({
    id,
    label,
    note: '',
    unitPrice: formatAmount(unitPrice, currency),
    taxes: taxCodes,
    least: '0',
    most: String(most),
    preset: '0',
  }));

/** What choosing a service fills in: its line and extras, terms and taxes; a title only where nobody has written one. */
export function withService(
  draft: QuoteDraft,
  service: ServiceLine,
  before: ServiceLine | undefined,
  timeZone: string,
): Partial<QuoteDraft> {
  const untouched = draft.title.trim() === '' || draft.title === before?.name;
  const subject = draft.subject.trim() === '' || draft.subject === `Our offer: ${before?.name}`;
  return {
    serviceId: service.id,
    termsId: service.termsId,
    taxMode: service.taxMode,
    included: service.included,
    lines: [serviceLine(service, draft, timeZone), ...draft.lines.filter((line) => line.id !== 'service')],
    extras: serviceExtras(service),
    ...(untouched ? { title: service.name } : {}),
    ...(subject ? { subject: `Our offer: ${service.name}` } : {}),
  };
}

/** What other dates change: how many units the service's own line counts. */
export function withDates(
  draft: QuoteDraft,
  dates: Partial<Pick<QuoteDraft, 'start' | 'end'>>,
  service: ServiceLine | undefined,
  timeZone: string,
): Partial<QuoteDraft> {
  const next = { ...draft, ...dates };
  const { start, end } = next;
  const dated = isWallTime(start) && isWallTime(end) && end >= start;
  if (!service || service.basis === 'fixed' || service.basis === 'person' || service.basis === 'unit' || !dated)
    return dates;
  const { quantity, unit } = serviceLine(service, next, timeZone);
  return { ...dates, lines: draft.lines.map((line) => (line.id === 'service' ? { ...line, quantity, unit } : line)) };
}
