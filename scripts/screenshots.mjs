// Takes the pictures of docs/screenshots from the running demo: node scripts/screenshots.mjs   (bin/start --fresh first)
// Pages of PDFs are drawn by pdftoppm and put beside each other by ffmpeg.
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { chromium } from '@playwright/test';
import config from '../playwright.config.mjs';

const base = process.env.BASE_URL ?? `http://127.0.0.1:${process.env.VORHUT_PORT ?? 8047}`;
const job = '/job/kestrel-sound-ferries';
const shots = [
    ['brief', job],
    ['networks', `${job}/networks?from=guests`],
    ['cables', `${job}/cables`],
    ['devices', `${job}/devices`],
    ['media', `${job}/media`],
    ['chains', `${job}/chains`],
    ['light', `${job}/light`],
    ['power', `${job}/power`],
    ['voice', `${job}/voice?from=2001&number=0112`],
    [
        'bench',
        `${job}/bench/berth-4?step=contact`,
        {
            act: async (page) => {
                await page.fill('[name=laptop]', 'eth0=10.47.30.9/24 wlan0=192.0.2.17/24,wifi');
                await page.getByRole('button', { name: 'Save and check for conflicts' }).click();
                await page.waitForLoadState();
            },
        },
    ],
    ['ask', `${job}/ask`],
    ['vault', `${job}/vault`],
    ['pairings', `${job}/pairings`],
    ['bench-phone', `${job}/bench/ramp-phone?step=clean`, { width: 390, height: 844 }],
    [
        'proof',
        `${job}/proof`,
        {
            height: 960,
            act: async (page) => {
                await page.keyboard.press('t');
                await page.locator('.said', { hasText: 'as predicted' }).waitFor({ timeout: 60000 });
                await page.goto(`${base}${job}/proof`);
            },
        },
    ],
    [
        'hand-over',
        `${job}/hand-over`,
        {
            act: async (page) => {
                await visit(page, 'before it is signed');
                await page.getByText('Sign', { exact: true }).click();
                await page.fill('[name=takenBy]', 'Runa Fell');
                await page.getByRole('button', { name: 'Sign and freeze this state' }).click();
                for (const [device, fault] of faults) await turn(page, device, fault);
                // The lab follows within two seconds.
                await page.waitForTimeout(4000);
                await visit(page, 'a year later');
            },
        },
    ],
    [
        'visit',
        `${job}/hand-over`,
        {
            act: async (page) => {
                await page.getByRole('link', { name: 'Results' }).click();
                await page.waitForLoadState();
            },
        },
    ],
];
// A page of the proof and one of the units.
const paperPages = [25, 30];
const faults = [
    ['berth-2', 'exchanged'],
    ['ticket-3', 'other-firmware'],
    ['slip-camera', 'off'],
];

async function visit(page, note) {
    await page.goto(`${base}${job}/hand-over`);
    await page.fill('[name=note]', note);
    await page.getByRole('button', { name: 'Test all devices and intents' }).click();
    await page.locator('progress').waitFor({ timeout: 20000 });
    await page.getByRole('link', { name: 'Results' }).waitFor({ timeout: 120000 });
}

async function turn(page, device, fault) {
    await page.goto(`${base}${job}/proof`);
    await page.getByText('Simulate a fault').click();
    await page.selectOption('#lab select[name=device]', device);
    await page.selectOption('#lab select[name=fault]', fault);
    await page.getByRole('button', { name: 'Apply in the lab' }).click();
    await page.locator('.lab-turned').waitFor();
}

// Some pages of a PDF beside each other.
function drawn(name, bytes, pages) {
    const folder = mkdtempSync(`${tmpdir()}/pages-`);
    writeFileSync(`${folder}/all.pdf`, bytes);
    const inputs = pages.flatMap((page, n) => {
        const one = ['-png', '-r', '78', '-f', `${page}`, '-l', `${page}`, '-singlefile', `${folder}/all.pdf`, `${folder}/${n}`];
        execFileSync('pdftoppm', one);
        return ['-i', `${folder}/${n}.png`];
    });
    const join = pages.length > 1 ? ['-filter_complex', `hstack=inputs=${pages.length}`] : [];
    execFileSync('ffmpeg', ['-v', 'error', '-y', ...inputs, ...join, `docs/screenshots/${name}.png`]);
    rmSync(folder, { recursive: true });
}

const browser = await chromium.launch(config.use.launchOptions);
const context = await browser.newContext();
const page = await context.newPage();
await page.goto(`${base}/login`);
await page.fill('[name=_username]', 'ines');
await page.fill('[name=_password]', 'ferry-bell-lamp');
await page.click('button[type=submit]');
for (const [name, path, { width = 1280, height = 800, dark = false, act = null } = {}] of shots) {
    await page.setViewportSize({ width, height });
    await page.emulateMedia({ colorScheme: dark ? 'dark' : 'light' });
    await page.goto(base + path);
    if (act) await act(page);
    await page.evaluate(() => scrollTo(0, 0));
    await page.waitForTimeout(300);
    await page.screenshot({ path: `docs/screenshots/${name}.png` });
}
await page.goto(`${base}${job}/hand-over`);
for (const box of await page.locator('[name="d[]"]').all()) {
    if ((await box.inputValue()) !== 'hand-over') await box.uncheck();
}
await page.getByRole('button', { name: 'Export selected' }).click();
const made = page.getByRole('link', { name: 'Download' });
await made.waitFor({ timeout: 60000 });
const archive = await (await context.request.get(base + (await made.getAttribute('href')))).body();
const folder = mkdtempSync(`${tmpdir()}/documents-`);
writeFileSync(`${folder}/documents.zip`, archive);
drawn('paper', execFileSync('unzip', ['-p', `${folder}/documents.zip`, 'hand-over.pdf'], { maxBuffer: 64e6 }), paperPages);
rmSync(folder, { recursive: true });
const labels = await context.request.get(`${base}${job}/hand-over/labels.pdf`);
drawn('labels', await labels.body(), [1]);
await browser.close();
