import { expect, job, login, test } from './support.mjs';

const seconds = async (locator) => {
    const [minutes, rest] = (await locator.textContent()).split(':').map(Number);
    return minutes * 60 + rest;
};

test('a time is right after a reload and in another browser', async ({ page, browser }) => {
    await login(page, 'tomas');
    await page.goto(`${job}/bench/ramp-phone?step=clean`);
    await page.keyboard.press('x');
    const strip = page.locator('.strip li', { hasText: 'Ramp telephone' });
    await expect(strip.locator('.left')).toHaveText(/^0:(50|4\d)$/);
    await page.waitForTimeout(2000);
    const before = await seconds(strip.locator('.left'));
    await page.reload();
    const after = await seconds(strip.locator('.left'));
    expect(before - after).toBeGreaterThanOrEqual(0);
    expect(before - after).toBeLessThanOrEqual(4);
    const other = await browser.newPage();
    await login(other, 'ines');
    await other.goto(`${job}/networks`);
    const there = await seconds(other.locator('.strip li', { hasText: 'Ramp telephone' }).locator('.left'));
    const here = await seconds(strip.locator('.left'));
    expect(Math.abs(there - here)).toBeLessThanOrEqual(1);
    await other.close();
    await strip.getByRole('button', { name: 'Remove' }).click();
    await expect(page.locator('.strip')).toHaveCount(0);
});

test('a unit goes from the carton to as-left by keyboard alone, a key a step', async ({ page }) => {
    await login(page, 'tomas');
    await page.goto(`${job}/bench/slip-box`);
    const steps = await page.locator('.todo .stage li').count();
    expect(steps).toBeGreaterThan(10);
    for (let step = 1; step <= steps; step += 1) {
        // What is to be read back is read later, by choice: Enter alone would be refused.
        const reads = await page.locator('button[name=later]').count();
        await page.keyboard.press(reads > 0 ? 'l' : 'Enter');
        await expect(page.locator('.head')).toContainText(`${step} of ${steps} done`);
    }
    await expect(page.locator('.next')).toContainText('Slip shelter box is configured');
    await expect(page.locator('.head')).toContainText('as left');
});

test('a step that waits says for what and leads there; the reserved number is refused', async ({ page }) => {
    await login(page, 'tomas');
    await page.goto(`${job}/bench/timetable?step=projector`);
    await expect(page.locator('.waits')).toContainText('Content keys is ordered');
    await page.locator('.waits').getByRole('link', { name: 'Open licence' }).click();
    await expect(page.locator('#form')).toHaveText('Content keys');
    await page.goto(`${job}/bench/hall-music?step=number`);
    await page.getByRole('link', { name: 'Source number' }).click();
    const value = page.locator('#value-source-number');
    await value.getByLabel('Value').fill('7');
    await value.getByRole('button', { name: 'Set value' }).click();
    await expect(page.getByRole('alert')).toContainText('allowed is a whole number from 1 to 8, not 7, 8');
});

test('typing is practised on the drawn keys', async ({ page }) => {
    await login(page, 'vera');
    await page.goto(`${job}/kinds/desk-phone-keypad/practice?text=1a7`);
    const press = (key) => page.locator(`[data-press="${key}"]`).click();
    await page.keyboard.press('1');
    await press('soft key 2');
    await press('2');
    await press('2');
    await expect(page.locator('.typed-text')).toHaveText('1b');
    await press('soft key 1');
    await press('2');
    for (const key of ['soft key 2', 'soft key 2', '7']) await press(key);
    await expect(page.locator('.outcome')).toContainText(/There: 9 presses in .* s; at best it takes 6\./);
    await page.keyboard.press('b');
    await expect(page.locator('.typed-text')).toHaveText('');
});
