/* Written by ops/types.php from the classes in server/View: change those, then run bin/ledger types. */
export * from "./schemas/aside";
export * from "./schemas/book";
export * from "./schemas/cards";
export * from "./schemas/desk";
export * from "./schemas/find";
export * from "./schemas/keeping";
export * from "./schemas/look";
export * from "./schemas/placing";
export * from "./schemas/receipts";
export * from "./schemas/shared";
export * from "./schemas/shoots";
export * from "./schemas/stamps";
export * from "./schemas/stores";
export * from "./schemas/survival";
