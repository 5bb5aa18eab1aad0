import type { ReactNode } from 'react';

/** The addresses in a text as links; only those of the web. */
export function linkedText(text: string): ReactNode[] {
  return text.split(/(https?:\/\/\S+)/).map((piece, index) =>
    index % 2 === 1 ? (
      <a key={index} href={piece} target="_blank" rel="noreferrer">
        {piece.length > 48 ? `${piece.slice(0, 46)}…` : piece}
      </a>
    ) : (
      piece
    ),
  );
}
