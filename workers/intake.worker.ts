import { type Outcome, success } from "#core/outcome";
import type { ModelFormat } from "#core/formats/readModel";
import { LARGEST_FILE_BYTES, readModelFile, type ReadOptions } from "#core/formats/readModel";
import { besideInZip } from "#core/formats/besideModels";
import { contentId } from "#core/mesh/contentId";
import type { FirstFigures, MeasureStage, MeshMeasurement } from "#core/mesh/measure";
import { measureShared } from "#workers/measure";
import { serve } from "#workers/serve";

export type TakenModel = {
  readonly id: string;
  readonly name: string;
  readonly unitMm: number | null;
  /** Where its file stood in an archive of several. */
  readonly path?: string;
  /** The bytes of single-precision numbers. */
  readonly corners: Blob;
  readonly measurement: MeshMeasurement;
};
export type TakenFile = {
  readonly format: ModelFormat;
  readonly models: readonly TakenModel[];
  /** What lay beside the models of an archive, each named by its path in there. */
  readonly beside?: readonly File[];
};
/** `first`: what is known of the only body of a file, once it is. */
export type IntakeProgress = (share: number, stage: "reading" | MeasureStage, first?: FirstFigures) => void;

const api = {
  /**
   * Reads and measures a whole file. Problems come back as values; the file is read in here, never on the
   * page's thread.
   */
  async take(file: File, options: ReadOptions, progress: IntakeProgress): Promise<Outcome<TakenFile>> {
    progress(0, "reading");
    // A file too large to read is refused by its size alone.
    const bytes =
      file.size > LARGEST_FILE_BYTES
        ? ({ byteLength: file.size } as Uint8Array)
        : new Uint8Array(await file.arrayBuffer());
    const read = readModelFile(bytes, file.name, options);
    if (!read.ok) return read;
    progress(0.2, "sharing corners");
    const models: TakenModel[] = [];
    const { length } = read.value.models;
    for (const [i, model] of read.value.models.entries()) {
      const measurement = await measureShared(model.soup, (share, stage, first) =>
        progress(0.2 + (0.8 * (i + share)) / length, stage, length === 1 ? first : undefined),
      );
      models.push({
        id: await contentId(model.soup.corners),
        name: model.name,
        unitMm: model.unitMm,
        ...(model.path === undefined ? {} : { path: model.path }),
        corners: new Blob([model.soup.corners as Float32Array<ArrayBuffer>]),
        measurement,
      });
    }
    if (read.value.format !== "zip") return success({ format: read.value.format, models });
    const beside = besideInZip(bytes).map((b) => new File([b.bytes], b.path));
    return success({ format: read.value.format, models, beside });
  },
};
export type IntakeApi = typeof api;
serve(api);
