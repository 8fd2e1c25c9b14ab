import { useStores } from "../../api/copies";
import type { StageTree } from "../../api/standingOrder";
import { Entry } from "../../ledger/Entry";
import { TextButton } from "../../ledger/Field";
import { Choice } from "../../ledger/Menu";

const portable = (typed: string) =>
  typed
    .split("/")
    .map((name) => name.trim())
    .filter(Boolean)
    .join("/");

/** Trees of later stages, as "finished": in each a shoot has a folder that is called as its own, renamed and filed away with it. */
export function StageTrees({ trees, onChange }: { trees: StageTree[]; onChange: (trees: StageTree[]) => void }) {
  const stores = useStores().data?.stores.filter((store) => store.role !== "former") ?? [];
  const change = (i: number, tree: Partial<StageTree>) => {
    onChange(trees.map((one, j) => (j === i ? { ...one, ...tree } : one)));
  };
  return (
    <ul aria-label="Trees of later stages" className="mt-1">
      {trees.map((tree, i) => (
        <li key={i} className="in-line gap-x-5 gap-y-1">
          <span>
            for the stage{" "}
            <Entry
              label="name of the stage"
              value={tree.name}
              width={110}
              longest={80}
              onDone={(name) => {
                if (name.trim() !== "") change(i, { name: name.trim() });
              }}
            />{" "}
            a folder below{" "}
            <Entry
              label={`folder of the tree ${tree.name}`}
              value={tree.root}
              width={130}
              longest={200}
              onDone={(root) => {
                if (portable(root) !== "") change(i, { root: portable(root) });
              }}
            />
          </span>
          <Choice
            label="on"
            value={tree.store}
            options={[{ value: "", name: "the store that the shoot lies on" }, ...stores.map((store) => ({ value: store.name, name: store.name }))]}
            onChoose={(store) => {
              change(i, { store });
            }}
          />
          <span>
            with subfolders{" "}
            <Entry
              label={`subfolders in the tree ${tree.name}`}
              value={tree.make.join(", ")}
              placeholder="none"
              width={150}
              onDone={(typed) => {
                change(i, { make: typed.split(",").map(portable).filter(Boolean) });
              }}
            />
          </span>
          <Choice
            label="made"
            value={tree.withShoot ? "with" : "needed"}
            options={[
              { value: "with", name: "with the shoot" },
              { value: "needed", name: "when it is first needed" },
            ]}
            onChoose={(when) => {
              change(i, { withShoot: when === "with" });
            }}
          />
          <TextButton
            onClick={() => {
              onChange(trees.filter((_, j) => j !== i));
            }}
          >
            no such tree
          </TextButton>
        </li>
      ))}
      <li>
        <TextButton
          onClick={() => {
            const name = ["working", "finished"].find((one) => !trees.some((tree) => tree.name === one)) ?? `stage ${trees.length + 1}`;
            onChange([...trees, { name, root: name.charAt(0).toUpperCase() + name.slice(1), store: "", make: [], withShoot: false }]);
          }}
        >
          {trees.length === 0 ? "a folder in the tree of a later stage" : "another tree"}
        </TextButton>
      </li>
    </ul>
  );
}
