import type { TextBlock } from '#core/agreement/agreement';
import type { SignedDocument } from '#core/quote/signedDocument';
import { createRequire } from 'node:module';
import PDFDocument from 'pdfkit';

export type PdfSignature = {
  readonly role: string;
  readonly name: string;
  readonly method: string;
  readonly when: string;
  readonly origin: string;
  readonly consent: string;
  readonly sha256: string;
  /** PNG or JPEG of a drawn or uploaded signature. */
  readonly image: Buffer | null;
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

const require = createRequire(import.meta.url);
const fontFile = (name: string): string => require.resolve(`@expo-google-fonts/ibm-plex-sans/${name}`);
const fonts = {
  regular: '400Regular/IBMPlexSans_400Regular.ttf',
  italic: '400Regular_Italic/IBMPlexSans_400Regular_Italic.ttf',
  bold: '600SemiBold/IBMPlexSans_600SemiBold.ttf',
} as const;
const margin = 56;
const ink = '#14252d';
const soft = '#4a5b63';

type Pdf = PDFKit.PDFDocument;
type Element = PDFKit.PDFStructureElement;

function open({ document, madeAt }: PdfAgreement): { pdf: Pdf; bytes: Promise<Buffer> } {
  const pdf = new PDFDocument({
    size: 'A4',
    margin,
    pdfVersion: '1.7',
    subset: 'PDF/A-3a',
    tagged: true,
    lang: 'en-GB',
    displayTitle: true,
    bufferPages: true,
    font: fontFile(fonts.regular),
    info: {
      Title: `${document.agreement || document.title}, ${document.number}`,
      Author: document.business,
      Producer: 'Ostendo',
      Creator: 'Ostendo',
      CreationDate: madeAt,
      ModDate: madeAt,
    },
  } as PDFKit.PDFDocumentOptions);
  for (const [name, path] of Object.entries(fonts)) pdf.registerFont(name, fontFile(path));
  const chunks: Buffer[] = [];
  pdf.on('data', (chunk: Buffer) => chunks.push(chunk));
  return { pdf, bytes: new Promise((resolve) => pdf.on('end', () => resolve(Buffer.concat(chunks)))) };
}

/** Text of one element, in its place in the structure. */
function say(pdf: Pdf, parent: Element, kind: string, draw: () => void): void {
  parent.add(pdf.struct(kind, {}, draw));
}

const heading = (pdf: Pdf, parent: Element, text: string, level: 1 | 2): void =>
  say(pdf, parent, `H${level}`, () => {
    pdf.moveDown(level === 1 ? 0 : 0.9);
    pdf
      .font('bold')
      .fontSize(level === 1 ? 20 : 12.5)
      .fillColor(ink)
      .text(text);
    pdf.moveDown(0.35);
  });

const paragraph = (pdf: Pdf, parent: Element, text: string, colour = ink): void =>
  say(pdf, parent, 'P', () => {
    pdf.font('regular').fontSize(10).fillColor(colour).text(text, { lineGap: 2.5 });
    pdf.moveDown(0.45);
  });

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

/** Two columns: what, and how much. Each row in its own element, so that it is read across. */
function drawRows(pdf: Pdf, parent: Element, rows: readonly (readonly [string, string, boolean?])[]): void {
  const table = pdf.struct('Table');
  parent.add(table);
  const width = pdf.page.width - 2 * margin;
  for (const [label, amount, strong] of rows) {
    const row = pdf.struct('TR');
    table.add(row);
    const needed = pdf
      .font('regular')
      .fontSize(10)
      .heightOfString(label, { width: width - 110 });
    if (pdf.y + needed > pdf.page.height - margin) pdf.addPage();
    const y = pdf.y;
    const cell = (kind: 'TH' | 'TD', text: string, x: number, given: object): void =>
      say(pdf, row, kind, () =>
        pdf
          .font(strong ? 'bold' : 'regular')
          .fontSize(10)
          .fillColor(ink)
          .text(text, x, y, { lineGap: 2, ...given }),
      );
    cell('TH', label, margin, { width: width - 110 });
    const below = pdf.y;
    cell('TD', amount, margin + width - 100, { width: 100, align: 'right' });
    pdf.x = margin;
    pdf.y = Math.max(below, pdf.y) + 3;
  }
  pdf.moveDown(0.4);
}

function drawSignature(pdf: Pdf, parent: Element, signature: PdfSignature): void {
  const { role, name, method, when, origin, consent, image } = signature;
  const section = pdf.struct('Sect');
  parent.add(section);
  if (pdf.y > pdf.page.height - margin - 130) pdf.addPage();
  say(pdf, section, 'P', () => pdf.font('bold').fontSize(10).fillColor(ink).text(role));
  if (image) {
    const figure = pdf.struct('Figure', { alt: `Signature of ${name}` }, () => {
      pdf.image(image, margin, pdf.y + 4, { fit: [180, 60] });
      pdf.y += 70;
    });
    section.add(figure);
  } else say(pdf, section, 'P', () => pdf.font('italic').fontSize(17).fillColor(ink).text(name));
  paragraph(pdf, section, `${name}, ${method}, ${when}, from ${origin}`, soft);
  paragraph(pdf, section, consent, soft);
}

function drawFooters(pdf: Pdf, { document, sha256 }: PdfAgreement): void {
  const { start, count } = pdf.bufferedPageRange();
  for (let page = start; page < start + count; page++) {
    pdf.switchToPage(page);
    // Below the margin, where text would otherwise open another page.
    pdf.page.margins.bottom = 0;
    pdf.markContent('Artifact', { type: 'Pagination' } as never);
    pdf
      .font('regular')
      .fontSize(7.5)
      .fillColor(soft)
      .text(`${document.number} · SHA-256 ${sha256}`, margin, pdf.page.height - 36, { lineBreak: false })
      .text(`${page - start + 1} / ${count}`, pdf.page.width - margin - 40, pdf.page.height - 36, {
        width: 40,
        align: 'right',
        lineBreak: false,
      });
    pdf.endMarkedContent();
  }
}

/** The agreement as it was signed, with the record of its events: a tagged PDF/A-3a. */
export async function agreementPdf(given: PdfAgreement): Promise<Buffer> {
  const { document, signatures, events, sha256, colour } = given;
  const { pdf, bytes } = open(given);
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
  drawFooters(pdf, given);
  pdf.end();
  return bytes;
}
