/** The fields of a rights slip and of a shoot, as the interface groups them; their names are those of core/Stamp/StampField. */

export interface FieldOf {
  name: string;
  label: string;
  hint?: string;
  long?: boolean;
}

export const PERSON: FieldOf[] = [
  { name: "creator", label: "creator", hint: "several, parted by ;" },
  { name: "creatorTitle", label: "creator's title" },
  { name: "notice", label: "copyright notice", hint: "[year] is the year of capture" },
  { name: "usageTerms", label: "usage terms", long: true },
  { name: "webStatement", label: "web statement", hint: "an address" },
  { name: "licence", label: "open licence", hint: "its address" },
  { name: "publisher", label: "publisher", hint: "several, parted by ;" },
  { name: "credit", label: "credit" },
  { name: "source", label: "source" },
  { name: "instructions", label: "instructions", long: true },
];

export const CONTACT: FieldOf[] = [
  { name: "address", label: "address", long: true },
  { name: "addressCity", label: "city" },
  { name: "region", label: "region" },
  { name: "postcode", label: "postcode" },
  { name: "addressCountry", label: "country" },
  { name: "mail", label: "mail" },
  { name: "phone", label: "phone" },
  { name: "web", label: "web" },
];

export const OCCASION: FieldOf[] = [
  { name: "job", label: "job reference" },
  { name: "event", label: "event" },
  { name: "location", label: "place" },
  { name: "city", label: "city" },
  { name: "country", label: "country" },
  { name: "description", label: "description", long: true },
];

export const STATUSES = [
  { value: "", name: "not said" },
  { value: "copyrighted", name: "copyrighted" },
  { value: "public domain", name: "public domain" },
];
