// Copies the distributed files of the front-end packages to assets/vendor, where they are hashed and served locally.
import { cpSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';

const from = (path) => `node_modules/${path}`;
const out = 'assets/vendor';
rmSync(out, { recursive: true, force: true });
for (const folder of ['htmx', 'alpine', 'bulma', 'zxing', 'fonts/files']) mkdirSync(`${out}/${folder}`, { recursive: true });
cpSync(from('htmx.org/dist/htmx.min.js'), `${out}/htmx/htmx.min.js`);
cpSync(from('@alpinejs/csp/dist/cdn.min.js'), `${out}/alpine/alpine-csp.min.js`);
// Reads stickers; only pages that scan load it.
writeFileSync(
    `${out}/zxing/zxing.min.js`,
    readFileSync(from('@zxing/library/umd/index.min.js'), 'utf8').replace(/\/\/# sourceMappingURL=.*/, ''),
);
// The source map is not shipped; its comment would make the asset mapper look for it.
writeFileSync(
    `${out}/bulma/bulma.min.css`,
    readFileSync(from('bulma/css/bulma.min.css'), 'utf8').replace(/\/\*# sourceMappingURL=.*?\*\//, ''),
);
const faces = [
    ['@fontsource/atkinson-hyperlegible-next', 'Atkinson Hyperlegible Next', [400, 600, 700]],
    ['@fontsource/jetbrains-mono', 'JetBrains Mono', [400, 700]],
];
let css = '';
for (const [pkg, family, weights] of faces) {
    for (const weight of weights) {
        const file = `${pkg.split('/')[1]}-latin-${weight}-normal.woff2`;
        cpSync(from(`${pkg}/files/${file}`), `${out}/fonts/files/${file}`);
        const looks = `font-family:'${family}';font-style:normal;font-weight:${weight};font-display:swap`;
        css += `@font-face{${looks};src:url(./files/${file}) format('woff2')}\n`;
    }
}
writeFileSync(`${out}/fonts/fonts.css`, css);
