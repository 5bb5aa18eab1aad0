import type { AcceptedText } from '#core/bookings/facts';
import { drawFooters, heading, ink, openPdf, paragraph, say, soft } from '#server/pdf/pdfParts';

export type PdfAccepted = {
  readonly business: string;
  readonly colour: string;
  readonly number: string;
  readonly accepted: AcceptedText;
  readonly when: string;
  readonly madeAt: Date;
};

/** An agreement that was accepted on the booking page, word for word, with who accepted it and when: a tagged PDF/A-3a. */
export async function acceptedPdf({ business, colour, number, accepted, when, madeAt }: PdfAccepted): Promise<Buffer> {
  const { name, signedBy, text, sha256 } = accepted;
  const { pdf, bytes } = openPdf({ title: `${name}, ${number}`, author: business, madeAt });
  const root = pdf.struct('Document');
  pdf.addStructure(root);
  say(pdf, root, 'P', () => pdf.font('bold').fontSize(10).fillColor(colour).text(business).fillColor(ink));
  heading(pdf, root, name, 1);
  for (const line of text.split('\n').filter((each) => each.trim() !== '')) paragraph(pdf, root, line);
  heading(pdf, root, 'Accepted', 2);
  paragraph(pdf, root, `By ${signedBy}, ${when}, with the booking ${number}.`);
  paragraph(pdf, root, `SHA-256 of the text that was accepted: ${sha256}`, soft);
  root.end();
  drawFooters(pdf, `${number} · SHA-256 ${sha256}`);
  pdf.end();
  return bytes;
}
