/** Why a page is shown from the device, in the words that begin a sentence. Asked in a browser alone. */
export const noNetwork = (): string =>
  navigator.onLine ? "The server does not answer" : "No network";
