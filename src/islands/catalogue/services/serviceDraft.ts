import type { SentTo } from '#contracts/routes/route';
import type { saveService } from '#contracts/routes/catalogue';
import type { ServiceLine, ServicesView } from '#contracts/catalogue/serviceViews';
import { formatAmount } from '#core/money/formatMoney';
import { parseAmount } from '#core/money/parseAmount';
import type { ClaimKind } from '#core/claims/said';
import { zero } from '#core/money/minor';
import { isPage, nothingOnPage } from '#core/catalogue/service';
import { allShown } from '#core/paymentMethods/ways';
import { newKey } from '#islands/api';

/** A service as it is typed: sums are text. */
export type ServiceDraft = Omit<ServiceLine, 'id' | 'unitPrice' | 'extras' | 'usualClaims'> & {
  readonly id: string | null;
  readonly unitPrice: string;
  readonly extras: readonly {
    readonly id: string;
    readonly label: string;
    readonly price: string;
    readonly most: string;
    /** What is held, and claimed at most, with it; absent where it waives nothing. */
    readonly waiver?: { readonly hold: string; readonly most: string } | undefined;
  }[];
  /** Absent in drafts of before there were some. */
  readonly usualClaims?: readonly {
    readonly id: string;
    readonly what: ClaimKind;
    readonly reason: string;
    readonly amount: string;
  }[];
};

export function newService(view: ServicesView, currency: string): ServiceDraft {
  return {
    id: null,
    name: '',
    kind: 'appointment',
    currency,
    termsId: view.terms[0]?.id ?? '',
    basis: 'fixed',
    unitPrice: '',
    included: '',
    extras: [],
    taxMode: 'inclusive',
    taxCodes: view.taxes.slice(0, 1).map(({ code }) => code),
    colour: 'teal',
    retired: false,
    ways: allShown,
    booking: null,
    group: '',
    onPage: nothingOnPage,
  };
}

export const draftOfService = (service: ServiceLine): ServiceDraft => ({
  ...service,
  unitPrice: service.unitPrice === 0 ? '' : formatAmount(service.unitPrice, service.currency),
  extras: service.extras.map(({ id, label, unitPrice, most, waiver }) => ({
    id,
    label,
    price: formatAmount(unitPrice, service.currency),
    most: String(most),
    ...(waiver
      ? {
          waiver: {
            hold: formatAmount(waiver.hold, service.currency),
            most: formatAmount(waiver.most, service.currency),
          },
        }
      : {}),
  })),
  usualClaims: service.usualClaims.map(({ what, reason, amount }) => ({
    id: newKey(),
    what,
    reason,
    amount: formatAmount(amount, service.currency),
  })),
});

export const emptyUsualClaim = () => ({ id: newKey(), what: 'damage' as const, reason: '', amount: '' });
export const emptyExtra = () => ({ id: newKey(), label: '', price: '', most: '1' });

type Read = {
  readonly faults: Readonly<Record<string, string>>; /** Null while something is missing. */
  readonly body: Omit<SentTo<typeof saveService>, 'requestKey'> | null;
};

/** What is sent for a draft, or what is missing, by field: `extras.0.price`. */
export function readService(draft: ServiceDraft): Read {
  const faults: Record<string, string> = {};
  const { currency } = draft;
  if (draft.name.trim() === '') faults.name = 'a name is needed';
  const priced = draft.unitPrice.trim() === '' ? zero : parseAmount(draft.unitPrice, currency);
  if (priced === null) faults.unitPrice = 'a sum, such as 55.00, or nothing';
  const extras = draft.extras.map(({ id, label, price, most, waiver }, index) => {
    const unitPrice = parseAmount(price, currency);
    if (label.trim() === '') faults[`extras.${index}.label`] = 'a name is needed';
    if (unitPrice === null) faults[`extras.${index}.price`] = 'a sum';
    if (!/^\d{1,4}$/.test(most) || Number(most) < 1 || Number(most) > 1000)
      faults[`extras.${index}.most`] = 'from 1 to 1000';
    const held = waiver && parseAmount(waiver.hold, currency);
    const claimed = waiver && parseAmount(waiver.most, currency);
    if (waiver && held === null) faults[`extras.${index}.waiver.hold`] = 'a sum';
    if (waiver && claimed === null) faults[`extras.${index}.waiver.most`] = 'a sum';
    const waives = waiver ? { waiver: { hold: held ?? zero, most: claimed ?? zero } } : {};
    return { id, label: label.trim(), unitPrice, most: Number(most), ...waives };
  });
  const usualClaims = (draft.usualClaims ?? []).map(({ what, reason, amount }, index) => {
    const sum = parseAmount(amount, currency);
    if (reason.trim() === '') faults[`usualClaims.${index}.reason`] = 'say what it is for';
    if (!sum) faults[`usualClaims.${index}.amount`] = 'a sum';
    return { what, reason: reason.trim(), amount: sum };
  });
  const { id, name, kind, termsId, basis, included, taxMode, taxCodes, colour, retired, booking, ways, group, onPage } =
    draft;
  const about = {
    id,
    name,
    kind,
    currency,
    termsId,
    basis,
    included,
    taxMode,
    taxCodes,
    colour,
    retired,
    booking,
    ways,
    group,
    onPage,
  };
  const page = draft.onPage.nextPage.trim();
  if (page !== '' && !isPage(page)) faults['onPage.nextPage'] = 'a page, such as https://your.example';
  return { faults, body: Object.keys(faults).length > 0 ? null : { ...about, unitPrice: priced, extras, usualClaims } };
}
