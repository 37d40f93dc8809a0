/** By what the headers of two files are the same: whatever their case and however wide their gaps. */
export const headerKey = (name: string): string => name.trim().replace(/\s+/g, ' ').toLowerCase();

/** Column names from the header record: trimmed, the empty ones called "Column 3", repeated ones told apart as "Takings (2)". */
export function columnNames(header: readonly string[], width: number): string[] {
  const taken = new Set<string>();
  return Array.from({ length: width }, (_, i) => {
    const name = (header[i] ?? '').replace(/\s+/g, ' ').trim() || `Column ${i + 1}`;
    let unique = name;
    for (let n = 2; taken.has(unique); n++) unique = `${name} (${n})`;
    taken.add(unique);
    return unique;
  });
}
