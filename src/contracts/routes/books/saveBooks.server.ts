import { SaveBooks } from '#contracts/books/books';
import { saveBooks } from '#contracts/routes/books/saveBooks';
import { served } from '#contracts/routes/served';

export const saveBooksServed = served(saveBooks, { in: SaveBooks, right: 'books:write' });
