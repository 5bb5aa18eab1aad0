/** What the whole price is called: who charges no tax says nothing of any. */
export const priceInAll = (taxed: boolean): string => (taxed ? 'Price in all, tax included' : 'Price in all');
