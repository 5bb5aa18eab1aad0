import { drawFooters, drawRows, heading, ink, openPdf, paragraph, say, soft } from '#server/pdf/pdfParts';

export type PdfReceipt = {
  readonly business: string;
  readonly line: string;
  readonly email: string;
  readonly colour: string;
  /** `B-0042/1`: the booking's number, and which of its payments. */
  readonly number: string;
  readonly client: string;
  readonly when: string;
  readonly madeAt: Date;
  readonly rows: readonly (readonly [string, string, boolean?])[];
  /** Where the booking stands with it. */
  readonly standing: readonly (readonly [string, string, boolean?])[];
};

/** The receipt of one payment: a tagged PDF/A-3a. */
export async function receiptPdf(given: PdfReceipt): Promise<Buffer> {
  const { business, line, email, colour, number, client, when, rows, standing } = given;
  const { pdf, bytes } = openPdf({ title: `Receipt ${number}`, author: business, madeAt: given.madeAt });
  const root = pdf.struct('Document');
  pdf.addStructure(root);
  say(pdf, root, 'P', () => pdf.font('bold').fontSize(10).fillColor(colour).text(business).fillColor(ink));
  paragraph(pdf, root, line === '' ? email : `${line} · ${email}`, soft);
  heading(pdf, root, `Receipt ${number}`, 1);
  paragraph(pdf, root, `For ${client} · ${when}`, soft);
  heading(pdf, root, 'What was paid', 2);
  drawRows(pdf, root, rows);
  heading(pdf, root, 'The booking', 2);
  drawRows(pdf, root, standing);
  root.end();
  drawFooters(pdf, `Receipt ${number}`);
  pdf.end();
  return bytes;
}
