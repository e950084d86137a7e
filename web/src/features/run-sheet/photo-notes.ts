/** Note that takes a picture back: it stays in the record and is not shown. */
export const goneKey = (photoId: string): string => `gone.${photoId}`;
