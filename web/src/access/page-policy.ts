/** What a browser is told about our pages: what they may load, and that nobody may frame them. */

/**
 * The content security policy of a page.
 * @param nonce - of this one answer: an inline script without it does not run
 * @param dev - the development server needs `eval`
 */
export const contentPolicy = (nonce: string, dev: boolean): string =>
  [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${dev ? " 'unsafe-eval'" : ""}`,
    // Charts and the component library write style attributes.
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' blob: data:",
    "font-src 'self'",
    // A picture that is on the device alone is read from there.
    "connect-src 'self' blob:",
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join("; ");

/** Headers of every answer. */
export const HEADERS: Readonly<Record<string, string>> = {
  "x-content-type-options": "nosniff",
  "x-frame-options": "DENY",
  "referrer-policy": "same-origin",
  "cross-origin-opener-policy": "same-origin",
  "cross-origin-resource-policy": "same-origin",
  "permissions-policy": "camera=(self), microphone=(self), geolocation=(), payment=(), usb=()",
};
