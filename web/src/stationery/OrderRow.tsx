import { type SavedOrder, useDefaultOrder, useDropOrder } from "../api/orders";
import { TextButton } from "../ledger/Field";
import { Trouble } from "../ledger/Notice";
import { destinationInWords, shootsInWords, subfoldersInWords } from "../words/order";
import { foldersInWords, namesInWords } from "./patterns";

/** One standing order: what it does, in words, and what can be done with it. */
export function OrderRow({ order }: { order: SavedOrder }) {
  const drop = useDropOrder();
  const makeDefault = useDefaultOrder();
  const { bring, shoots, destination, folders, subfolders, names } = order.document;
  return (
    <li aria-label={order.name} className="border-b border-rule">
      <div className="folds grid grid-cols-[var(--spacing-margin)_minmax(160px,1fr)_minmax(0,3fr)_230px] items-baseline gap-x-[14px] py-[8px] pr-6">
        <span />
        <span>
          <b className="font-hand text-hand">{order.name}</b>
          {order.isDefault && <span className="block as-label">the default</span>}
        </span>
        <span>
          {bring}; {shootsInWords(shoots)}; to {destinationInWords(destination, "the main store")}
          <br />
          folders: {foldersInWords(folders)}
          {subfolders.make.length > 0 && `; subfolders ${subfoldersInWords(subfolders)}`}
          <br />
          names: {namesInWords(names)}
        </span>
        <span className="flex flex-wrap justify-end gap-x-4">
          {!order.isDefault && (
            <TextButton
              onClick={() => {
                makeDefault.mutate(order.name);
              }}
            >
              make it the default
            </TextButton>
          )}
          <a
            href={`/api/orders/file?name=${encodeURIComponent(order.name)}`}
            download
            className="text-velvet underline decoration-velvet/50 underline-offset-3 hover:decoration-velvet"
          >
            to a file
          </a>
          {order.isSaved && (
            <TextButton
              onClick={() => {
                drop.mutate(order.name);
              }}
            >
              drop
            </TextButton>
          )}
        </span>
      </div>
      <Trouble error={drop.error ?? makeDefault.error} />
    </li>
  );
}
