import { expect, it } from "vitest";
import { droppedFiles, pathOf, modelsAmong } from "#app/jobs/droppedFiles";

type Tree = { readonly [name: string]: Tree | string };

/** A dropped thing as a browser tells it; folders hand their entries out two at a time. */
function entryOf(name: string, of: Tree | string, at = ""): FileSystemEntry {
  const fullPath = `${at}/${name}`;
  if (typeof of === "string")
    return {
      isFile: true,
      isDirectory: false,
      name,
      fullPath,
      file: (done: (f: File) => void) => done(new File([of], name)),
    } as unknown as FileSystemEntry;
  return {
    isFile: false,
    isDirectory: true,
    name,
    fullPath,
    createReader: () => {
      const left = Object.entries(of).map(([n, t]) => entryOf(n, t, fullPath));
      return { readEntries: (done: (e: FileSystemEntry[]) => void) => done(left.splice(0, 2)) };
    },
  } as unknown as FileSystemEntry;
}
const dropOf = (tree: Tree) => ({
  files: [] as unknown as FileList,
  items: Object.entries(tree).map(([name, of]) => ({
    webkitGetAsEntry: () => entryOf(name, of),
  })) as unknown as DataTransferItemList,
});

it("takes the models of folders in folders, each with where it stood, and tells what lies beside them", async () => {
  const { files, aside } = await droppedFiles(
    dropOf({
      mill: {
        "wheel.stl": "a",
        "read-me.txt": "b",
        "photo.jpg": "p",
        "cutting list.csv": "x",
        walls: { "front.OBJ": "c", "back.3mf": "d", more: { "kit.zip": "e" }, ".hidden": "f" },
      },
      "post.stl": "g",
    }),
  );
  expect(files.map(pathOf).sort()).toEqual([
    "mill/photo.jpg",
    "mill/read-me.txt",
    "mill/walls/back.3mf",
    "mill/walls/front.OBJ",
    "mill/walls/more/kit.zip",
    "mill/wheel.stl",
    "post.stl",
  ]);
  expect(aside).toEqual(["mill/cutting list.csv"]);
});

it("takes files by themselves whatever they are called: what they hold decides", async () => {
  const files = [new File(["a"], "wall.txt"), new File(["b"], "noending")];
  const transfer = { files: files as unknown as FileList, items: [] as unknown as DataTransferItemList };
  expect(await droppedFiles(transfer)).toEqual({ files, aside: [] });
  expect(files.map(pathOf)).toEqual(["wall.txt", "noending"]);
  expect(modelsAmong([])).toEqual({ files: [], aside: [] });
});
