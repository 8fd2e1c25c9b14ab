import { Link } from "react-router";
import { useAlbums } from "../api/find";
import { framePicture } from "../api/pictures";
import { Glimpse } from "../ledger/Glimpse";
import { Nothing } from "../ledger/Nothing";
import { Trouble } from "../ledger/Notice";
import { Page } from "../ledger/Page";
import { count } from "../words/format";

/** Albums, the one that was used last first, each with its cover. */
export function AlbumsScreen() {
  const albums = useAlbums();
  return (
    <Page title="Albums">
      <h1 className="border-b border-ink pt-6 pr-6 pb-3 pl-page text-title font-semibold">Albums</h1>
      <Trouble error={albums.error} />
      {albums.data?.length === 0 && (
        <Nothing heading="No album yet">
          Frames from any shoot are put together in one: find them, pick them, and press B. <Link to="/find">Find</Link>
        </Nothing>
      )}
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(230px,1fr))] gap-x-6 gap-y-5 py-5 pr-6 pl-page">
        {albums.data?.map((album) => (
          <li key={album.id}>
            <Link to={`/albums/${album.id}`} className="group block">
              <span className="block h-[154px] bg-mat p-[6px]">
                <Glimpse source={album.cover === 0 ? null : framePicture(album.cover, 480)} className="h-full w-full object-contain" />
              </span>
              <span className="block pt-1 font-hand text-hand font-semibold group-hover:text-velvet">{album.name}</span>
              <span className="text-faded">{count(album.frames, "frame")}</span>
            </Link>
            {album.note !== "" && <p className="line-clamp-2">{album.note}</p>}
          </li>
        ))}
      </ul>
    </Page>
  );
}
