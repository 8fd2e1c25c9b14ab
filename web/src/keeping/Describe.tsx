import { useStationery } from "../api/orders";
import { Entry } from "../ledger/Entry";
import { Choice } from "../ledger/Menu";
import { KindKept } from "./KindKept";
import { LINE, type Part, without } from "./part";

/** When it was, of which kind of work it is, and where it lies; what it is called is said in the title. */
export function Describe({ shoot, kept, wish, shown, onWish }: Part) {
  const patterns = useStationery().data?.folders ?? [];
  return (
    <p className={LINE}>
      <span>
        first day{" "}
        <Entry
          label="first day of the shoot"
          width={104}
          longest={10}
          value={wish.date ?? shoot.date}
          onDone={(date) => {
            onWish({ ...wish, date });
          }}
        />
      </span>
      <span>
        kind of work{" "}
        <Entry
          label="kind of work"
          width={150}
          longest={80}
          placeholder="none"
          value={wish.kindOfWork ?? kept.kindOfWork}
          onDone={(kindOfWork) => {
            onWish({ ...wish, kindOfWork });
          }}
        />{" "}
        <KindKept
          kindOfWork={wish.kindOfWork ?? kept.kindOfWork}
          shown="of those kept"
          onChoose={(kindOfWork, destination) => {
            onWish({ ...wish, kindOfWork, destination });
          }}
        />
      </span>
      <span>
        filed in{" "}
        <Entry
          label="folder of the store that it is filed in"
          width={150}
          longest={1000}
          placeholder="as it is"
          value={wish.destination ?? ""}
          onDone={(destination) => {
            onWish({ ...wish, destination });
          }}
        />
      </span>
      <span>
        or exactly in{" "}
        <Entry
          label="exactly this folder"
          width={300}
          longest={1000}
          value={wish.folder ?? shown?.folderAfter ?? shoot.folder}
          onDone={(folder) => {
            onWish({ ...wish, folder });
          }}
        />
      </span>
      <Choice
        label="folder made by"
        value={patterns.find((item) => item.document === wish.folders)?.name ?? ""}
        shown={patterns.find((item) => item.document === wish.folders)?.name ?? "the pattern it has"}
        options={patterns.map((item) => ({ value: item.name, name: item.name }))}
        onChoose={(name) => {
          const folders = patterns.find((item) => item.name === name)?.document;
          if (folders) onWish({ ...without(wish, "folder"), folders });
        }}
      />
      <Choice
        label="names"
        value={wish.names ?? "follow"}
        options={[
          { value: "follow", name: "follow" },
          { value: "stay", name: "stay as they are" },
          { value: "anew", name: "are numbered anew" },
        ]}
        onChoose={(names) => {
          onWish({ ...wish, names });
        }}
      />
    </p>
  );
}
