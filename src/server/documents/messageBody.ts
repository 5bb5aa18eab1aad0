import type { Wording } from '#server/documents/messageWording';

const escapes: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  "'": '&#39;',
};
const escaped = (text: string): string => text.replace(/[&<>"']/g, (sign) => escapes[sign]!);

type Letter = Pick<Wording, 'paragraphs' | 'action'> & {
  /** Null where the message leads nowhere. */
  readonly link: string | null;
  readonly greeting: string;
  readonly signature: string;
  /** The business's own, as #rrggbb; else ours. */
  readonly colour?: string | undefined;
};

export const textBody = ({ greeting, paragraphs, action, link, signature }: Letter): string =>
  [greeting, ...paragraphs, ...(link === null ? [] : [`${action}: ${link}`]), signature].join('\n\n');

/** Plain markup with its styles inline: mail programs drop anything else. */
export function htmlBody({ greeting, paragraphs, action, link, signature, colour = '#0d4a56' }: Letter): string {
  const lines = [greeting, ...paragraphs].map((text) => `<p style="margin:0 0 14px">${escaped(text)}</p>`).join('');
  const button =
    link === null
      ? ''
      : `<p style="margin:22px 0"><a href="${escaped(link)}" style="background:${escaped(colour)};color:#ffffff;padding:12px 20px;border-radius:6px;text-decoration:none;font-weight:600">${escaped(action)}</a></p>`;
  return `<!doctype html><html lang="en"><body style="margin:0;padding:24px;background:#f3f6f5;color:#14252d;font:16px/1.5 'Instrument Sans',Helvetica,Arial,sans-serif"><div style="max-width:520px;margin:0 auto;background:#ffffff;padding:28px;border-radius:6px">${lines}${button}<p style="margin:0;color:#4a5b63">${escaped(signature)}</p></div></body></html>`;
}
