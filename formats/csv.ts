const quoted = (text: string): string => (/[",\n\r]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text);

/** A line of CSV (RFC 4180), with its end. */
export const csvLine = (cells: readonly string[]): string => `${cells.map(quoted).join(',')}\r\n`;
