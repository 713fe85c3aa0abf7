import { longNames } from './long-names.mjs';
import { misplaced } from './measure.mjs';
import { expect, login, test } from './support.mjs';

const views = [
    '',
    'networks',
    'devices?sel=berth-1',
    'pairings',
    'bench',
    'bench/berth-4',
    'bench/schedule',
    'voice',
    'media',
    'chains',
    'rooms',
    'light',
    'power',
    'cables',
    'proof',
    'proof/what-if',
    'hand-over',
    'ask',
    'dates',
    'phones',
    'find?q=annex',
    'records/routers/core',
    'lists/fixtures',
    'papers/addresses',
];

test('names as long as names get, and 2,000 devices, neither cut nor overlap anything', async ({ page }) => {
    test.setTimeout(600_000);
    await login(page);
    const file = { name: 'long.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(longNames())) };
    await page.getByLabel('Job file (.json)').setInputFiles(file);
    await page.getByRole('button', { name: 'Import' }).click();
    await expect(page.locator('.said').first()).toContainText('with 2001 devices', { timeout: 180_000 });
    const job = await page.locator('.said a').first().getAttribute('href');
    const faults = [];
    for (const view of views) {
        await page.goto(`${job}/${view}`);
        for (const width of [1280, 820, 390]) {
            await page.setViewportSize({ width, height: 844 });
            faults.push(...(await misplaced(page)).map((fault) => `${view} at ${width}: ${fault}`));
        }
    }
    expect(faults).toEqual([]);
});
