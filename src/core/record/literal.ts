/** A text as a pattern that finds just it, with or without the `u` flag. */
export const literalPattern = (text: string): string => text.replace(/[.*+?^${}()|[\]\\/]/g, '\\$&');
