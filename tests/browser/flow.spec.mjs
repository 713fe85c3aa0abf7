import { expect, job, login, test } from './support.mjs';

test('the proof turns with the suggested change and turns back with undo, by keyboard alone', async ({ page }) => {
    await login(page, 'tomas');
    await page.goto(`${job}/proof`);
    const row = page.locator('tr.sel').first();
    await expect(row).toContainText('3 no reply');
    await expect(page.locator('.trace')).toHaveAttribute('aria-label', /no gateway set/i);
    await page.keyboard.press('a');
    await expect(page.locator('#undo-bar')).toContainText('Set gateway 10.47.60.1 on Receiver 3 and Receiver 4');
    await page.goto(`${job}/proof?intent=station-receivers&pair=mic-station%3Ereceiver-3`);
    await expect(page.locator('#intent')).toContainText('predicted');
    await expect(page.locator('#intent')).toContainText('works');
    await page.keyboard.press('z');
    await expect(page.locator('#intent')).toContainText('no reply');
});

test('cells are edited with arrows and Enter, mistakes are said at the cell, and saved ones change the way', async ({ page }) => {
    await login(page, 'tomas');
    await page.goto(`${job}/devices?q=receiver`);
    const cell = page.locator('tr[data-name="Receiver 3"] td[data-field=gateway]');
    await cell.click();
    await expect(page.locator('#why-inner h2')).toHaveText('Receiver 3');
    await page.keyboard.press('Enter');
    await page.keyboard.type('10.47.60.300');
    await page.keyboard.press('Enter');
    await expect(page.locator('#cell-problem')).toContainText('10.47.60.300');
    await expect(page.locator('td.cell input')).toHaveValue('10.47.60.300');
    await page.locator('td.cell input').fill('10.47.60.1');
    await page.keyboard.press('Enter');
    await expect(page.locator('#cell-problem')).toBeHidden();
    await expect(cell).toHaveText('10.47.60.1');
    await expect(page.locator('#undo-bar')).toContainText('Changed Gateway of Receiver 3');
    await expect(page.locator('#way')).toContainText('16 findings');
    await expect(page.locator('tr[data-name="Receiver 4"] td[data-field=gateway]')).toBeFocused();
    await page.keyboard.press('ArrowLeft');
    await expect(page.locator('tr[data-name="Receiver 4"] td[data-field=address]')).toBeFocused();
    await page.keyboard.press('z');
    await expect(cell).toHaveText('');
});

test('an edit made after the log-in ran out is kept, and saved after logging in again', async ({ page }) => {
    await login(page, 'tomas');
    await page.goto(`${job}/devices?q=receiver`);
    const cell = page.locator('tr[data-name="Receiver 3"] td[data-field=gateway]');
    await cell.click();
    await expect(page.locator('#why-inner h2')).toHaveText('Receiver 3');
    await page.context().clearCookies();
    await page.keyboard.press('Enter');
    await page.locator('td.cell input').fill('10.47.60.1');
    await page.keyboard.press('Enter');
    await expect(page.locator('#cell-problem')).toContainText('You were logged out');
    await page.locator('#cell-problem a').click();
    await page.getByLabel('Name').fill('tomas');
    await page.getByLabel('Password').fill('ferry-bell-lamp');
    await page.keyboard.press('Enter');
    await expect(cell).toHaveText('10.47.60.1');
    await expect(page.locator('#undo-bar')).toContainText('Changed Gateway of Receiver 3');
    await page.keyboard.press('z');
    await expect(cell).toHaveText('');
});

test('a list pasted from a spreadsheet is previewed, taken over, addressed and undone', async ({ page, context }) => {
    await context.grantPermissions(['clipboard-read', 'clipboard-write']);
    await login(page, 'tomas');
    await page.goto(`${job}/devices`);
    await page.evaluate(() => {
        const data = new DataTransfer();
        data.setData(
            'text/plain',
            [
                'Name\tKind\tSegment\tMAC',
                'Slip horn 1\tpaging-horn\tsound\t02-47-00-00-51-01',
                'Slip horn 2\tpaging-horn\tsound\t02-47-00-00-51-O2',
                '',
            ].join('\n'),
        );
        document.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true }));
    });
    await expect(page.getByRole('heading', { name: 'What would change' })).toBeVisible();
    await expect(page.locator('.next')).toContainText('1 new');
    await expect(page.locator('main')).toContainText('line 3, MAC');
    await Promise.all([page.waitForEvent('load'), page.keyboard.press('t')]);
    await expect(page.locator('.next')).toContainText('4 devices have no address');
    await Promise.all([page.waitForEvent('load'), page.keyboard.press('p')]);
    await expect(page.locator('tbody')).toContainText('Slip horn 1');
    await page.getByRole('button', { name: 'all' }).click();
    await expect(page.getByRole('checkbox').first()).not.toBeChecked();
    await page.getByRole('button', { name: 'all' }).click();
    await Promise.all([page.waitForEvent('load'), page.keyboard.press('t')]);
    await expect(page.locator('main')).not.toContainText('have no address');
    await page.keyboard.press('z');
    await expect(page.locator('.next')).toContainText('4 devices have no address');
    await page.goto(`${job}/devices?q=slip+horn`);
    await page.locator('td[data-field=name] a').click();
    await page.getByRole('button', { name: 'remove Slip horn 1' }).click();
});

