import { JournalQuery } from '#contracts/books/books';
import { journalPage } from '#contracts/routes/books/journalPage';
import { served } from '#contracts/routes/served';

export const journalPageServed = served(journalPage, { in: JournalQuery, right: 'books:see' });
