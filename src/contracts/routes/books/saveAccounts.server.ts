import { SaveAccounts } from '#contracts/books/books';
import { saveAccounts } from '#contracts/routes/books/saveAccounts';
import { served } from '#contracts/routes/served';

export const saveAccountsServed = served(saveAccounts, { in: SaveAccounts, right: 'books:write' });
