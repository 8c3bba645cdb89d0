// What plain HTTP says on a studio's network: where to go, and how a tablet comes to trust this machine. Nothing else.
import { X509Certificate } from 'node:crypto';

const style = `
  :root { color-scheme: light dark; --paper: #f6f4ed; --panel: #fdfcf8; --ink: #1c2a2f; --quiet: #424e53; --info: #185062; --rule: #dcd7c9; }
  @media (prefers-color-scheme: dark) { :root { --paper: #11181b; --panel: #192327; --ink: #eef1e9; --quiet: #a3b1b4; --info: #86c5d4; --rule: #2f3d42; } }
  * { box-sizing: border-box; }
  body { margin: 0; background: var(--paper); color: var(--ink); font: 17px/1.5 system-ui, sans-serif; }
  main { max-width: 860px; margin: 0 auto; padding: 40px 24px; display: grid; gap: 22px; }
  h1 { font-size: 2rem; line-height: 1.15; margin: 0; }
  h2 { font-size: 1.2rem; margin: 0; }
  p, ul { margin: 0; }
  ul { padding-left: 1.2em; display: grid; gap: 6px; }
  section { border-top: 1px solid var(--rule); padding-top: 18px; display: grid; gap: 10px; justify-items: start; }
  a { color: var(--info); font-weight: 600; }
  .go { display: inline-block; padding: 12px 20px; border-radius: 12px; background: #c2d235; color: #1c2a2f; text-decoration: none; }
  .qr { width: 200px; background: #fff; padding: 8px; border-radius: 10px; }
  .qr svg { display: block; width: 100%; }
  code { overflow-wrap: anywhere; font-size: 0.86rem; color: var(--quiet); }
  .small { color: var(--quiet); font-size: 0.92rem; }
`;

/** The authority as phones and tablets take it: its bare bytes. */
export const authorityBytes = (pem) => new X509Certificate(pem).raw;

/** The page, for a request to `host` (`192.168.1.20:3000`). */
export async function whereToGo(host, { authority, fingerprint }) {
  const safe = /^[\w.:[\]-]{1,253}$/.test(host) ? host : 'localhost';
  const [secure, plain] = [`https://${safe}/`, `http://${safe}/`];
  const { default: qrcode } = await import('qrcode');
  const code = await qrcode.toString(plain, { type: 'svg', margin: 1, errorCorrectionLevel: 'M' });
  const trust = `
    <section><h2>1. Open this page on the tablet</h2>
      <p>Point its camera at the square, or type <strong>${plain}</strong>.</p>
      <div class="qr" role="img" aria-label="Code of this page's address">${code}</div></section>
    <section><h2>2. Let it trust this machine, once</h2>
      <p><a href="/authority.crt" download="level-spine.crt">Take the authority</a></p>
      <ul>
        <li><strong>iPad, iPhone:</strong> open what was loaded, then Settings › General › VPN &amp; Device Management › Install; then General › About › Certificate Trust Settings: switch it on.</li>
        <li><strong>Android:</strong> Settings › Security › More › Install a certificate › CA certificate, and choose the file.</li>
        <li><strong>Windows, macOS:</strong> open the file and put it among the trusted root authorities (on a Mac, in Keychain Access: “always trust”).</li>
      </ul>
      <p class="small">Before that, compare: the start command on the machine itself shows the same fingerprint (SHA-256).<br><code>${fingerprint}</code></p></section>
    <section><h2>3. Go there</h2><p><a class="go" href="${secure}">${secure}</a></p></section>`;
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">
    <title>Level Spine</title><style>${style}</style></head><body><main>
    <div><h1>Level Spine is at ${secure}</h1>
    <p class="small">What is kept of clients travels locked. This unlocked page shows nothing but the way.</p></div>
    ${authority ? trust : `<p><a class="go" href="${secure}">${secure}</a></p>`}</main></body></html>`;
}
