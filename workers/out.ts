import { openWorker } from "#workers/openWorker";
import type { PdfPage } from "#core/formats/pdf";
import type { OutApi, OutBody, OutPart, OutPlate } from "#workers/out.worker";

const run = openWorker<OutApi>(
  () => new Worker(new URL("./out.worker.ts", import.meta.url), { type: "module" }),
);

export const stlZip = (bodies: readonly OutBody[], bill: string) => run((api) => api.stlZip(bodies, bill));
export const threeMfOf = (bodies: readonly OutBody[]) => run((api) => api.threeMf(bodies));
export const platesZip = (parts: readonly OutPart[], plates: readonly OutPlate[], kind: "stl" | "3mf") =>
  run((api) => api.platesZip(parts, plates, kind));
export const pdfOf = (title: string, pages: readonly PdfPage[]) => run((api) => api.pdf(title, pages));
