import { InvoiceOnAccount } from '#contracts/invoices/documents';
import { invoiceOnAccount } from '#contracts/routes/documents/invoiceOnAccount';
import { served } from '#contracts/routes/served';

export const invoiceOnAccountServed = served(invoiceOnAccount, { in: InvoiceOnAccount, right: 'documents:issue' });
