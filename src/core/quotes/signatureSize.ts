/** A drawn or uploaded signature has at most so many bytes: one number for page, contract and server. */
export const mostSignatureBytes = 500_000;
/** The same as a page sends it: a data address, four letters for three bytes. */
export const mostSignatureLetters = 'data:image/png;base64,'.length + 4 * Math.ceil(mostSignatureBytes / 3);
