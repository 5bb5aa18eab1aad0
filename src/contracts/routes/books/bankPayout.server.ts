import { BankPayout } from '#contracts/books/books';
import { bankPayout } from '#contracts/routes/books/bankPayout';
import { served } from '#contracts/routes/served';

export const bankPayoutServed = served(bankPayout, { in: BankPayout, right: 'books:write' });
