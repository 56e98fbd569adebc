import { useEffect, useRef, useState } from "react";
import { type Inspection, type Reading, type ReadingResult } from "#workers/inspect";
import { WorkerStopped } from "#workers/openWorker";
import { type ReadingName, RECESS_REACH_MM } from "./readings";

export type MeshReading = ReturnType<typeof useReading>;

/**
 * What is read off a mesh in a worker: one reading at a time, the last one asked for.
 * @param factor model mm of one unit of the file
 * @param leastMm the thinnest that the printer makes
 */
export function useReading(inspection: Inspection, factor: number, leastMm: number) {
  const [reading, setReading] = useState<ReadingName>("none");
  const [share, setShare] = useState<number | null>(null);
  const [result, setResult] = useState<ReadingResult | null>(null);
  const [lines, setLines] = useState<Float32Array | null>(null);
  const cancel = useRef<AbortController | null>(null);
  useEffect(() => () => cancel.current?.abort(), []);
  const read = async (name: ReadingName) => {
    cancel.current?.abort();
    setReading(name);
    setResult(null);
    setLines(null);
    setShare(null);
    if (name === "none" || name === "heights") return;
    if (name === "open edges") return setLines(await inspection.openEdges());
    const mine = (cancel.current = new AbortController());
    setShare(0);
    try {
      const found = await inspection.read(asked(name, factor, leastMm), setShare, mine.signal);
      if (!mine.signal.aborted) setResult(found);
    } catch (error) {
      if (!(error instanceof WorkerStopped)) throw error;
    } finally {
      if (cancel.current === mine) setShare(null);
    }
  };
  const stop = () => {
    cancel.current?.abort();
    setReading("none");
  };
  return { reading, share, result, lines, read, stop };
}

/** A reading as the worker takes it, in the file's own units. */
function asked(name: Reading["kind"], factor: number, leastMm: number): Reading {
  if (name === "overhangs") return { kind: name, limitDeg: 45 };
  if (name === "recesses") return { kind: name, reach: RECESS_REACH_MM / factor };
  return { kind: name, limit: leastMm / factor };
}
