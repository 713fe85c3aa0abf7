import { readFileSync } from 'node:fs';
import { expect, login, test } from './support.mjs';

const lab = '/job/the-lab';

/** The demo two networks further, so that a lab that runs on this machine is not in the way. */
function shifted() {
    const text = readFileSync('demo/kestrel-sound.json', 'utf8');
    const file = JSON.parse(text.replaceAll('10.47.', '10.149.').replace(/"172\.16\.([149])\./g, '"172.28.$1.'));
    return Buffer.from(JSON.stringify({ ...file, job: { ...file.job, name: 'The lab' } }));
}

test('what is predicted is what the lab shows, and both turn with the plan', async ({ page }) => {
    test.setTimeout(240_000);
    await login(page);
    await page.getByLabel('Job file (.json)').setInputFiles({ name: 'lab.json', mimeType: 'application/json', buffer: shifted() });
    await page.getByRole('button', { name: 'Import' }).click();
    await expect(page.getByRole('heading', { name: 'The lab' }).or(page.locator('.said a').first())).toBeVisible();
    await expect.poll(() => readFileSync(process.env.LAB_LOG, 'utf8'), { timeout: 40_000 }).toMatch(/[1-9]\d+ stand-ins run/);

    await page.goto(`${lab}/proof`);
    await page.keyboard.press('t');
    await expect(page.locator('.said progress')).toBeVisible();
    await page.reload();
    await expect(page.getByRole('status').filter({ hasText: 'Live test' })).toContainText('all as predicted', { timeout: 40_000 });
    await expect(page.locator('.differs, b.care')).toHaveCount(0);

    await page.goto(`${lab}/proof?axis=kind&row=Stations&column=Receivers`);
    await page.keyboard.press('i');
    await expect(page.getByRole('status').filter({ hasText: 'Live test' })).toContainText('7 pairs tested', { timeout: 40_000 });
    await page.goto(`${lab}/proof?axis=kind&row=Desk+phones&column=Horns`);
    await page.keyboard.press('e');
    await expect(page.getByRole('status').filter({ hasText: 'Live test' })).toContainText('1 pair tested', { timeout: 40_000 });

    const pair = `${lab}/proof?intent=hut-calls-control&pair=${encodeURIComponent('hut-phone>control-phone-1')}`;
    await page.goto(pair);
    await expect(page.locator('#why-inner')).toContainText(/RTP there: heard, 0 lost, RTP back: [1-9]\d* packets/);

    await page.goto(`${lab}/devices?q=hut`);
    const gateway = page.locator('tr[data-name="Hut phone"] td[data-field=gateway]');
    await gateway.click();
    await page.keyboard.press('Enter');
    await page.locator('td.cell input').fill('');
    await page.keyboard.press('Enter');
    await expect(page.locator('#undo-bar')).toContainText('Hut phone');
    await expect
        .poll(() => readFileSync(process.env.LAB_LOG, 'utf8').match(/stand-ins run/g)?.length, { timeout: 40_000 })
        .toBeGreaterThan(1);
    await page.goto(pair);
    await expect(page.locator('#why-inner h2').first()).toContainText('no gateway is set');
    await page.keyboard.press('l');
    await expect(page.getByRole('status').filter({ hasText: 'Live test' })).toContainText('1 pair tested', { timeout: 40_000 });
    await expect(page.locator('#why-inner')).toContainText('REGISTER Hut phone: no answer');
    await expect(page.locator('tr.sel b.care')).toHaveCount(0);
});
