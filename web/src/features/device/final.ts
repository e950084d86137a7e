/** Whether a request was refused for good: sent once more it would be refused once more. */
export const isFinal = (status: number): boolean =>
  status >= 400 && status < 500 && ![401, 408, 429].includes(status);
