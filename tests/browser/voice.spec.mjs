import { expect, job, login, test } from './support.mjs';

test('a number is dialled on paper by keyboard, and its way is drawn', async ({ page }) => {
    await login(page, 'tomas');
    await page.goto(job);
    await page.keyboard.press('g');
    await Promise.all([page.waitForEvent('load'), page.keyboard.press('v')]);
    await page.keyboard.press('d');
    await page.keyboard.type('0112');
    await Promise.all([page.waitForEvent('load'), page.keyboard.press('Enter')]);
    await expect(page.locator('.callpath')).toContainText('Town services');
    await expect(page.locator('.verdict')).toContainText('the emergency call does not arrive');
    await page.locator('[name=number]').fill('2003');
    await Promise.all([page.waitForEvent('load'), page.locator('[name=number]').press('Enter')]);
    await expect(page.locator('.verdict')).toContainText('Ticket 3 (2003) rings');
});

test('numbers are made, phones are known, a file is served and fetched once with its secret', async ({ page, request }) => {
    await login(page, 'ines');
    await page.goto(`${job}/voice`);
    await Promise.all([page.waitForEvent('load'), page.keyboard.press('s')]);
    await page.locator('[name=first]').fill('2014');
    await page.locator('[name=names]').fill('Storeroom\nWorkshop');
    await Promise.all([page.waitForEvent('load'), page.keyboard.press('Control+Enter')]);
    await expect(page.locator('.sheet h2')).toHaveText('2 would be created');
    await Promise.all([page.waitForEvent('load'), page.keyboard.press('t')]);
    await expect(page.locator('.head')).toContainText('26 extensions');
    await Promise.all([page.waitForEvent('load'), page.keyboard.press('z')]);
    await expect(page.locator('.head')).toContainText('24 extensions');
    await page.goto(`${job}/phones`);
    await Promise.all([page.waitForEvent('load'), page.keyboard.press('t')]);
    const url = await page.locator('.served [data-copy]').getAttribute('data-copy');
    const row = page.locator('.phones tbody tr', { hasText: '2003' });
    await Promise.all([page.waitForEvent('load'), row.getByRole('button', { name: 'Release password' }).click()]);
    await expect(page.locator('.phones tbody tr', { hasText: '2003' })).toContainText('password released for one fetch');
    const first = await (await request.get(`${url}024700001016.ini`)).text();
    const second = await (await request.get(`${url}024700001016.ini`)).text();
    expect(first).toMatch(/^secret = \S{20,}$/m);
    expect(second).toContain('number = 2003');
    expect(second).not.toMatch(/secret/);
    await page.reload();
    await expect(page.locator('.phones tbody tr', { hasText: '2003' })).toContainText('fetched');
});
