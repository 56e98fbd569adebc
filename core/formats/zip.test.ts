import { crc32 as nodeCrc32, deflateRawSync } from "node:zlib";
import fc from "fast-check";
import { zipSync } from "fflate";
import { describe, expect, it } from "vitest";
import { crc32 } from "#core/formats/crc32";
import { openZip, readZip, writeZip } from "#core/formats/zip";

const text = (t: string) => new TextEncoder().encode(t);
const all = () => true;
const codeOf = (bytes: Uint8Array, limits?: Parameters<typeof readZip>[2]) => {
  const outcome = readZip(bytes, all, limits);
  if (outcome.ok) return "read";
  expect(outcome.problems[0]!.message).toMatch(/\.$/);
  return outcome.problems[0]!.code;
};

type Entry = {
  readonly name: string;
  readonly data: Uint8Array;
  readonly says?: Partial<{ crc: number; length: number }>;
};
/** A ZIP written by hand, which may say of its files what is not so. */
function zipOf(entries: readonly Entry[]): Uint8Array {
  const parts: Uint8Array[] = [];
  const central: Uint8Array[] = [];
  let at = 0;
  for (const { name, data, says = {} } of entries) {
    const packed = deflateRawSync(data);
    const sums = { crc: says.crc ?? nodeCrc32(data), length: says.length ?? data.byteLength };
    const head = (size: number, signature: number, fields: number) => {
      const bytes = new Uint8Array(size + name.length);
      const view = new DataView(bytes.buffer);
      view.setUint32(0, signature, true);
      view.setUint16(fields, 8, true);
      view.setUint32(fields + 6, sums.crc, true);
      view.setUint32(fields + 10, packed.byteLength, true);
      view.setUint32(fields + 14, sums.length, true);
      view.setUint16(fields + 18, name.length, true);
      bytes.set(text(name), size);
      return { bytes, view };
    };
    const local = head(30, 0x04034b50, 8);
    const entry = head(46, 0x02014b50, 10);
    entry.view.setUint32(42, at, true);
    parts.push(local.bytes, packed);
    central.push(entry.bytes);
    at += local.bytes.byteLength + packed.byteLength;
  }
  const end = new Uint8Array(22);
  const view = new DataView(end.buffer);
  view.setUint32(0, 0x06054b50, true);
  view.setUint16(10, entries.length, true);
  view.setUint32(
    12,
    central.reduce((sum, c) => sum + c.byteLength, 0),
    true,
  );
  view.setUint32(16, at, true);
  return new Uint8Array(Buffer.concat([...parts, ...central, end]));
}

describe("the check sum", () => {
  it("is that of the standard, as Node has it, in one stretch or in two", () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 300 }), fc.nat(300), (bytes, cut) => {
        expect(crc32(bytes)).toBe(nodeCrc32(bytes));
        expect(crc32(bytes.subarray(cut), crc32(bytes.subarray(0, cut)))).toBe(nodeCrc32(bytes));
      }),
    );
    // The check value that catalogues of such sums give for this one.
    expect(crc32(text("123456789"))).toBe(0xcbf43926);
  });
});

