import type { Decimal } from '#core/money/decimal';
import type { Terms } from '#core/terms/terms';
import { starterTerms } from '#server/seed/starterTerms';

type Named = { readonly id: string; readonly name: string; readonly rules: Terms };

const named = (id: string, name: string, change: (rules: Terms) => Terms = (rules) => rules): Named => ({
  id,
  name,
  rules: change(starterTerms.find((each) => each.id === id)!.rules),
});
const percent = (text: string): { percent: Decimal } => ({ percent: text as Decimal });

/** The few terms that an owner picks from in the first hour: in parts of the price, so that they fit any currency. */
export const firstTerms: readonly Named[] = [
  named('lesson', 'Paid in full when it is booked'),
  named('counter', 'A deposit, the rest on the day', (rules) => ({
    ...rules,
    instalments: rules.instalments.map((part) => (part.name === 'deposit' ? { ...part, amount: percent('20') } : part)),
  })),
  named('event', 'A deposit, the rest two weeks before'),
  named('rental', 'A deposit, the rest a week before, and a hold on the card', (rules) => ({
    ...rules,
    ...(rules.hold ? { hold: { ...rules.hold, amount: percent('50') } } : {}),
  })),
  named('project', 'In four parts, the last one when it is done', (rules) => ({
    ...rules,
    instalments: rules.instalments.map((part) => (part.name === 'first light' ? { ...part, name: 'last part' } : part)),
  })),
];
