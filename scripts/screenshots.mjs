// Takes the pictures of docs/screenshots from the running demo: node scripts/screenshots.mjs   (bin/start --fresh first)
import { chromium } from '@playwright/test';
import config from '../playwright.config.mjs';

const base = process.env.BASE_URL ?? `http://127.0.0.1:${process.env.VORHUT_PORT ?? 8047}`;
const job = '/job/kestrel-sound-ferries';
const shots = [
    ['jobs', '/'],
    ['brief', job],
    ['networks', `${job}/networks?from=guests`],
    ['cables', `${job}/cables`],
    ['devices', `${job}/devices`],
    ['media', `${job}/media`],
    ['chains', `${job}/chains`],
    ['light', `${job}/light`],
    ['power', `${job}/power`],
    ['voice', `${job}/voice?from=2001&number=0112`],
    ['phones', `${job}/phones`],
    [
        'bench',
        `${job}/bench/berth-4?step=contact`,
        {
            act: async (page) => {
                await page.fill('[name=laptop]', 'eth0=10.47.30.9/24 wlan0=192.0.2.17/24,wifi');
                await page.getByRole('button', { name: 'Remember' }).click();
                await page.waitForLoadState();
            },
        },
    ],
    ['ask', `${job}/ask`],
    ['schedule', `${job}/bench/schedule?n=3`],
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
        'several',
        `${job}/ask`,
        {
            act: async (page) => {
                await page.fill('[name="answers[address.berth-4.0]"]', '10.47.20.34');
                await page.fill('[name="answers[address.berth-5.0]"]', '10.47.20.35');
                await page.getByRole('button', { name: 'See what the answers fill' }).click();
                const press = async (key) => {
                    const loaded = page.waitForEvent('load');
                    await page.keyboard.press(key);
                    await loaded;
                };
                await press('t');
                await page.goto(`${base}${job}/vault`);
                await press('t');
                await page.goto(`${base}${job}/bench/several?of=kind:ptz-camera-rotary`);
                for (let n = 0; n < 6; n += 1) await press('Enter');
            },
        },
    ],
];
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
    await page.waitForTimeout(300);
    await page.screenshot({ path: `docs/screenshots/${name}.png` });
}
await browser.close();
