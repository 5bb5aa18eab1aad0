import type { TextBlock } from '#core/agreements/agreement';
import type { SignedDocument } from '#core/quotes/signedDocument';
import {
  drawFooters,
  drawRows,
  type Element,
  heading,
  ink,
  margin,
  openPdf,
  paragraph,
  type Pdf,
  say,
  soft,
} from '#server/pdf/pdfParts';

export type PdfSignature = {
  readonly role: string;
  readonly name: string;
  readonly method: string;
  readonly when: string;
  readonly origin: string;
  readonly consent: string;
  readonly sha256: string;
  /** PNG or JPEG of a drawn or uploaded signature. */
  readonly image: Uint8Array | null;
};
export type PdfAgreement = {
  readonly document: SignedDocument;
  readonly sha256: string;
  readonly signatures: readonly PdfSignature[];
  /** The record of events, oldest first. */
  readonly events: readonly { readonly when: string; readonly what: string }[];
  readonly colour: string;
  readonly madeAt: Date;
};

function drawRuns(pdf: Pdf, { runs }: TextBlock, indent: number): void {
  const width = pdf.page.width - 2 * margin - indent;
  const drawn = runs.filter((run) => run.text !== '');
  pdf.fontSize(10).fillColor(ink);
  drawn.forEach((run, index) => {
    pdf.font(run.bold ? 'bold' : run.italic ? 'italic' : 'regular');
    const continued = index < drawn.length - 1;
    if (index === 0) pdf.text(run.text, margin + indent, pdf.y, { width, lineGap: 2.5, continued });
    else pdf.text(run.text, { continued, lineGap: 2.5 });
  });
  pdf.x = margin;
  pdf.moveDown(0.45);
}

function drawBlocks(pdf: Pdf, parent: Element, blocks: readonly TextBlock[]): void {
  let list: Element | null = null;
  let count = 0;
  for (const block of blocks) {
    const listed = block.kind === 'bullet' || block.kind === 'number';
    if (!listed) list = null;
    if (block.kind === 'heading') heading(pdf, parent, block.runs.map((run) => run.text).join(''), 2);
    else if (block.kind === 'paragraph') say(pdf, parent, 'P', () => drawRuns(pdf, block, 0));
    else {
      if (!list) {
        list = pdf.struct('L');
        parent.add(list);
        count = 0;
      }
      count += 1;
      const mark = block.kind === 'bullet' ? '•' : `${count}.`;
      const item = pdf.struct('LI');
      list.add(item);
      // The mark and its text stand on one line, so its height is taken back.
      say(pdf, item, 'Lbl', () => pdf.font('regular').fontSize(10).fillColor(ink).text(mark, margin, pdf.y).moveUp());
      say(pdf, item, 'LBody', () => drawRuns(pdf, block, 16));
    }
  }
}

function drawSignature(pdf: Pdf, parent: Element, signature: PdfSignature): void {
  const { role, name, method, when, origin, consent, image } = signature;
  const section = pdf.struct('Sect');
  parent.add(section);
  if (pdf.y > pdf.page.height - margin - 130) pdf.addPage();
  say(pdf, section, 'P', () => pdf.font('bold').fontSize(10).fillColor(ink).text(role));
  if (image) {
    const figure = pdf.struct('Figure', { alt: `Signature of ${name}` }, () => {
      pdf.image(Buffer.from(image), margin, pdf.y + 4, { fit: [180, 60] });
      pdf.y += 70;
    });
    section.add(figure);
  } else say(pdf, section, 'P', () => pdf.font('italic').fontSize(17).fillColor(ink).text(name));
  paragraph(pdf, section, `${name}, ${method}, ${when}, from ${origin}`, soft);
  paragraph(pdf, section, consent, soft);
}

/** The agreement as it was signed, with the record of its events: a tagged PDF/A-3a. */
export async function agreementPdf(given: PdfAgreement): Promise<Buffer> {
  const { document, signatures, events, sha256, colour } = given;
  const title = `${document.agreement || document.title}, ${document.number}`;
  const { pdf, bytes } = openPdf({ title, author: document.business, madeAt: given.madeAt });
  const root = pdf.struct('Document');
  pdf.addStructure(root);
  say(pdf, root, 'P', () => pdf.font('bold').fontSize(10).fillColor(colour).text(document.business).moveDown(0.6));
  heading(pdf, root, document.agreement || document.title, 1);
  paragraph(pdf, root, `${document.title} · ${document.when} · for ${document.client} · ${document.number}`, soft);
  drawBlocks(pdf, root, document.blocks);
  const filled = document.filled.filter(({ value }) => value !== '');
  if (filled.length > 0) {
    heading(pdf, root, 'Filled in by the client', 2);
    drawRows(
      pdf,
      root,
      filled.map(({ label, value }) => [label, value]),
    );
  }
  heading(pdf, root, 'The price', 2);
  drawRows(pdf, root, [
    ...document.rows.map(({ label, note, amount }) => [note ? `${label} (${note})` : label, amount] as const),
    ['Total', document.total, true],
  ]);
  heading(pdf, root, 'What happens when', 2);
  for (const sentence of document.money) paragraph(pdf, root, sentence);
  heading(pdf, root, 'If the client cancels', 2);
  for (const sentence of document.cancellation) paragraph(pdf, root, sentence);
  if (signatures.length > 0) heading(pdf, root, 'Signatures', 2);
  for (const signature of signatures) drawSignature(pdf, root, signature);
  heading(pdf, root, 'Record of events', 2);
  for (const { when, what } of events) paragraph(pdf, root, `${when}: ${what}`);
  paragraph(pdf, root, `SHA-256 of the text that was signed: ${sha256}`, soft);
  root.end();
  drawFooters(pdf, `${document.number} · SHA-256 ${sha256}`);
  pdf.end();
  return bytes;
}
