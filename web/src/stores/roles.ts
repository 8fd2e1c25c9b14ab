import type { StoreRole } from "../api/views";

export const ROLES: { value: StoreRole; name: string }[] = [
  { value: "main", name: "the main store" },
  { value: "mirror", name: "a mirror: the same tree" },
  { value: "off site", name: "off site: the same tree, seldom here" },
  { value: "archive", name: "the archive: where finished work ends" },
  { value: "by rule", name: "for the work that rules say" },
  { value: "former", name: "used no more" },
];
