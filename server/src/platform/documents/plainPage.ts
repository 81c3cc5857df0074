/** Pages of plain HTML for people without an account: everything is in the page, and they read without a script. */

const ESCAPES: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  "'": '&#39;',
};
/** Text made safe inside a page. */
export const esc = (text: string) => text.replace(/[&<>"']/g, (c) => ESCAPES[c] ?? c);
/** Text that somebody typed: it may run from right to left. */
export const said = (text: string, tag = 'bdi') => `<${tag} dir="auto">${esc(text)}</${tag}>`;

const STYLE = `:root{color-scheme:light dark;--b:#efefef;--p:#fafafa;--t:#111;--s:#4a4a4a;--h:#cfcfcf;--a:#56700a;--o:#fff;--l:#7a4a00}
@media(prefers-color-scheme:dark){:root{--b:#121212;--p:#1a1a1a;--t:#e8e8e8;--s:#a6a6a6;--h:#333;--a:#d3ee4e;--o:#111;--l:#e0a64b}}
*{box-sizing:border-box}body{margin:0;background:var(--b);color:var(--t);font:16px/1.4 system-ui,sans-serif;overflow-wrap:anywhere}
main{max-width:720px;margin:0 auto;padding:16px}h1{font-size:22px;line-height:1.2;margin:0}h2{font-size:18px;margin:28px 0 8px}p{margin:4px 0}
.s{color:var(--s)}.big{font-size:40px;font-weight:700;line-height:1.1;margin:12px 0 0;font-variant-numeric:tabular-nums}.l{color:var(--l);font-weight:600}
ul,ol{list-style:none;margin:0;padding:0}li{padding:8px 0;border-bottom:1px solid var(--h)}.r{display:grid;grid-template-columns:58px 1fr auto;gap:10px}
.r>:first-child,.r>:last-child{font-variant-numeric:tabular-nums}.x{color:var(--s);font-size:14px}.m{border-inline-start:4px solid var(--a);padding-inline-start:8px}
button,.b{display:block;width:100%;min-height:64px;font:700 18px system-ui,sans-serif;background:var(--a);color:var(--o);border:0;border-radius:3px;margin:16px 0 8px;cursor:pointer;text-align:center}
button:disabled{background:var(--h);color:var(--s);cursor:default}.b{background:none;color:var(--t);border:1px solid var(--s);min-height:44px;line-height:42px;text-decoration:none;font-size:16px;margin:8px 0}
a{color:inherit}section{background:var(--p);border:1px solid var(--h);border-radius:3px;padding:12px;margin:12px 0}svg{max-width:100%;height:auto}summary{min-height:44px;line-height:44px;font-weight:700;cursor:pointer}`;

/** A whole page, with at most one script of ours beside it. */
export function plainPage(title: string, body: string, script: string | null = null): string {
  const tag = script ? `<script type="module" src="${script}"></script>` : '';
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1"><meta name="robots" content="noindex"><meta name="referrer" content="no-referrer"><title>${esc(title)}</title><style>${STYLE}</style>${tag}</head><body data-made-at="${Date.now()}"><main>
${body}
</main></body></html>`;
}

/** A page for words only: a link that is none, a sheet that is not there yet. */
export function wordsPage(title: string, words: string, script: string | null = null): string {
  return plainPage(title, `<h1>${esc(title)}</h1><p>${esc(words)}</p>`, script);
}