test('the bench leads through first contact with exact values to copy', async ({ page, context }) => {
    await context.grantPermissions(['clipboard-read', 'clipboard-write']);
    await login(page, 'tomas');
    await page.goto(`${job}/bench`);
    await page.goto(`${job}/bench/berth-4?step=contact`);
    await page.keyboard.press('1');
    await expect(page.locator('#live')).toHaveText('Copied 192.0.2.250');
    expect(await page.evaluate(() => navigator.clipboard.readText())).toBe('192.0.2.250');
    await page.getByLabel('Current adapter addresses').fill('wlan0=192.0.2.17/24');
    await page.getByRole('button', { name: 'Save and check for conflicts' }).click();
    await expect(page.locator('main')).toContainText('Switch Wi-Fi off');
    await page.goto(`${job}/bench/berth-5?step=unpack`);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('alert')).toContainText('what was read');
    await page.keyboard.press('l');
    await expect(page.locator('main')).toContainText('1 of 17 done');
    await page.goto(`${job}/bench/berth-5?step=unpack`);
    await page.getByRole('button', { name: 'Undo step' }).click();
});

test('the jump field finds a MAC in any notation and opens it on Enter', async ({ page }) => {
    await login(page, 'vera');
    await page.goto(job);
    await page.keyboard.press('/');
    await page.keyboard.type('0247.0000.2015');
    await expect(page.locator('#hits a')).toHaveText([/Berth 1 camera/]);
    await page.keyboard.press('Enter');
    await expect(page.locator('#why-inner h2')).toHaveText('Berth 1 camera');
    await page.keyboard.press('/');
    await page.keyboard.type('carrier');
    await expect(page.locator('#hits a').first()).toContainText('Trunk');
    await page.keyboard.press('Escape');
    await page.keyboard.press('g');
    await page.keyboard.press('p');
    await expect(page.getByRole('heading', { name: 'Proof' })).toBeVisible();
    await page.goBack();
    await expect(page.locator('#why-inner h2')).toHaveText('Berth 1 camera');
    await page.goForward();
    await expect(page.getByRole('heading', { name: 'Proof' })).toBeVisible();
    await page.keyboard.press('?');
    await expect(page.locator('#keys')).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(page.locator('#keys')).toBeHidden();
    await page.goto(`${job}/networks`);
    await page.getByRole('link', { name: 'Help' }).click();
    await expect(page.locator('#keys')).toContainText('How to read a ruler');
    await page.getByRole('button', { name: 'Close' }).click();
    await expect(page.locator('#keys')).toBeHidden();
});

