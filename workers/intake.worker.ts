import { transfer } from "comlink";
import { type Outcome, success } from "#core/outcome";
import type { ModelFormat } from "#core/formats/readModel";
import { LARGEST_FILE_BYTES, readModelFile, type ReadOptions } from "#core/formats/readModel";
import { contentId } from "#core/mesh/contentId";
import { type MeasureStage, type MeshMeasurement, measureMesh } from "#core/mesh/measure";
import { serve } from "#workers/serve";

export type TakenModel = {
  readonly id: string;
  readonly name: string;
  readonly unitMm: number | null;
  readonly corners: Float32Array;
  readonly measurement: MeshMeasurement;
};
export type TakenFile = { readonly format: ModelFormat; readonly models: readonly TakenModel[] };
export type IntakeProgress = (share: number, stage: "reading" | MeasureStage) => void;

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
      const { measurement } = measureMesh(model.soup, (share, stage) =>
        progress(0.2 + (0.8 * (i + share)) / length, stage),
      );
      models.push({
        id: await contentId(model.soup.corners),
        name: model.name,
        unitMm: model.unitMm,
        corners: model.soup.corners,
        measurement,
      });
    }
    const result = success({ format: read.value.format, models });
    return transfer(
      result,
      models.map((m) => m.corners.buffer),
    );
  },
};
export type IntakeApi = typeof api;
serve(api);
