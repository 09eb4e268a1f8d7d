/** What the bytes 0x80 to 0x9F are; five of them are nothing, and stay control characters. */
const HIGH = '€\u0081‚ƒ„…†‡ˆ‰Š‹Œ\u008dŽ\u008f\u0090‘’“”•–—˜™š›œ\u009džŸ';

/**
 * Text in Windows-1252, or in Latin-1, which has nothing else where the two differ. Some versions of Node.js read these
 * bytes as control characters, and so lose quotation marks and dashes.
 * @source WHATWG Encoding Standard, index windows-1252
 */
export const decodeWindows1252 = (bytes: Uint8Array): string =>
  new TextDecoder('windows-1252').decode(bytes).replace(/[\x80-\x9f]/g, (c) => HIGH[c.charCodeAt(0) - 0x80]!);
