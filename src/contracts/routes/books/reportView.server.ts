import { ReportQuery } from '#contracts/books/books';
import { reportView } from '#contracts/routes/books/reportView';
import { served } from '#contracts/routes/served';

export const reportViewServed = served(reportView, { in: ReportQuery, right: 'books:see' });
