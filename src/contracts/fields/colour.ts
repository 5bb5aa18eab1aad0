/** The channels of a colour written as #rrggbb, from 0 to 255. */
const channels = (colour: string): number[] => [1, 3, 5].map((at) => Number.parseInt(colour.slice(at, at + 2), 16));

/** Relative luminance in millionths (WCAG 2.2, "relative luminance"). */
function luminance(colour: string): number {
  const [red, green, blue] = channels(colour).map((value) => {
    const part = value / 255;
    return part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * red! + 0.7152 * green! + 0.0722 * blue!;
}

/** Contrast of white text on that colour; 4.5 is what WCAG 2.2 wants of text. */
export const contrastOnWhite = (colour: string): number => 1.05 / (luminance(colour) + 0.05);
