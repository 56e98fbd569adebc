import { beforeEach, expect, it } from "vitest";
import { hexOfLab } from "#core/paint/colour";
import { mixLab, pigmentOf } from "#core/paint/mixing";
import { predictMix } from "#core/paint/paint";
import { appDatabase } from "#data/db";
import { undoLast } from "#data/journal";
import { tableNames } from "#data/rows";
import { sendForm } from "#app/testing";
import { clientAction as paintsAction } from "#route/workshop/paints";

const db = appDatabase();
const pot = async (name: string) => (await db.paints.toArray()).find((p) => p.name === name)!;

beforeEach(async () => {
  for (const t of [...tableNames, "journal"] as const) await db.table(t).clear();
  for (const [name, hex] of [
    ["Chalk", "#f4f2ec"],
    ["Rust", "#7a2b1e"],
  ] as const)
    await sendForm(paintsAction, "", {
      name,
      hex,
      product: "acrylic",
      thinner: "water",
      opacity: "opaque",
      sheen: "matte",
      millilitres: "17",
    });
});
const swatch = async (hex: string, potName = "Rust") =>
  sendForm(paintsAction, "", {
    intent: "swatch",
    white: (await pot("Chalk")).id,
    pot: (await pot(potName)).id,
    swatch: hex,
  });

it("a swatch typed in the workshop gives a pot its strength, and its mixes no band any more", async () => {
  const [chalk, rust] = [await pot("Chalk"), await pot("Rust")];
  const recipe = {
    id: "m",
    name: "m",
    thinnerShare: 0,
    target: null,
    parts: [
      { paintId: chalk.id, parts: 1 },
      { paintId: rust.id, parts: 1 },
    ],
  };
  const band = async () => {
    const paints = new Map((await db.paints.toArray()).map((p) => [p.id, p]));
    const { low, high } = predictMix(recipe, paints)!;
    return high.l - low.l;
  };
  const before = await band();
  const dried = mixLab([pigmentOf(chalk.lab, 1), pigmentOf(rust.lab, 0.6)], [1, 1]);
  expect(await swatch(hexOfLab(dried))).toEqual([]);
  expect((await pot("Rust")).strength).toBeCloseTo(0.6, 1);
  expect(await band()).toBeLessThan(before);
});

it("a swatch that no strength can give, or of a white with itself, is refused and nothing is kept", async () => {
  expect((await swatch("#2040c0"))[0]).toMatch(/No strength of Rust gives that colour with Chalk/);
  expect((await swatch("#808080", "Chalk"))[0]).toMatch(/another pot/);
  expect((await pot("Rust")).strength).toBeNull();
});

const changed = (given: Readonly<Record<string, string>>) => ({
  ...{ name: "Rust", hex: "#7a2b1e", product: "acrylic", thinner: "water", opacity: "opaque" },
  ...{ sheen: "matte", millilitres: "9", ...given },
});

it("a pot is changed where it stands: its strength stays with its colour, and goes with another", async () => {
  const [chalk, rust] = [await pot("Chalk"), await pot("Rust")];
  await swatch(hexOfLab(mixLab([pigmentOf(chalk.lab, 1), pigmentOf(rust.lab, 0.6)], [1, 1])));
  const { strength } = await pot("Rust");
  expect(await sendForm(paintsAction, "", changed({ id: rust.id, sheen: "satin" }))).toEqual([]);
  expect(await pot("Rust")).toMatchObject({ id: rust.id, millilitres: 9, sheen: "satin", strength });
  await sendForm(paintsAction, "", changed({ id: rust.id, hex: "#8a3b2e" }));
  expect((await pot("Rust")).strength).toBeNull();
  expect(await db.paints.count()).toBe(2);
});

it("colours of a palette file come as pots in one act; names that are there are left alone", async () => {
  const text = "GIMP Palette\nName: x\n10 20 30\tSlate\n200 190 170\tChalk\n90 60 40\tPeat\n90 60 40\tPeat\n";
  expect(await sendForm(paintsAction, "", { intent: "palette", text, product: "acrylic" })).toEqual([]);
  expect((await db.paints.toArray()).map((p) => p.name).sort()).toEqual(["Chalk", "Peat", "Rust", "Slate"]);
  expect((await pot("Chalk")).hex).toBe("#f4f2ec");
  const again = await sendForm(paintsAction, "", { intent: "palette", text, product: "acrylic" });
  expect(again[0]).toMatch(/already/);
  const broken = await sendForm(paintsAction, "", { intent: "palette", text: "GIMP Palette\nred\n" });
  expect(broken[0]).toMatch(/^Line 2 of the palette/);
  await undoLast();
  expect(await db.paints.count()).toBe(2);
});
