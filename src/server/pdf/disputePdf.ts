import type { Evidence } from '#core/wording/evidenceWords';
import { remadePicture } from '#server/pictures/remadePicture';
import {
  drawFooters,
  heading,
  ink,
  margin,
  openPdf,
  paragraph,
  type Pdf,
  say,
  soft,
  writeLines,
} from '#server/pdf/pdfParts';
import type { Element } from '#server/pdf/pdfParts';

/** Banks take no more than this. */
export const mostAnswerBytes = 4_000_000;

export type AnswerPdf = {
  readonly business: string;
  readonly colour: string;
  readonly title: string;
  readonly about: readonly (readonly [string, string])[];
  /** What convinces, in one sentence. */
  readonly wins: string;
  /** Most convincing first; what has no lines is left out. */
  readonly pieces: readonly Evidence[];
  readonly word: string;
  /** WebP, PNG or JPEG, by the ids that pieces name; further ones stand at the end. */
  readonly pictures: ReadonlyMap<string, Buffer>;
  readonly further: readonly string[];
  readonly madeAt: Date;
};

type Drawn = { readonly content: Buffer; readonly width: number; readonly height: number };

/** Two pictures in a row, each in its frame. */
function drawPictures(pdf: Pdf, parent: Element, pictures: readonly Drawn[]): void {
  const width = (pdf.page.width - 2 * margin - 16) / 2;
  const height = 190;
  pictures.forEach(({ content }, index) => {
    const left = index % 2 === 0;
    if (left && pdf.y + height + 12 > pdf.page.height - margin) pdf.addPage();
    const { y } = pdf;
    const figure = pdf.struct('Figure', { alt: `Picture ${index + 1}` }, () =>
      pdf.image(content, margin + (left ? 0 : width + 16), y, { fit: [width, height] }),
    );
    parent.add(figure);
    pdf.y = left && index < pictures.length - 1 ? y : y + height + 12;
    pdf.x = margin;
  });
}

async function drawnAll(ids: readonly string[], pictures: AnswerPdf['pictures'], side: number, quality: number) {
  const drawn = new Map<string, Drawn>();
  const remade = async (id: string): Promise<void> => {
    const given = pictures.get(id);
    const made = given && (await remadePicture(given, 'jpeg', { side, quality }));
    if (made?.ok) drawn.set(id, made.value);
  };
  await Promise.all([...new Set(ids)].map(remade));
  return drawn;
}

const shownOf = ({ pieces }: AnswerPdf): Evidence[] => pieces.filter(({ lines }) => lines.length > 0);

async function drawnAnswer(
  given: AnswerPdf,
  drawn: ReadonlyMap<string, Drawn>,
): Promise<{ content: Buffer; pages: number }> {
  const { business, colour, title, about, wins, word, further } = given;
  const of = (ids: readonly string[]): Drawn[] => ids.flatMap((id) => drawn.get(id) ?? []);
  const { pdf, bytes } = openPdf({ title, author: business, madeAt: given.madeAt });
  const root = pdf.struct('Document');
  pdf.addStructure(root);
  say(pdf, root, 'P', () => pdf.font('bold').fontSize(10).fillColor(colour).text(business).fillColor(ink));
  heading(pdf, root, title, 1);
  written(
    pdf,
    root,
    about.map(([what, said]) => `${what}: ${said}`),
  );
  paragraph(pdf, root, wins, soft);
  if (word !== '') {
    heading(pdf, root, 'In our own words', 2);
    written(pdf, root, word.split('\n'));
  }
  for (const piece of shownOf(given)) {
    if (pdf.y > pdf.page.height - margin - 90) pdf.addPage();
    heading(pdf, root, piece.title, 2);
    written(pdf, root, piece.lines);
    drawPictures(pdf, root, of(piece.pictures));
  }
  if (of(further).length > 0) {
    heading(pdf, root, 'Pictures', 2);
    drawPictures(pdf, root, of(further));
  }
  const pages = pdf.bufferedPageRange().count;
  root.end();
  drawFooters(pdf, title);
  pdf.end();
  return { content: await bytes, pages };
}

function written(pdf: Pdf, parent: Element, lines: readonly string[]): void {
  for (const line of lines)
    say(pdf, parent, 'P', () => {
      pdf.fontSize(10).fillColor(ink);
      writeLines(pdf, [line], { x: margin, y: pdf.y, width: pdf.page.width - 2 * margin });
      pdf.moveDown(0.25);
    });
}

/** From the longer side and quality of the best to those at which a hundred pictures of noise would do. */
const sizes = [
  [1100, 70],
  [800, 60],
  [560, 50],
  [400, 40],
] as const;

/** The answer to a dispute, a tagged PDF of at most 4 MB: pictures are drawn smaller until it is. */
export async function disputePdf(given: AnswerPdf): Promise<{ readonly content: Buffer; readonly pages: number }> {
  const ids = [...shownOf(given).flatMap(({ pictures }) => pictures), ...given.further];
  let most = Infinity;
  for (const [side, quality] of sizes) {
    if (side > most) continue;
    const drawn = await drawnAll(ids, given.pictures, side, quality);
    const weight = [...drawn.values()].reduce((sum, { content }) => sum + content.length, 0);
    if (weight <= mostAnswerBytes) {
      const answer = await drawnAnswer(given, drawn);
      if (answer.content.length <= mostAnswerBytes) return answer;
    }
    // What a picture weighs goes by its area: sizes between that cannot do are not drawn.
    most = Math.max(sizes.at(-1)![0], side * Math.sqrt(mostAnswerBytes / Math.max(weight, mostAnswerBytes)));
  }
  throw new Error(`an answer with ${given.pictures.size} pictures is too large`);
}
