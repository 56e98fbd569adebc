// What may run and be asked for: only what ships with the app. Said in the page, and by the server for all it
// sends.
import { createHash } from "node:crypto";

const hashOf = (code) => `'sha256-${createHash("sha256").update(code).digest("base64")}'`;
const inlineScript = /<script(?![^>]*\bsrc=)[^>]*>([\s\S]*?)<\/script>/g;

/** The policy that a page can say of itself; its own inline scripts are named by their hash. */
export function pagePolicy(html) {
  const hashes = new Set([...html.matchAll(inlineScript)].map(([, code]) => hashOf(code)));
  return [
    "default-src 'self'",
    `script-src ${["'self'", "'wasm-unsafe-eval'", ...hashes].join(" ")}`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' blob: data:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
  ].join("; ");
}

/** Abilities that nothing here needs are off; the screen may be kept awake at the bench. */
const permissions = [
  "accelerometer",
  "camera",
  "display-capture",
  "geolocation",
  "gyroscope",
  "hid",
  "magnetometer",
  "microphone",
  "midi",
  "payment",
  "serial",
  "usb",
  "xr-spatial-tracking",
];

/** The headers of everything that is sent: page, scripts and the scripts of workers, which obey their own. */
export function policyHeaders(html) {
  return {
    "Content-Security-Policy": `${pagePolicy(html)}; frame-ancestors 'none'`,
    "Permissions-Policy": [...permissions.map((name) => `${name}=()`), "screen-wake-lock=(self)"].join(", "),
    "X-Content-Type-Options": "nosniff",
    "Referrer-Policy": "no-referrer",
    "Cross-Origin-Opener-Policy": "same-origin",
    "Cross-Origin-Resource-Policy": "same-origin",
  };
}
