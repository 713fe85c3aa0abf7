import { expect, job, login, test } from './support.mjs';

test('from the matrix to a cell, its trace, and the request to the client, by one key', async ({ page, context }) => {
    await context.grantPermissions(['clipboard-read', 'clipboard-write']);
    await login(page, 'tomas');
    await page.goto(`${job}/proof`);
    await page.getByRole('link', { name: 'by segment' }).click();
    await expect(page.locator('.matrix')).toContainText('Skerry Slip');
    await page.locator('.matrix a[title^="Skerry Slip to Voice"]').click();
    await expect(page.locator('table.intents tbody tr')).toHaveCount(2);
    await expect(page.locator('tr.sel')).toContainText('Skerry Slip calls the waiting hall');
    await expect(page.locator('#why-inner h2').first()).toContainText('Slip router blocks');
    await expect(page.locator('.trace')).toBeVisible();
    await page.keyboard.press('c');
    await expect
        .poll(() => page.evaluate(() => navigator.clipboard.readText()))
        .toContain('permit udp port 11000 from 10.47.70.0/26 to 10.47.10.0/24');
});

test('a change is tried, kept and undone by keyboard alone', async ({ page }) => {
    await login(page);
    await page.goto(`${job}/proof`);
    await page.keyboard.press('w');
    await expect(page.getByRole('heading', { name: 'What if', exact: true })).toBeVisible();
    await page.keyboard.type('Sound, halls and pers');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('alert')).toContainText('Did you mean Sound, halls and piers (segment)?');
    await page.locator('[name=thing]').fill('Sound, halls and piers');
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: /^Try\s*: IGMP querier/ }).press('Enter');
    await expect(page.locator('.next')).toContainText('8 fixed, 0 broken');
    await page.locator('h1').click();
    await page.keyboard.press('k');
    await expect(page.locator('#undo-bar')).toContainText('IGMP querier');
    await expect(page.locator('.matrix a[title*="works: 8"]').first()).toBeVisible();
    await page.keyboard.press('z');
    await expect(page.locator('.matrix a[title*="stops after 260 s: 8"]').first()).toBeVisible();
});
