import { contacts } from "./contacts";
import { plates } from "./plates";
import { readArchive, readShown, type Row } from "./read";
import { sizes } from "./sizes";
import { work } from "./work";

/** Everything that is worked out again, of every scene of an archive. */
export function recomputed(path: string): readonly Row[] {
  const archive = readArchive(path);
  return readShown(path).flatMap((shown) =>
    [sizes, contacts, plates, work].flatMap((check) => check(archive, shown)),
  );
}
