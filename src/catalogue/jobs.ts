/** A job as it is written on its label. */
export const jobNumber = (id: number): string => String(id).padStart(4, '0');
