/**
 * The PDF library packs streams with Node's zlib on Node and with a JavaScript deflate in a browser: same pages,
 * other bytes. The command line takes the browser's build, so that both write the same file.
 */
import { register } from 'node:module';

const hooks = `
export async function resolve(specifier, context, next) {
  const found = await next(specifier, context);
  const browser = () => found.url.replace(/js\\/pdfkit\\.[^/]+$/, 'js/pdfkit.browser.mjs');
  return specifier === 'pdfkit' ? { ...found, url: browser(), format: 'module' } : found;
}`;
register(`data:text/javascript,${encodeURIComponent(hooks)}`);
