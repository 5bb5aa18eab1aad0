import type { ComposeAround } from '#contracts/quotes/views';
import type { QuoteDraft } from '#core/quotes/draft';
import type { Gap } from '#core/quotes/readDraft';
import { gapSentence } from '#core/wording/quoteWords';
import { type ComponentType, memo } from 'react';

/** What a section of the composer is given: no more of the draft than it shows. */
export type Part<K extends keyof QuoteDraft = keyof QuoteDraft> = {
  readonly draft: Pick<QuoteDraft, K>;
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
export function textField<K extends keyof QuoteDraft>({ draft, change, gaps }: Part<K>, name: K) {
  const value = String(draft[name]);
  return {
    id: placeId(name),
    value,
    error: wrongAt(gaps, name, value),
    onChange: (event: { currentTarget: { value: string } }) => change({ [name]: event.currentTarget.value }),
  };
}

/** A section that is drawn again only where what it shows has changed: the others wait for nobody's typing. */
export const drawnOf = <const K extends keyof QuoteDraft>(section: ComponentType<Part<K>>, names: readonly K[]) =>
  memo(
    section,
    (before, now) =>
      names.every((name) => before.draft[name] === now.draft[name]) &&
      before.change === now.change &&
      before.around === now.around &&
      before.currency === now.currency &&
      sameGaps(before.gaps, now.gaps),
  );

const sameGaps = (before: readonly Gap[], now: readonly Gap[]): boolean =>
  before.length === now.length &&
  before.every(({ path, code, detail }, index) => {
    const gap = now[index]!;
    return gap.path === path && gap.code === code && gap.detail === detail;
  });
