/** One short word for a long text: the same word, the same text. */

/** 16 hexadecimal digits of a text; two texts that differ have the same once in 10¹⁹ times. O(letters). */
export function shortWord(text: string): string {
  return word(text, 0x811c9dc5) + word(text, 0x01000193);
}

/** FNV-1a over the letters, 32 bits (Fowler, Noll, Vo: offset basis and prime of the public description; from memory). */
function word(text: string, basis: number): string {
  let hash = basis;
  for (let i = 0; i < text.length; i += 1) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  return (hash >>> 0).toString(16).padStart(8, '0');
}
