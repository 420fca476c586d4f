/** What a fit is called within a sentence; springs of the list keep their name. */
export const fitWords = (name: string): string => name.replace(/^(As|With|Suggested) /, (word) => word.toLowerCase());
