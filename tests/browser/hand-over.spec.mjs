import { expect, job, login, test } from './support.mjs';

test('documents that are ticked are made by the worker and downloaded', async ({ page }) => {
    await login(page, 'tomas');
    await page.goto(`${job}/hand-over`);
    await page.keyboard.press('o');
    await expect(page.locator('#documents')).toBeInViewport();
    for (const box of await page.locator('[name="d[]"]').all()) {
        if ((await box.inputValue()) !== 'cards') await box.uncheck();
    }
    await page.getByRole('button', { name: 'Export selected' }).press('Enter');
    const link = page.getByRole('link', { name: 'Download' });
    await expect(link).toBeVisible({ timeout: 60_000 });
    await expect(page.locator('[role=status]').first()).toContainText('1 file in one archive');
    const download = page.waitForEvent('download');
    await link.click();
    expect((await download).suggestedFilename()).toBe('kestrel-sound-ferries-documents.zip');
});

test('a list that somebody else changed comes back, is shown first, and undone', async ({ page }) => {
    await login(page, 'tomas');
    const list = await (await page.request.get(`${job}/papers/addresses.csv`)).text();
    const name = 'addresses.csv';
    const buffer = Buffer.from(list.replace('Berth 1 camera', 'First berth'));
    await page.goto(`${job}/papers/addresses`);
    await page.keyboard.press('b');
    await page.locator('[name=file]').setInputFiles({ name, mimeType: 'text/csv', buffer });
    await page.getByRole('button', { name: 'Show what would change' }).click();
    await expect(page.locator('.sheet')).toContainText('Name: Berth 1 camera → First berth');
    await page.keyboard.press('t');
    await expect(page.locator('.paper')).toContainText('First berth');
    await page.keyboard.press('z');
    await expect(page.locator('.paper')).toContainText('Berth 1 camera');
});
