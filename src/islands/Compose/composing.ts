import type { ComposeAround } from '#contracts/quoteViews';
import type { QuoteDraft } from '#core/quote/draft';
import type { Gap } from '#core/quote/readDraft';
import { gapSentence } from '#core/wording/quoteWords';

export type Part = {
  readonly draft: QuoteDraft;
  readonly change: (part: Partial<QuoteDraft>) => void;
  readonly around: ComposeAround;
  readonly gaps: readonly Gap[];
  readonly currency: string;
};

/** Where a gap jumps to. */
export const placeId = (path: string): string => `at-${path.replaceAll('.', '-')}`;

/** What is wrong at a place that holds something; what is only missing stands in the list. */
export const wrongAt = (gaps: readonly Gap[], path: string, text: string): string | null => {
  const gap = gaps.find((each) => each.path === path);
  return gap && text.trim() !== '' ? gapSentence(gap) : null;
};

/** A text field bound to one text of the draft. */
export function textField<K extends keyof QuoteDraft>({ draft, change, gaps }: Part, name: K) {
  const value = String(draft[name]);
  return {
    id: placeId(name),
    value,
    error: wrongAt(gaps, name, value),
    onChange: (event: { currentTarget: { value: string } }) => change({ [name]: event.currentTarget.value }),
  };
}
