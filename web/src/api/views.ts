/* Written by ops/types.php from the classes in server/View: change those, then run bin/ledger types. */
export * from "./views/aside";
export * from "./views/book";
export * from "./views/cards";
export * from "./views/desk";
export * from "./views/find";
export * from "./views/keeping";
export * from "./views/look";
export * from "./views/placing";
export * from "./views/receipts";
export * from "./views/shared";
export * from "./views/shoots";
export * from "./views/stamps";
export * from "./views/stores";
export * from "./views/survival";
