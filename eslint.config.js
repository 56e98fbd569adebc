import reactHooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

/** The architecture: which part may import which other parts and packages. Read this table first. */
const parts = {
  core: {
    files: ["core/**"],
    parts: [],
    packages: ["culori", "earcut", "fflate", "manifold-3d", "papaparse", "pdf-lib"],
  },
  data: { files: ["data/**"], parts: ["core"], packages: ["dexie", "devalue", "joi", "fflate"] },
  workers: {
    files: ["workers/**"],
    parts: ["core"],
    packages: ["comlink", "devalue", "manifold-3d/manifold.wasm\\?url"],
  },
  demo: { files: ["demo/**"], parts: ["core", "data"], packages: ["manifold-3d"] },
  ui: {
    files: ["app/ui/**"],
    parts: ["core"],
    packages: [
      "react",
      "radix-ui",
      "lucide-react",
      "d3-scale",
      "d3-shape",
      "three",
      "@react-three",
      "@tanstack/react-table",
      "@tanstack/react-virtual",
      "date-fns",
    ],
  },
  app: {
    files: ["app/*", "app/{hooks,jobs,routes}/**"],
    parts: ["core", "data", "workers", "demo", "ui"],
    packages: [
      "react",
      "react-dom",
      "react-router",
      "@react-router",
      "radix-ui",
      "lucide-react",
      "d3-scale",
      "d3-shape",
      "date-fns",
      "@fontsource",
      // For the shapes of forms; loaded with the first one that is sent.
      "joi",
    ],
  },
};

/** The same inside core; the files directly in core (units, outcome, figure) use no folder. */
const folders = {
  materials: [],
  mesh: [],
  stores: [],
  log: [],
  formats: ["mesh"],
  zones: ["mesh"],
  scale: ["mesh", "formats"],
  safety: ["materials"],
  steps: ["materials"],
  paint: ["materials", "steps"],
  painted: ["mesh", "materials", "steps", "paint"],
  ground: ["mesh", "scale", "materials", "steps"],
  joints: ["mesh", "materials", "steps"],
  print: ["mesh", "scale", "formats", "materials", "steps"],
  surface: ["mesh", "zones", "print", "materials", "steps", "paint"],
  order: ["materials", "steps"],
  scene: [
    ...["materials", "mesh", "zones", "stores", "scale", "steps", "paint", "ground", "joints", "print"],
    ...["surface", "order"],
  ],
  plan: [
    ...[
      "materials",
      "mesh",
      "zones",
      "stores",
      "log",
      "formats",
      "scale",
      "safety",
      "steps",
      "paint",
      "ground",
    ],
    ...["joints", "print", "surface", "order", "scene"],
  ],
};

/** A package that only one file of core knows. */
const owners = {
  "core/paint/colour.ts": ["culori"],
  "core/formats/zip.ts": ["fflate"],
  "core/formats/zipWriter.ts": ["fflate"],
  "core/formats/csv.ts": ["papaparse"],
  "core/formats/pdf.ts": ["pdf-lib"],
  "core/mesh/capPlane.ts": ["earcut"],
  "core/mesh/solids.ts": ["manifold-3d"],
};

/** Inner loops and parsers: one walk over numbers or bytes, which reads best in one piece. */
const kernels = [
  "core/mesh/**",
  "core/formats/**",
  "core/paint/{ciede2000,bestMixes}.ts",
  "core/painted/{paintMesh,skyShare,faceShape,placeNoise,paintStates}.ts",
  "core/print/{nest,nestShape,filamentWork,gcode,wayUp,drains}.ts",
  "core/order/pass.ts",
];

