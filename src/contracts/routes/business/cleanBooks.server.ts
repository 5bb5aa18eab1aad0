import { CleanBooks } from '#contracts/settings/begin';
import { cleanBooks } from '#contracts/routes/business/cleanBooks';
import { served } from '#contracts/routes/served';

export const cleanBooksServed = served(cleanBooks, { in: CleanBooks, right: 'business:write' });
