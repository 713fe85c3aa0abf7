import { defineConfig } from '@playwright/test';

export default defineConfig({
    testDir: 'tests/browser',
    outputDir: 'var/browser',
    reporter: [['list']],
    workers: 1,
    // A busy machine is slow, not wrong.
    timeout: 120_000,
    expect: { timeout: 20_000 },
    use: {
        baseURL: process.env.BASE_URL ?? 'http://127.0.0.1:8047',
        viewport: { width: 1280, height: 800 },
        browserName: 'chromium',
        screenshot: 'only-on-failure',
        trace: 'off',
        launchOptions: {
            executablePath: '/usr/bin/chromium',
            args: [
                '--no-sandbox',
                '--disable-gpu',
                '--disable-quic',
                '--no-first-run',
                '--disable-background-networking',
                '--disable-component-update',
                '--disable-sync',
            ],
        },
    },
});