const testPackages = [
  "ml-kmeans",
  "clipper2-ts",
  "d3-polygon",
  "vitest",
  "fast-check",
  "fake-indexeddb",
  "node:",
  "manifold-3d",
  "culori",
  "ical.js",
  "saxes",
  "fflate",
];
const anyOf = (names) => `(${names.join("|")})(/|$)`;
const except = (table, kept) => Object.keys(table).filter((name) => !kept.includes(name));
const barParts = (name) =>
  [...except(parts, [name, ...parts[name].parts]), ...(name === "app" ? [] : ["route"])].map(
    (other) => `^#${anyOf([other])}`,
  );
const barFolders = (name) =>
  except(folders, [name, ...folders[name]]).map((other) => `^#core/${anyOf([other])}`);

/** @returns a config block: in `files`, of every `#part` and package only these may be imported. */
const mayImport = (files, allowed, packages, barred, ignores = ["**/*.test.ts"]) => ({
  files,
  ignores,
  rules: {
    "no-restricted-imports": [
      "error",
      {
        patterns: [
          { regex: "^\\.\\./", message: "Go to another folder by its #name." },
          {
            regex: packages.length > 0 ? `^(?!#|\\.|${anyOf(packages)})` : "^(?!#|\\.)",
            message: `Only these packages here: ${packages.join(", ") || "none"}.`,
          },
          ...barred.map((regex) => ({
            regex,
            message: `From here only: ${allowed.join(", ") || "nothing else"}.`,
          })),
        ],
      },
    ],
  },
});

/** Tests may use the test packages, and nothing above their own part. */
const testsMayImport = (name) => ({
  files: parts[name].files.map((glob) => `${glob}/*.test.ts`),
  rules: {
    "no-restricted-imports": [
      "error",
      {
        patterns: [
          {
            regex: `^(?!#|\\.|node:|${anyOf([...testPackages, ...parts[name].packages])})`,
            message: "Not a package of tests.",
          },
          ...barParts(name).map((regex) => ({ regex, message: "A test stays within its part." })),
        ],
      },
    ],
  },
});

export default tseslint.config(
  { ignores: ["build/**", ".react-router/**", "node_modules/**", "public/**", ".cache/**"] },
  ...tseslint.configs.recommended,
  { ...reactHooks.configs.flat.recommended, files: ["app/**"] },
  { files: ["app/ui/Table.tsx"], rules: { "react-hooks/incompatible-library": "off" } },
  ...Object.entries(parts).map(([name, p]) => mayImport(p.files, p.parts, p.packages, barParts(name))),
  mayImport(
    ["data/testingRows.ts", "data/rememberedPlans.ts"],
    ["core"],
    ["joi", "fast-check"],
    barParts("data"),
  ),
  mayImport(["core/*"], [], [], [...barParts("core"), `^#core/${anyOf(Object.keys(folders))}`]),
  ...Object.entries(folders).map(([name, allowed]) =>
    mayImport([`core/${name}/**`], allowed, [], [...barParts("core"), ...barFolders(name)]),
  ),
  ...Object.entries(owners).map(([file, packages]) => {
    const folder = file.split("/")[1];
    return mayImport([file], folders[folder], packages, [...barParts("core"), ...barFolders(folder)]);
  }),
  ...["core", "data", "workers", "demo"].map(testsMayImport),
  {
    files: ["core/**", "data/**", "workers/**"],
    rules: {
      "no-restricted-exports": ["error", { restrictDefaultExports: { direct: true, defaultFrom: true } }],
    },
  },
  {
    files: ["app/**", "core/**", "data/**", "workers/**"],
    ignores: ["**/*.test.{ts,tsx}", ...kernels],
    rules: {
      "max-lines-per-function": ["error", { max: 60, skipBlankLines: true, skipComments: true }],
    },
  },
  {
    rules: {
      "@typescript-eslint/no-unused-vars": ["error", { argsIgnorePattern: "^_", varsIgnorePattern: "^_" }],
      "one-var": ["error", "never"],
      "max-len": [
        "error",
        {
          code: 120,
          ignoreStrings: true,
          ignoreTemplateLiterals: true,
          ignoreRegExpLiterals: true,
          ignoreUrls: true,
        },
      ],
    },
  },
);
