/** How a tax code stands on documents that are data (UNTDID 5305): charged, of nothing, exempt, owed by the buyer. */
export const taxCategories = ['S', 'Z', 'E', 'AE'] as const;
/** Of a code that an owner keeps. */
export type CodeCategory = (typeof taxCategories)[number];
/** Also of what is outside of all tax. */
export type TaxCategory = CodeCategory | 'O';
