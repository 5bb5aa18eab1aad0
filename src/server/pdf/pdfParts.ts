import { type Font, type GlyphRun, openSync } from 'fontkit';
import { createRequire } from 'node:module';
import PDFDocument from 'pdfkit';

const require = createRequire(import.meta.url);
const fontFile = (name: string): string => require.resolve(`@expo-google-fonts/ibm-plex-sans/${name}`);
/** Faces for scripts that ours has no letters of: opened only where a text has some. */
const otherFaces = {
  arabic: '@expo-google-fonts/ibm-plex-sans-arabic/400Regular/IBMPlexSansArabic_400Regular.ttf',
  japanese: '@expo-google-fonts/ibm-plex-sans-jp/400Regular/IBMPlexSansJP_400Regular.ttf',
} as const;
const fonts = {
  regular: '400Regular/IBMPlexSans_400Regular.ttf',
  italic: '400Regular_Italic/IBMPlexSans_400Regular_Italic.ttf',
  bold: '600SemiBold/IBMPlexSans_600SemiBold.ttf',
} as const;
type FontSource = PDFKit.Mixins.PDFFontSource;
const opened = new Map<string, FontSource>();

/** A font, read once for all documents: reading it takes longer than drawing a page. Each document takes its own subset. */
function fontOf(path: string): FontSource {
  const known = opened.get(path);
  if (known) return known;
  // An open font is taken as well, which the types do not say.
  const font = openSync(path);
  if (!('layout' in font)) throw new Error(`${path} holds several fonts`);
  const made = remembersWords(font) as unknown as FontSource;
  opened.set(path, made);
  return made;
}

/** So many words are remembered of a face; then they begin anew. */
const mostWords = 5000;

/** The same font, that remembers how words are laid out: documents of a business are made of the same ones. */
function remembersWords(font: Font): Font {
  const words = new Map<string, GlyphRun>();
  const layout: Font['layout'] = (text, ...how) => {
    if (how.some((each) => each !== undefined)) return font.layout(text, ...how);
    const known = words.get(text) ?? font.layout(text);
    if (words.size >= mostWords) words.clear();
    words.set(text, known);
    // Whoever draws it scales its positions in place.
    const positions = known.positions.map((position) => ({ ...position }));
    return Object.create(known, { positions: { value: positions, enumerable: true } }) as GlyphRun;
  };
  return Object.create(font, { layout: { value: layout } }) as Font;
}

/**
 * The same under another name. A document begins with a font, and would compare that with its own at each use of one
 * that has its name; nothing is drawn in this one, so it is not in the file.
 */
const unasked = (font: FontSource): FontSource =>
  Object.create(font as object, { postscriptName: { value: 'Unasked' } }) as FontSource;

export const margin = 56;
export const ink = '#14252d';
export const soft = '#4a5b63';

export type Pdf = PDFKit.PDFDocument;
export type Element = PDFKit.PDFStructureElement;

/** An empty tagged PDF/A-3a in our face; `bytes` is whole once it is ended. */
export function openPdf({ title, author, madeAt }: { title: string; author: string; madeAt: Date }): {
  pdf: Pdf;
  bytes: Promise<Buffer>;
} {
  const options: Record<string, unknown> = {
    size: 'A4',
    margin,
    pdfVersion: '1.7',
    subset: 'PDF/A-3a',
    tagged: true,
    lang: 'en-GB',
    displayTitle: true,
    bufferPages: true,
    font: unasked(fontOf(fontFile(fonts.regular))),
    info: {
      Title: title,
      Author: author,
      Producer: 'Ostendo',
      Creator: 'Ostendo',
      CreationDate: madeAt,
      ModDate: madeAt,
    },
  };
  const pdf = new PDFDocument(options as PDFKit.PDFDocumentOptions);
  // Each further page would begin in it, whatever face is being written in.
  delete options['font'];
  for (const [name, path] of Object.entries(fonts)) pdf.registerFont(name, fontOf(fontFile(path)));
  // By their paths: opened only where a text has some of their letters.
  for (const [name, path] of Object.entries(otherFaces)) pdf.registerFont(name, require.resolve(path));
  pdf.font('regular');
  const chunks: Buffer[] = [];
  pdf.on('data', (chunk: Buffer) => chunks.push(chunk));
  return { pdf, bytes: new Promise((resolve) => pdf.on('end', () => resolve(Buffer.concat(chunks)))) };
}

/** Text of one element, in its place in the structure. */
export function say(pdf: Pdf, parent: Element, kind: string, draw: () => void): void {
  parent.add(pdf.struct(kind, {}, draw));
}

const scripts: readonly (readonly [keyof typeof otherFaces, RegExp])[] = [
  ['arabic', /\p{Script=Arabic}/u],
  ['japanese', /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}]/u],
];

/** A text in pieces, each with the face that has its letters. */
function pieces(text: string, usual: keyof typeof fonts): { readonly face: string; text: string }[] {
  const found: { readonly face: string; text: string }[] = [];
  for (const letter of text) {
    const face = scripts.find(([, script]) => script.test(letter))?.[0] ?? usual;
    const last = found.at(-1);
    // A space goes with what is before it.
    if (last && (last.face === face || letter === ' ')) last.text += letter;
    else found.push({ face, text: letter });
  }
  return found;
}

/** Lines that somebody wrote, in whatever script, one below the other. */
export function writeLines(
  pdf: Pdf,
  lines: readonly string[],
  at: { readonly x: number; readonly y: number; readonly width: number; readonly face?: keyof typeof fonts },
): void {
  const { x, width, face = 'regular' } = at;
  pdf.x = x;
  pdf.y = at.y;
  for (const line of lines) {
    const all = pieces(line, face);
    all.forEach((piece, index) =>
      pdf.font(piece.face).text(piece.text, { width, lineGap: 2, continued: index < all.length - 1 }),
    );
  }
}

export const heading = (pdf: Pdf, parent: Element, text: string, level: 1 | 2): void =>
  say(pdf, parent, `H${level}`, () => {
    pdf.moveDown(level === 1 ? 0 : 0.9);
    pdf
      .font('bold')
      .fontSize(level === 1 ? 20 : 12.5)
      .fillColor(ink)
      .text(text);
    pdf.moveDown(0.35);
  });

export const paragraph = (pdf: Pdf, parent: Element, text: string, colour = ink): void =>
  say(pdf, parent, 'P', () => {
    pdf.font('regular').fontSize(10).fillColor(colour).text(text, { lineGap: 2.5 });
    pdf.moveDown(0.45);
  });

/** Two columns: what, and how much. Each row in its own element, so that it is read across. */
export function drawRows(pdf: Pdf, parent: Element, rows: readonly (readonly [string, string, boolean?])[]): void {
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

/** The same line at the foot of every page, with its number. */
export function drawFooters(pdf: Pdf, line: string): void {
  const { start, count } = pdf.bufferedPageRange();
  for (let page = start; page < start + count; page++) {
    pdf.switchToPage(page);
    // Below the margin, where text would otherwise open another page.
    pdf.page.margins.bottom = 0;
    pdf.markContent('Artifact', { type: 'Pagination' });
    pdf
      .font('regular')
      .fontSize(7.5)
      .fillColor(soft)
      .text(line, margin, pdf.page.height - 36, { lineBreak: false })
      .text(`${page - start + 1} / ${count}`, pdf.page.width - margin - 40, pdf.page.height - 36, {
        width: 40,
        align: 'right',
        lineBreak: false,
      });
    pdf.endMarkedContent();
  }
}
