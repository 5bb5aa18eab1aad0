/**
 * Fields in a text that people write: `{{client name}}`. A field is a name and nothing else, so that no text can loop,
 * nest or reach for anything that was not put there for it.
 */
const pattern = /\{\{\s*([^{}\n]{1,60}?)\s*\}\}/g;

/** A sentence, or several that stand as paragraphs of their own. Empty: there is nothing to say. */
export type FieldValue = string | readonly string[];
export type FieldValues = Readonly<Record<string, FieldValue>>;

const keyOf = (name: string): string => name.toLowerCase().replace(/\s+/g, ' ');

const valueOf = (values: FieldValues, name: string): FieldValue | undefined =>
  Object.hasOwn(values, keyOf(name)) ? values[keyOf(name)] : undefined;

/** A text taken apart at its fields, in their order: what stands between them, and the fields by their names. */
export function piecesOf(text: string): ({ readonly text: string } | { readonly field: string })[] {
  const pieces: ({ readonly text: string } | { readonly field: string })[] = [];
  let from = 0;
  for (const match of text.matchAll(pattern)) {
    if (match.index > from) pieces.push({ text: text.slice(from, match.index) });
    pieces.push({ field: match[1]! });
    from = match.index + match[0].length;
  }
  return from < text.length ? [...pieces, { text: text.slice(from) }] : pieces;
}

/** The names of the fields in a text, each once, in the order in which they come. */
export const fieldsIn = (text: string): string[] => [
  ...new Set([...text.matchAll(pattern)].map(([, name]) => keyOf(name!))),
];

/** The fields of a text that there is no value for. */
export const unknownFields = (text: string, known: Readonly<Record<string, unknown>>): string[] =>
  fieldsIn(text).filter((name) => !Object.hasOwn(known, name));

/** The fields of a text that have nothing to say here: a letter is shorter by them, and its writer is told so. */
export const emptyFields = (text: string, values: FieldValues): string[] =>
  fieldsIn(text).filter((name) => valueOf(values, name)?.length === 0);

/** The text with its fields filled in, once: what a value holds is not read again. Unknown fields stay as they are. */
export function fillFields(text: string, values: FieldValues): string {
  return text.replace(pattern, (whole, name: string) => {
    const value = valueOf(values, name);
    return value === undefined ? whole : typeof value === 'string' ? value : value.join(' ');
  });
}

/**
 * Paragraphs, told apart by empty lines, with their fields filled in. A field that stands alone in its paragraph
 * becomes the paragraphs that it holds; where it holds none the paragraph is left out.
 */
export function fillParagraphs(text: string, values: FieldValues): string[] {
  return text
    .split(/\n\s*\n/)
    .map((paragraph) => paragraph.trim())
    .flatMap((paragraph) => {
      const alone = /^\{\{\s*([^{}\n]{1,60}?)\s*\}\}$/.exec(paragraph);
      const value = alone ? valueOf(values, alone[1]!) : undefined;
      if (value !== undefined) return typeof value === 'string' ? [value] : [...value];
      return [fillFields(paragraph, values)];
    })
    .map((paragraph) => paragraph.trim())
    .filter((paragraph) => paragraph !== '');
}
