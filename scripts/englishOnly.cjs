/** The interface is English: the words that React Aria brings in thirty other languages are its English ones, so that no page carries them. */
module.exports = function englishOnly(source) {
  return /en-US\.mjs$/.test(this.resourcePath) ? source : "export { default } from './en-US.mjs';\n";
};
