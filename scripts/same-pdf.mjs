/**
 * The PDF library packs streams with Node's zlib on Node and with a JavaScript deflate in a browser: same pages,
 * other bytes. The command line takes the browser's build, so that both write the same file.
 */
import { register } from 'node:module';

const hooks = `
const builds = {
  pdfkit: [/js\\/pdfkit\\.[^/]+$/, 'js/pdfkit.browser.mjs'],
  '@react-pdf/font': [/lib\\/index\\.js$/, 'lib/index.browser.js'],
  '@react-pdf/image': [/lib\\/index\\.js$/, 'lib/index.browser.js'],
  '@react-pdf/renderer': [/lib\\/react-pdf\\.js$/, 'lib/react-pdf.browser.js'],
};
export async function resolve(specifier, context, next) {
  const found = await next(specifier, context);
  const build = builds[specifier];
  return build ? { ...found, url: found.url.replace(...build), format: 'module' } : found;
}`;
register(`data:text/javascript,${encodeURIComponent(hooks)}`);
