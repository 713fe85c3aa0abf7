import { chromium } from '@playwright/test';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, job, login, test } from './support.mjs';
import { video } from './sticker.mjs';

// The shipped camera, quick to start: what is counted are keys, not minutes.
const quickCamera = () => {
    const kind = JSON.parse(readFileSync('profiles/ptz-camera-rotary.json', 'utf8'));
    const steps = kind.steps.map((step) => ({ ...step, timers: (step.timers ?? []).map((timer) => ({ ...timer, seconds: 1 })) }));
    return { ...kind, id: 'quick-camera', bootSeconds: 1, rebootSeconds: 1, steps };
};

const cameras = (count) => ({
    format: 'vorhut-job',
    version: 1,
    job: { name: 'Ten cameras', timezone: 'Europe/Oslo' },
    segments: [{ id: 'video', subnets: [{ prefix: '10.47.220.0/24', gateway: '10.47.220.1' }], ntp: ['10.47.220.9'] }],
    profiles: [quickCamera()],
    devices: Array.from({ length: count }, (_, n) => ({
        id: `camera-${n + 1}`,
        name: `Camera ${n + 1}`,
        profile: 'quick-camera',
        interfaces: [{ segment: 'video', address: `10.47.220.${20 + n}/24`, gateway: '10.47.220.1' }],
    })),
});

test('ten cameras go over the bench with at most five keys each', async ({ page }) => {
    test.setTimeout(240_000);
    await login(page, 'ines');
    const file = { name: 'ten.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(cameras(10))) };
    await page.locator('input[type=file]').first().setInputFiles(file);
    await page.getByRole('button', { name: 'Import' }).first().click();
    await page.waitForURL(/\/job\/ten-cameras/);
    const here = page.url().match(/\/job\/[^/]+/)[0];
    await page.goto(`${here}/vault`);
    await page.keyboard.press('t');
    await expect(page.locator('.head')).toContainText('10 of 10 secrets stored');
    await page.goto(`${here}/bench/several`);
    let keys = 1;
    let powered = 0;
    const finished = page.locator('.head', { hasText: '10 devices, 10 as far as possible now' });
    // While all of them start there is nothing to do yet.
    const goesOn = async () => {
        await expect(page.locator('#batch').or(finished).first()).toBeVisible();
        return (await finished.count()) === 0;
    };
    while (await goesOn()) {
        await expect(page.locator('.batch [data-ends]')).toHaveCount(0);
        const title = await page.locator('.next b').textContent();
        powered += title.startsWith('Connect and switch on') ? 1 : 0;
        expect(await page.locator('.batch small', { hasText: /^\s*has / }).count()).toBeLessThanOrEqual(1);
        const reads = await page.locator('#batch button[name=later]').count();
        const loaded = page.waitForEvent('load');
        await page.keyboard.press(reads > 0 ? 'l' : 'Enter');
        keys += 1;
        await loaded;
        expect(keys).toBeLessThanOrEqual(50);
    }
    expect(powered).toBe(10);
    await expect(page.locator('.batch tbody .is-done')).toHaveCount(await page.locator('.batch tbody .cell').count());
    console.log(`ten cameras: ${keys} keys`);
});

test('stickers before the camera say whose they are, go into fields, and swap a unit', async () => {
    test.setTimeout(240_000);
    const folder = mkdtempSync(join(tmpdir(), 'stickers-'));
    const file = join(folder, 'stickers.y4m');
    const stickers = [
        ['code128', '02470000101C'],
        ['code39', 'KS-NEW-4711'],
        ['qrcode', 'SN:KS-NEW-4712;MAC:024700009912'],
        ['qrcode', 'SN:KS-NEW-4712;MAC:024700009912'],
        ['qrcode', 'SN:KS-NEW-4712;MAC:024700009912'],
    ];
    video(file, stickers);
    const args = ['--no-sandbox', '--use-fake-ui-for-media-stream', '--use-fake-device-for-media-stream', '--disable-gpu'];
    const browser = await chromium.launch({
        executablePath: '/usr/bin/chromium',
        args: [...args, `--use-file-for-fake-video-capture=${file}`],
    });
    try {
        const context = await browser.newContext({ baseURL: process.env.BASE_URL ?? 'http://127.0.0.1:8047' });
        const page = await context.newPage();
        const fetched = [];
        page.on('request', (request) => fetched.push(new URL(request.url()).pathname));
        await login(page, 'tomas');
        await page.goto(`${job}/brief`.replace('/brief', ''));
        await page.keyboard.press('g');
        await page.keyboard.press('s');
        await expect(page.getByRole('heading', { name: 'Identify a device' })).toBeVisible();
        expect(fetched.filter((path) => path.includes('zxing'))).toEqual([]);
        await page.keyboard.press('Enter');
        await expect(page.locator('#which h2')).toHaveText('This is Customs phone', { timeout: 30_000 });
        expect(fetched.filter((path) => path.includes('zxing')).length).toBe(1);
        await expect(page.locator('#which h2')).toHaveText('No planned device has this', { timeout: 30_000 });
        await expect(page.locator('#which input[name=mac]')).toHaveValue('02-47-00-00-99-12', { timeout: 30_000 });
        await expect(page.locator('#which input[name=serial]')).toHaveValue('KS-NEW-4712');
        await page.locator('#which select[name=unit]').selectOption({ label: 'Horn 8' });
        await page.getByRole('button', { name: 'Replace device' }).click();
        await expect(page.locator('.head')).toContainText('KS-NEW-4712');
        await expect(page.locator('.head')).toContainText('02-47-00-00-99-12');
        await page.goto(`${job}/history`);
        await expect(page.locator('main')).toContainText('Replaced device Horn 8: serial KS-NEW-4712');
        await page.goto(`${job}/bench/customs-phone?step=unpack`);
        await page.getByRole('button', { name: 'Scan' }).click();
        await expect(page.locator('input[name="read[0]"]')).not.toHaveValue('', { timeout: 30_000 });
        await expect(page.locator('dialog')).toHaveCount(0);
    } finally {
        await browser.close();
        rmSync(folder, { recursive: true });
    }
});

test('a secret is shown where it is typed, and gone after half a minute', async ({ page }) => {
    await page.clock.install();
    await login(page, 'tomas');
    await page.goto(`${job}/bench/ramp-phone?step=secure`);
    if (await page.getByRole('button', { name: 'Generate' }).count()) await page.getByRole('button', { name: 'Generate' }).click();
    await expect(page.getByRole('button', { name: 'Show for 30 s' }).first()).toBeVisible();
    expect(await page.content()).not.toMatch(/class="v value">\s*\d{6}\s*</);
    await page.keyboard.press('s');
    const shown = page.locator('.shown .value');
    await expect(shown).toHaveText(/^\d{6}$/);
    const value = await shown.textContent();
    await expect(page.locator('.shown .typed li')).toHaveCount(6);
    await page.clock.runFor(29_000);
    await expect(shown).toHaveText(value);
    await page.clock.runFor(2000);
    await expect(shown).toHaveCount(0);
    expect(await page.content()).not.toContain(value);
});
