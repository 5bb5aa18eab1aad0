import { manyWords } from '#islands/format/countWords';

/** There is more on these days than one look draws. */
export const MoreOnDays = ({ more, shown }: { readonly more: boolean; readonly shown: number }) =>
  more ? (
    <p role="status" style={{ color: 'var(--ink-2)' }}>
      {manyWords(shown)} bookings that begin first are drawn; look at fewer days, or search, to see the others.
    </p>
  ) : null;
