import { manyWords } from '#islands/format/countWords';
import { formatCount } from '#core/money/formatMoney';

type Props = { readonly shown: number; readonly all: number; readonly what: string };

/** Says that a list is longer than what is loaded of it; nothing where it is whole. */
export const OfMany = ({ shown, all, what }: Props) =>
  all > shown ? (
    <p role="status" style={{ color: 'var(--ink-2)' }}>
      {what} {formatCount(shown)} of {manyWords(all)}.
    </p>
  ) : null;
