/** Student's t for 95 %, two-sided: how far a mean or a slope from few points may lie off. */

/** 97.5 % points for 1 to 10 degrees of freedom. Source: any table of Student's t. */
const T95 = [12.71, 4.3, 3.18, 2.78, 2.57, 2.45, 2.36, 2.31, 2.26, 2.23] as const;
/** Beyond ten degrees of freedom, a little on the wide side. */
const BEYOND = 2.23;

/** @param free - degrees of freedom, at least 1 @returns times a standard deviation */
export const t95 = (free: number): number => T95[Math.max(1, Math.floor(free)) - 1] ?? BEYOND;
