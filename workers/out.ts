import { openWorker } from "#workers/openWorker";
import type { PdfPage } from "#core/formats/pdf";
import type { FiledPart, FiledPlate, PlateFileKind } from "#core/print/plateFiles";
import type { OutApi, OutBody } from "#workers/out.worker";

const run = openWorker<OutApi>(
  () => new Worker(new URL("./out.worker.ts", import.meta.url), { type: "module" }),
);

export const stlZip = (bodies: readonly OutBody[], bill: string) => run((api) => api.stlZip(bodies, bill));
export const threeMfOf = (bodies: readonly OutBody[]) => run((api) => api.threeMf(bodies));
export const platesZip = (
  parts: readonly FiledPart[],
  plates: readonly FiledPlate[],
  kind: PlateFileKind,
  signal: AbortSignal,
) => run((api) => api.platesZip(parts, plates, kind), signal);
export const pdfOf = (title: string, pages: readonly PdfPage[]) => run((api) => api.pdf(title, pages));
