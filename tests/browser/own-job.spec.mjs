import { expect, login, test } from './support.mjs';

/** A stranger's own job from nothing to proof, by keyboard: what is typed, tabbed and pressed, and nothing is clicked. */
test('a job of their own is planned from two lists and proven on paper without a mouse or a file', async ({ page, context }) => {
    await context.grantPermissions(['clipboard-read', 'clipboard-write']);
    await login(page);
    const keys = async (...pressed) => {
        for (const key of pressed) await page.keyboard.press(key);
    };
    const goes = async (key) => {
        await Promise.all([page.waitForNavigation(), page.keyboard.press(key)]);
    };
    const paste = async (text) => {
        await page.evaluate((value) => navigator.clipboard.writeText(value), text);
        await keys('Control+V');
    };
    const tabTo = async (name) => {
        const here = () => page.evaluate((wanted) => document.activeElement?.name === wanted, name);
        for (let n = 0; n < 80 && !(await here()); n += 1) await keys('Tab');
        expect(await here(), `a field ${name} can be reached`).toBe(true);
    };

    await keys('n');
    await page.keyboard.type('Winter harbour');
    await goes('Control+Enter');
    const networks = [
        ['Winter voice', '210', '10.47.110.0/24', '10.47.110.1'],
        ['Winter control', '230', '10.47.130.0/24', '10.47.130.1'],
        ['Winter sound', '240', '10.47.140.0/24', '10.47.140.1'],
    ];
    for (const values of networks) {
        await goes('n');
        for (const value of values) {
            await page.keyboard.type(value);
            await keys('Tab');
        }
        await goes('Control+Enter');
    }
    await expect(page.locator('.netmap .lane')).toHaveCount(3);
    await expect(page.locator('.netmap .post circle')).toHaveCount(3);

    await keys('g');
    await goes('d');
    await goes('l');
    await paste(
        [
            'Winter harbour, rev 3;;;;;',
            'Bezeichnung;Typ;Raum;Netz;MAC-Adresse;Durchwahl',
            'Phone system;IP phone system;Winter house;210;02:47:00:00:a0:01;',
            'Winter phone 1;Tischtelefon;Winter house;210;02:47:00:00:b0:01;2501',
            'Winter phone 2;Tischtelefon;Chart room;210;02:47:00:00:b0:0Z;2502',
            'Microphone desk;Microphone management station;Winter house;230;02:47:00:00:a2:02;',
            'Winter receiver 1;Wireless-microphone receiver;Winter house;240;02:47:00:00:a3:01;',
            'Winter receiver 2;Wireless-microphone receiver;Winter house;240;02:47:00:00:a3:02;',
            'Summe;6;;;;',
        ].join('\n'),
    );
    await goes('Control+Enter');
    await tabTo('kinds[0][is]');
    await page.keyboard.type('Desk phone, p');
    await tabTo('places');
    await keys('Space');
    await goes('Control+Enter');
    await tabTo('mend[5][4]');
    await keys('Control+A');
    await page.keyboard.type('02:47:00:00:b0:02');
    await goes('Control+Enter');
    await tabTo('numbers');
    await keys('Space');
    await goes('Control+Enter');
    await expect(page.locator('.next')).toContainText('6 new, 0 changed');
    await goes('t');
    await expect(page.locator('tbody tr')).toHaveCount(6);
    await goes('p');
    await goes('t');

    await keys('g');
    await goes('p');
    await expect(page.locator('.usuals')).toContainText('Phones register at Phone system');
    for (let left = 8; left > 0 && (await page.locator('.usuals form').count()) > 0; left -= 1) await goes('1');
    for (let left = 5; left > 0 && (await page.locator('.next [data-key=a]').count()) > 0; left -= 1) await goes('a');
    await expect(page.locator('#way')).toContainText('all 3 intents hold');
    await goes('z');
    await expect(page.locator('#way')).toContainText('1 of 3 intents fail');
});

test('rules change their order by keyboard and say what they decide', async ({ page }) => {
    await login(page);
    await page.goto('/job/kestrel-sound-ferries/records/routers/core');
    const first = page.locator('[name="rules[0][to]"]');
    const rules = page.locator('fieldset:has-text("Filter rules") > [data-row]');
    await expect(rules.first()).toContainText('matches 2 pairs');
    await first.focus();
    await page.keyboard.press('Alt+ArrowDown');
    await expect(first).toBeFocused();
    await expect(rules.nth(1).locator('[data-number]')).toHaveText('2');
    await expect(rules.nth(1).locator('[name$="[to]"]')).toHaveAttribute('name', 'rules[0][to]');
    await page.keyboard.press('Control+Enter');
    await expect(page.locator('#undo-bar')).toContainText('Changed router Core router');
    await expect(page.locator('[name="rules[1][to]"]')).toHaveValue('10.47.10.0/24');
    await page.locator('body').press('z');
    await expect(first).toHaveValue('10.47.10.0/24');
});

test('units are ticked and changed together from the table alone', async ({ page }) => {
    await login(page, 'tomas');
    await page.goto('/job/kestrel-sound-ferries/devices?profile=paging-horn');
    await expect(page.locator('.many')).toBeHidden();
    for (const key of ['ArrowDown', 'x', 'ArrowDown', 'x']) await page.keyboard.press(key);
    await expect(page.locator('td.pick input:checked')).toHaveCount(2);
    await expect(page.locator('.many')).toBeVisible();
    await page.locator('.many [name=stage]').selectOption('set-up');
    await page.locator('.many [name=stage]').focus();
    await page.keyboard.press('Control+Enter');
    await expect(page.locator('#undo-bar')).toContainText('Changed stage of 2 devices');
    await page.locator('body').press('z');
    await expect(page.locator('#undo-bar')).toContainText('Changed stage of 2 devices');
});