test('a large job file comes in through the worker with progress', async ({ page }) => {
    await login(page);
    const devices = Array.from({ length: 900 }, (_, n) => ({
        id: `u-${n}`,
        name: `Unit ${n}`,
        profile: 'paging-horn',
        serial: `KS-${n}`,
        interfaces: [
            { name: 'lan', segment: 'a', mode: 'static', address: `10.47.${80 + Math.floor(n / 200)}.${10 + (n % 200)}/20`, gateway: null },
        ],
        notes: undefined,
        'x-pad': 'p'.repeat(200),
    }));
    const file = {
        format: 'vorhut-job',
        version: 1,
        job: { name: 'Nine hundred horns' },
        segments: [{ id: 'a', subnets: [{ prefix: '10.47.80.0/20' }] }],
        devices,
    };
    await page
        .getByLabel('Job file (.json)')
        .setInputFiles({ name: 'horns.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(file)) });
    await page.getByRole('button', { name: 'Import' }).click();
    await expect(page.locator('.said').first()).toContainText('with 900 devices', { timeout: 60_000 });
    await page.locator('.said a').click();
    await expect(page.getByRole('heading', { name: 'Nine hundred horns' })).toBeVisible();
});

test('two technicians at one cell: the second is told who was first, and keeps what was typed', async ({ page, browser }) => {
    await login(page, 'tomas');
    await page.goto(`${job}/devices?q=berth+1`);
    const other = await (await browser.newContext({ baseURL: new URL(page.url()).origin })).newPage();
    await login(other, 'ines');
    await other.goto(`${job}/devices?q=berth+1`);
    const edit = async (who, text) => {
        await who
            .locator('td[data-field=name]')
            .first()
            .click({ position: { x: 2, y: 2 } });
        await who.keyboard.press('Enter');
        await who.locator('td.cell input').fill(text);
        await who.keyboard.press('Enter');
    };
    await edit(other, 'Berth one camera');
    await expect(other.locator('#undo-bar')).toContainText('Changed Name of Berth 1 camera');
    await edit(page, 'Berth uno camera');
    await expect(page.locator('#cell-problem')).toContainText('Ines Aldermoor changed Berth one camera at');
    await expect(page.locator('td.cell input')).toHaveValue('Berth uno camera');
    await page.keyboard.press('Escape');
    await expect(page.locator('#cell-problem')).toBeHidden();
    await other.keyboard.press('z');
    await expect(other.locator('td[data-field=name]').first()).toContainText('Berth 1 camera');
    await other.context().close();
});

test('what somebody saw stands beside the prediction, with name', async ({ page }) => {
    await login(page, 'tomas');
    await page.goto(`${job}/proof?intent=hut-calls-control`);
    await page.getByLabel('Test result').selectOption('one-way');
    await page.getByLabel('Note').fill('heard nothing in the hut');
    await page.getByRole('button', { name: 'Record' }).click();
    await expect(page.locator('#intent')).toContainText('one-way');
    await expect(page.locator('#intent')).toContainText('Tomas Wray');
    await expect(page.locator('main')).toContainText('differs');
});

test('a viewer sees everything and is offered no change', async ({ page }) => {
    await login(page, 'vera');
    for (const view of ['', '/networks', '/devices?sel=receiver-3', '/bench/berth-4', '/proof', '/addresses']) {
        await page.goto(job + view);
        const offers = await page.locator('main form[method=post], .why form[method=post]').count();
        expect(offers, view).toBe(0);
    }
    await page.goto(`${job}/devices`);
    await page.locator('td[data-field=address]').first().click();
    await page.keyboard.press('Enter');
    await expect(page.locator('td.cell input')).toHaveCount(0);
});

test('the theme can be switched and stays', async ({ page }) => {
    await login(page, 'vera');
    await page.goto(`${job}/networks`);
    const ground = () => page.evaluate(() => getComputedStyle(document.body).backgroundColor);
    const light = await ground();
    await page.getByRole('button', { name: 'Theme' }).click();
    const dark = await ground();
    expect(dark).not.toBe(light);
    await page.goto(`${job}/devices`);
    expect(await ground()).toBe(dark);
});

test('a newcomer begins a job: segment, list, addresses, bench', async ({ page }) => {
    await login(page);
    await page.getByLabel('Name', { exact: true }).fill('Harbour office');
    await page.getByRole('button', { name: 'Create job', exact: true }).click();
    await expect(page.locator('main')).toContainText('No network yet');
    await page.getByRole('link', { name: 'Add the first segment' }).click();
    await page.getByLabel('Name', { exact: true }).fill('Office');
    await page.getByLabel('Prefix').fill('10.47.81.0/24');
    await page.getByLabel('Gateway').fill('10.47.82.1');
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(page.locator('main p[role=alert]')).toContainText('a host address inside 10.47.81.0/24');
    await expect(page.locator('main small[role=alert]')).toContainText('From 10.47.81.1 to 10.47.81.254');
    await expect(page.getByLabel('Prefix')).toHaveValue('10.47.81.0/24');
    await page.getByLabel('Gateway').fill('10.47.81.1');
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(page.locator('.rulerbox svg.ruler')).toBeVisible();
    await page.keyboard.press('g');
    await page.keyboard.press('d');
    await page.getByRole('link', { name: 'Paste a list' }).click();
    await page.getByLabel('The list').fill('Name,Kind,Segment\nDesk one,desk-phone-page,Office\nDesk two,desk-phone-page,Office\n');
    await page.getByRole('button', { name: 'Show what would change' }).click();
    await expect(page.locator('.next')).toContainText('2 new');
    await page.keyboard.press('t');
    await expect(page.locator('.next')).toContainText('2 devices have no address');
    await page.keyboard.press('p');
    await expect(page.locator('tbody')).toContainText('10.47.81.10/24');
    await page.keyboard.press('t');
    await expect(page.locator('#undo-bar')).toContainText('Assigned 2 addresses');
    await page.keyboard.press('g');
    await page.keyboard.press('t');
    await expect(page.locator('.next')).toContainText('Next: Desk one');
});

test('a full link is mended and a cable list is pasted by keyboard, and both are undone', async ({ page }) => {
    await login(page, 'ines');
    await page.goto(`${job}/networks`);
    await Promise.all([page.waitForEvent('load'), page.keyboard.press('c')]);
    await expect(page.locator('.cables .too-much')).toHaveCount(1);
    await Promise.all([page.waitForEvent('load'), page.keyboard.press('t')]);
    await expect(page.locator('.cables .too-much')).toHaveCount(0);
    await Promise.all([page.waitForEvent('load'), page.keyboard.press('v')]);
    await page.keyboard.type('Switch;Port;Unit;Metres;Cable\nPier switch;1;Berth 2 camera;40;6\n');
    await Promise.all([page.waitForEvent('load'), page.keyboard.press('Control+Enter')]);
    await expect(page.locator('.sheet h2')).toHaveText('1 changed');
    await Promise.all([page.waitForEvent('load'), page.keyboard.press('t')]);
    await expect(page.locator('.front [data-state=short]')).toHaveCount(0);
    await Promise.all([page.waitForEvent('load'), page.keyboard.press('z')]);
    await Promise.all([page.waitForEvent('load'), page.keyboard.press('z')]);
    await page.goto(`${job}/cables`);
    await expect(page.locator('.front [data-state=short]')).toHaveCount(1);
    await expect(page.locator('.cables .too-much')).toHaveCount(1);
});

test('what leaves a site, a chain of sound and a rack are mended where they are drawn, and undone', async ({ page }) => {
    await login(page, 'ines');
    await page.goto(job);
    const press = async (...keys) => {
        for (const key of keys.slice(0, -1)) {
            await page.keyboard.press(key);
        }
        await Promise.all([page.waitForEvent('load'), page.keyboard.press(keys.at(-1))]);
    };
    await press('g', 'm');
    await expect(page.locator('h1')).toHaveText('Media');
    await expect(page.locator('.sum-bar .too-much .filled')).toHaveCount(1);
    await press('t');
    await expect(page.locator('.sum-bar .too-much .filled')).toHaveCount(0);
    await press('c');
    await expect(page.locator('.sound-chain .apart')).toHaveCount(1);
    await press('t');
    await expect(page.locator('.sound-chain .apart')).toHaveCount(0);
    await press('g', 'w');
    await expect(page.locator('.next')).toContainText('is mounted above');
    await press('t');
    await expect(page.locator('.why')).toBeHidden();
    for (let change = 0; change < 3; ++change) {
        await press('z');
    }
    await page.goto(`${job}/chains`);
    await expect(page.locator('.sound-chain .apart')).toHaveCount(1);
    await press('m');
    await press('o');
    await expect(page.locator('h1')).toHaveText('Room systems');
});

test("a rack of one's own is filled by keyboard, and says what cannot be", async ({ page }) => {
    await login(page, 'ines');
    await page.goto('/job/skerry-slip/power');
    await Promise.all([page.waitForEvent('load'), page.keyboard.press('n')]);
    await page.fill('[name=name]', 'Slip rack');
    await page.getByLabel('Rack units').first().fill('6');
    await page.locator('details.one-more summary').click();
    const row = page.locator('details.one-more');
    await row.getByLabel('Name').fill('Battery');
    await row.getByLabel('Lowest rack unit').fill('6');
    await row.getByLabel('Rack units').fill('2');
    await row.getByLabel('kg').fill('31');
    await Promise.all([page.waitForEvent('load'), page.keyboard.press('Control+Enter')]);
    await page.goto('/job/skerry-slip/power');
    await expect(page.locator('.next')).toContainText('Battery does not fit into Slip rack');
    await expect(page.locator('.rack')).toContainText('Battery: 31 kg, two people or a lifting aid.');
    await Promise.all([page.waitForEvent('load'), page.keyboard.press('z')]);
    await page.goto('/job/skerry-slip/power');
    await expect(page.locator('.next')).toContainText('No rack is planned yet');
});
