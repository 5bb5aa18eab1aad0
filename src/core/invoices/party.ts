import type { PlainDate } from '#core/calendar/days';

/** An address as documents have it; empty where nothing was given. The country is ISO 3166. */
export type Address = {
  readonly street: string;
  readonly postcode: string;
  readonly city: string;
  readonly country: string;
};

/** Whom a document is from or for, as it stands on it: frozen with its issue. */
export type Party = Address & {
  readonly name: string;
  /** The person whom it is for, where the name is a company's. */
  readonly contact: string;
  readonly email: string;
  /** Registered for taxes, such as PT501442600; empty where none is known. */
  readonly taxNumber: string;
  /** The number of a register of companies, or of a tax office at home. */
  readonly registration: string;
};

type Person = { readonly name: string; readonly email: string };

/** What is known of a client for documents, besides name and address for messages. */
export type BillData = Address & {
  readonly company: string;
  readonly taxNumber: string;
  /** The day on which the owner found the number to be right; null: not checked. */
  readonly taxChecked: PlainDate | null;
  /** Who gets bills, where that is somebody else. */
  readonly billTo: Person | null;
  /** Who pays, where that is somebody else. */
  readonly payer: Person | null;
};

export const noBillData: BillData = {
  company: '',
  street: '',
  postcode: '',
  city: '',
  country: '',
  taxNumber: '',
  taxChecked: null,
  billTo: null,
  payer: null,
};

/** What documents say of the business besides its name and country. */
export type SellerData = Omit<Address, 'country'> & {
  /** The name in law, where it is another. */
  readonly legalName: string;
  readonly taxNumber: string;
  readonly registration: string;
  /** Where transfers go to. */
  readonly iban: string;
  readonly bic: string;
  /** The identifier under which bank debits are collected, where the business has one. */
  readonly creditorId?: string | undefined;
};

export const noSellerData: SellerData = {
  legalName: '',
  street: '',
  postcode: '',
  city: '',
  taxNumber: '',
  registration: '',
  iban: '',
  bic: '',
};

/** What a client may say of it themselves. */
export const givenOf = ({ company, street, postcode, city, country, taxNumber, billTo }: BillData) => ({
  company,
  street,
  postcode,
  city,
  country,
  taxNumber,
  billTo,
});
