/** How a tax code stands on documents that are data (UNTDID 5305): charged, of nothing, exempt, owed by the buyer. */
export const taxCategories = ['S', 'Z', 'E', 'AE'] as const;
export type TaxCategory = (typeof taxCategories)[number] | 'O';