describe("a ZIP", () => {
  it("comes back file by file, whoever wrote it", () => {
    fc.assert(
      fc.property(
        fc.dictionary(fc.stringMatching(/^[a-z]{1,8}$/), fc.uint8Array({ maxLength: 400 })),
        (files) => {
          for (const bytes of [
            writeZip(files),
            zipSync(files),
            zipOf(Object.entries(files).map(([name, data]) => ({ name, data }))),
          ]) {
            const back = readZip(bytes, all);
            expect(back.ok && Object.fromEntries(back.value)).toEqual({ ...files });
          }
        },
      ),
    );
  });
  it("is read with a comment at its end, and in the middle of a larger array", () => {
    const bytes = writeZip({ a: text("hello") });
    const commented = new Uint8Array([...bytes, ...text("a few words")]);
    new DataView(commented.buffer).setUint16(bytes.byteLength - 2, 11, true);
    expect(codeOf(commented)).toBe("read");
    const within = new Uint8Array([9, 9, 9, ...bytes]).subarray(3);
    expect(codeOf(within)).toBe("read");
  });
  it("is read where its sizes stand in the wide fields", () => {
    // ZIP64: the directory's sizes are all ones, and its extra field carries them.
    const plain = zipOf([{ name: "a", data: text("wide") }]);
    const view = new DataView(plain.buffer);
    const directory = view.getUint32(plain.byteLength - 6, true);
    const extra = new Uint8Array(4 + 24);
    const wide = new DataView(extra.buffer);
    wide.setUint16(0, 1, true);
    wide.setUint16(2, 24, true);
    wide.setBigUint64(4, BigInt(view.getUint32(directory + 24, true)), true);
    wide.setBigUint64(12, BigInt(view.getUint32(directory + 20, true)), true);
    wide.setBigUint64(20, 0n, true);
    const at = directory + 46 + 1;
    const bytes = new Uint8Array([...plain.slice(0, at), ...extra, ...plain.slice(at)]);
    const out = new DataView(bytes.buffer);
    out.setUint16(directory + 30, extra.byteLength, true);
    for (const field of [20, 24, 42]) out.setUint32(directory + field, 0xffffffff, true);
    const back = readZip(bytes, all);
    expect(back.ok && new TextDecoder().decode(back.value.get("a"))).toBe("wide");
  });
  it.each<[string, Uint8Array, string]>([
    [
      "a check sum that does not fit",
      zipOf([{ name: "a", data: text("hello"), says: { crc: 1 } }]),
      "zip/changed",
    ],
    [
      "a file longer than it says",
      zipOf([{ name: "a", data: text("hello hello"), says: { length: 5 } }]),
      "zip/changed",
    ],
    [
      "a file shorter than it says",
      zipOf([{ name: "a", data: text("hello"), says: { length: 50 } }]),
      "zip/changed",
    ],
    [
      "two files of one name",
      zipOf([
        { name: "a", data: text("one") },
        { name: "a", data: text("two") },
      ]),
      "zip/twice",
    ],
    ["a name that leads outside", zipOf([{ name: "x/../../a", data: text("one") }]), "zip/path-outside"],
    ["a name from the root", zipOf([{ name: "/etc/a", data: text("one") }]), "zip/path-outside"],
    [
      "3 GB that are not there",
      zipOf([{ name: "a", data: text("hello"), says: { length: 3e9 } }]),
      "zip/too-large",
    ],
    ["nothing at all", new Uint8Array(0), "zip/broken"],
    ["text", text("PK but no more than that, and long enough for an end"), "zip/broken"],
  ])("is refused for %s", (_, bytes, code) => {
    expect(codeOf(bytes)).toBe(code);
  });
  it("that goes on unpacking past what it says is given up after a step, in a blink", () => {
    const bomb = zipOf([{ name: "a", data: new Uint8Array(200e6), says: { length: 1000 } }]);
    const from = performance.now();
    expect(codeOf(bomb)).toBe("zip/changed");
    expect(performance.now() - from).toBeLessThan(3000);
  });
  it("with a file that swells more than was allowed is refused unread", () => {
    const swelling = zipOf([{ name: "a", data: new Uint8Array(80e6) }]);
    expect(codeOf(swelling, { mostTimes: 200 })).toBe("zip/too-large");
    expect(codeOf(swelling)).toBe("read");
    expect(codeOf(swelling, { limitBytes: 70e6 })).toBe("zip/too-large");
  });
  it("finds every single changed byte of a packed file", () => {
    const whole = writeZip({ a: Uint8Array.from({ length: 600 }, (_, i) => (i * i) % 251) });
    const from = 30 + 1;
    for (let at = from; at < from + 200; at++) {
      const hurt = whole.slice();
      hurt[at] = hurt[at]! ^ 0x10;
      expect(codeOf(hurt), `byte ${at}`).not.toBe("read");
    }
  });
  it("gives only what is wanted, and asking for another file is the caller's mistake", () => {
    const zip = openZip(writeZip({ a: text("1"), b: text("2") }), (name) => name === "a");
    if (!zip.ok) throw new Error("must open");
    expect(zip.value.names).toEqual(["a"]);
    expect(() => zip.value.read("b")).toThrow(RangeError);
  });
});
