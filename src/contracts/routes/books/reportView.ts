import type { ReportQuery } from '#contracts/books/books';
import type { ReportView } from '#contracts/books/views';
import { view } from '#contracts/routes/route';
import type { z } from 'zod';

export const reportView = view<z.input<typeof ReportQuery>, ReportView>('/api/reports/:name');
