/** What any request takes at most, there and back [ms]. */
const LONGEST = 30_000;
/** A line that carries less than this carries no picture either [bytes/ms]. */
const SLOWEST = 8;

/** How long an answer is waited for [ms], by what goes out with the question [bytes]. */
export const patienceFor = (bytes: number): number => Math.ceil(LONGEST + bytes / SLOWEST);

const sizeOf = (body: RequestInit["body"]): number =>
  typeof body === "string" ? body.length : body instanceof Blob ? body.size : 0;

/**
 * Asks the server, and gives up where nobody answers. A line that went dead under a request (a lift door, a cellar, another
 * network) tells nobody: the browser would wait on it for minutes, and all that is to be sent with it.
 * @throws whatever `fetch` throws, and a `TimeoutError` when it took too long; also while the answer is read
 */
export const ask = (address: string, request: RequestInit = {}): Promise<Response> =>
  fetch(address, { ...request, signal: AbortSignal.timeout(patienceFor(sizeOf(request.body))) });
