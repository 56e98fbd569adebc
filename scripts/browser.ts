import { type Browser, chromium } from "playwright-core";

const flags = ["--no-sandbox", "--disable-quic", "--no-first-run", "--disable-background-networking", "--disable-component-update", "--disable-sync", "--enable-unsafe-swiftshader", "--use-angle=swiftshader"];

/** Starts headless Chromium for browser tests, benchmarks and pictures. */
export const openBrowser = (): Promise<Browser> => chromium.launch({ executablePath: process.env.CHROMIUM_PATH ?? "/usr/bin/chromium", args: flags });
