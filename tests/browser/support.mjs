import { test as base, expect } from '@playwright/test';

export const job = '/job/kestrel-sound-ferries';

/** A page that fails its test on any message of the console, error, blocked resource or failed request; keys wait until they are heard. */
export const test = base.extend({
    page: async ({ page }, use) => {
        const problems = [];
        page.on('console', (message) => {
            if (['error', 'warning'].includes(message.type()) && !/status of (4\d\d)/.test(message.text())) problems.push(message.text());
        });
        page.on('pageerror', (error) => problems.push(error.message));
        page.on('requestfailed', (request) => {
            if (!/ERR_ABORTED/.test(request.failure()?.errorText ?? '')) problems.push(`${request.url()} ${request.failure()?.errorText}`);
        });
        for (const name of ['press', 'type']) {
            const send = page.keyboard[name].bind(page.keyboard);
            page.keyboard[name] = async (...keys) => {
                await page.waitForFunction(() => document.documentElement.dataset.ready === '1');
                return send(...keys);
            };
        }
        await use(page);
        expect(problems).toEqual([]);
    },
});

export async function login(page, name = 'ines') {
    await page.goto('/login');
    await page.getByLabel('Name').fill(name);
    await page.getByLabel('Password').fill('ferry-bell-lamp');
    await page.getByRole('button', { name: 'Log in' }).click();
    await expect(page.getByRole('heading', { name: 'Jobs', exact: true })).toBeVisible();
}

export { expect };
