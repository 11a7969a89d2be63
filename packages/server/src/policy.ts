/** What a page of this server may do: nothing comes from anywhere else. */
export const DIRECTIVES = {
  defaultSrc: ["'none'"],
  scriptSrc: ["'self'"],
  // The component library writes its styles into the page at run time.
  styleSrc: ["'self'", "'unsafe-inline'"],
  fontSrc: ["'self'"],
  imgSrc: ["'self'", 'data:', 'blob:'],
  connectSrc: ["'self'"],
  workerSrc: ["'self'"],
  manifestSrc: ["'self'"],
  baseUri: ["'none'"],
  formAction: ["'none'"],
  frameAncestors: ["'none'"],
  objectSrc: ["'none'"],
};

/** The same for answers to what is no request yet: there is nothing on them at all. */
export const BARE_HEADERS: Readonly<Record<string, string>> = {
  'content-security-policy': "default-src 'none';frame-ancestors 'none'",
  'x-content-type-options': 'nosniff',
  'content-type': 'text/plain; charset=utf-8',
};

/** Whether a host, as a browser names it, is this machine by a name that no other machine can take. */
export function isLoopbackName(host: string): boolean {
  const name = host.replace(/:\d+$/, '').toLowerCase();
  return (
    name === '[::1]' ||
    name === 'localhost' ||
    name.endsWith('.localhost') ||
    /^127(?:\.\d{1,3}){3}$/.test(name)
  );
}
