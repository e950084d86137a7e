/** Months as they are said. */

const MONTHS = [
  ...["January", "February", "March", "April", "May", "June", "July", "August", "September"],
  ...["October", "November", "December"],
];

/** "March 2027". @param iso - a day or a month, as 2027-03 */
export const monthWords = (iso: string): string =>
  `${MONTHS[Number(iso.slice(5, 7)) - 1] ?? ""} ${iso.slice(0, 4)}`;
