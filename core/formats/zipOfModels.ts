import { failure, type Outcome, refused, success } from "#core/outcome";
import type { FormatProblem, ReadModel } from "#core/formats/model";
import { openZip } from "#core/formats/zip";
import { readZipDirectory } from "#core/formats/zipDirectory";

const MODEL_NAME = /\.(stl|obj|3mf|ply)$/i;
/** What some systems put beside every file. */
const SHADOW = /(^|\/)(__MACOSX\/|\._)/;
const isModel = (name: string) => MODEL_NAME.test(name) && !SHADOW.test(name);

/** Numbers and text of models pack into a tenth, even ones into a hundredth. */
const MOST_TIMES = 300;

/** A ZIP that holds models and is none itself: a 3MF holds a part that is called so. */
export function holdsModels(bytes: Uint8Array): boolean {
  const directory = readZipDirectory(bytes);
  if (!directory.ok) return false;
  const names = directory.value.map((e) => e.name);
  return names.some(isModel) && !names.some((n) => /\.model$/i.test(n));
}

/** Reads one model file of a ZIP. */
type ReadOne = (bytes: Uint8Array, name: string) => Outcome<readonly ReadModel[], FormatProblem>;

/**
 * Every model file of a ZIP, each with its path in there; other files are left aside. One that cannot be read refuses
 * the whole of it, so that nothing comes in by half.
 * @param limitBytes how much it may unpack to in all
 */
export function readZipOfModels(
  bytes: Uint8Array,
  name: string,
  limitBytes: number,
  readOne: ReadOne,
): Outcome<readonly ReadModel[], FormatProblem> {
  const zip = openZip(bytes, isModel, { limitBytes, mostTimes: MOST_TIMES });
  if (!zip.ok) return refused("zip/refused", zip.problems[0]!.message);
  const models: ReadModel[] = [];
  for (const path of zip.value.names) {
    const file = zip.value.read(path);
    if (!file.ok) return refused("zip/refused", file.problems[0]!.message);
    const read = readOne(file.value, `${name}/${path}`);
    if (!read.ok) return failure(...read.problems);
    models.push(...read.value.map((m) => ({ ...m, path })));
  }
  return success(models);
}
