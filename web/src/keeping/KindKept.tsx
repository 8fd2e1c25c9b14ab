import { useStationery } from "../api/orders";
import { Choice } from "../ledger/Menu";

interface Props {
  kindOfWork: string;
  shown: string;
  onChoose: (kindOfWork: string, destination: string) => void;
}

/** A kind of work of the stationery, with the folder that it is filed in; nothing where none is kept. */
export function KindKept({ kindOfWork, shown, onChoose }: Props) {
  const kinds = useStationery().data?.destination ?? [];
  if (kinds.length === 0) return null;
  return (
    <Choice
      label=""
      value={kindOfWork}
      shown={shown}
      options={kinds.map((item) => ({ value: item.name, name: item.name, hint: item.document.folder }))}
      onChoose={(name) => {
        const of = kinds.find((item) => item.name === name)?.document;
        if (of) onChoose(of.kindOfWork, of.folder);
      }}
    />
  );
}
