/** Turns TypeScript and ES modules into what Jest runs in Node. */
const { transformSync } = require('esbuild');

module.exports = {
  process(source, file) {
    const loader = file.endsWith('.tsx') ? 'tsx' : /\.m?js$/.test(file) ? 'js' : 'ts';
    const { code, map } = transformSync(source, {
      loader,
      format: 'cjs',
      // Modules know where they are, as they do without Jest.
      define: { 'import.meta.url': JSON.stringify(`file://${file}`) },
      target: 'node20',
      sourcefile: file,
      sourcemap: 'external',
    });
    return { code, map };
  },
};
