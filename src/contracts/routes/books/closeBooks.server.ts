import { CloseBooks } from '#contracts/books/books';
import { closeBooks } from '#contracts/routes/books/closeBooks';
import { served } from '#contracts/routes/served';

export const closeBooksServed = served(closeBooks, { in: CloseBooks, right: 'books:write' });
