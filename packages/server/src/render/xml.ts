/** Words within XML, between tags or quotes. */
export const xmlText = (words: string): string => words.replace(/[&<>"]/g, (c) => `&#${c.charCodeAt(0)};`);
