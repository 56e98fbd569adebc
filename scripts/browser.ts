import { type Browser, chromium } from "playwright-core";

export const browserFlags = [
  "--no-sandbox",
  "--disable-quic",
  "--no-first-run",
  "--disable-background-networking",
  "--disable-component-update",
  "--disable-sync",
  "--enable-unsafe-swiftshader",
  "--use-angle=swiftshader",
];

export const browserPath = process.env.CHROMIUM_PATH ?? "/usr/bin/chromium";

/** Starts headless Chromium for browser tests, benchmarks and pictures. */
export const openBrowser = (): Promise<Browser> =>
  chromium.launch({ executablePath: browserPath, args: browserFlags });
