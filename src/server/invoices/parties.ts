import type { Party } from '#core/invoices/party';
import type { DocumentBody } from '#core/invoices/document';
import type { clients } from '#server/database/schema/clients';
import type { business } from '#server/database/schema/business';

type Owner = typeof business.$inferSelect;
type Client = typeof clients.$inferSelect;

/** The business as documents have it. */
export function sellerOf({ name, line, email, country, seller }: Owner): DocumentBody['seller'] {
  const { legalName, street, postcode, city, taxNumber, registration, iban, bic } = seller;
  return {
    name: legalName || name,
    contact: '',
    email,
    street,
    postcode,
    city,
    country,
    taxNumber,
    registration,
    line,
    iban,
    bic,
  };
}

/** The client as documents have them: their company where they have one, for them. */
export function buyerOf({ name, email, bill }: Client): Party {
  const { company, street, postcode, city, country, taxNumber, billTo } = bill;
  return {
    name: company || name,
    contact: company ? (billTo?.name ?? name) : '',
    email: billTo?.email ?? email,
    street,
    postcode,
    city,
    country,
    taxNumber,
    registration: '',
  };
}
