import { readFileSync } from 'node:fs';
import { defineConfig } from '@playwright/test';

const flags: string[] = JSON.parse(readFileSync('tests/e2e/chromium.json', 'utf8'));

/** Videos are played in real time and measured: on a small machine nothing else runs beside them. */
const byTheClock = 'watching.spec.ts';

/** The app is served by another name for these. */
const behindAProxy = 'behind-a-proxy.spec.ts';

/** Run by `bin/test e2e`, which serves the app with a database of its own and says where in E2E_ADDRESS. */
export default defineConfig({
    testDir: 'tests/e2e',
    outputDir: 'var/e2e-results',
    timeout: 90_000,
    expect: { timeout: 10_000 },
    workers: 2,
    fullyParallel: true,
    forbidOnly: true,
    reporter: [['list']],
    use: {
        baseURL: process.env.E2E_ADDRESS ?? 'http://127.0.0.1:8080',
        locale: 'en-GB',
        timezoneId: 'Europe/London',
        // Requests that a test answers itself would pass it by; the test of what works offline lets it run.
        serviceWorkers: 'block',
        viewport: { width: 1280, height: 800 },
        screenshot: 'only-on-failure',
        launchOptions: {
            executablePath: '/usr/bin/chromium',
            args: [...flags, '--mute-audio', '--host-resolver-rules=MAP ladder.test 127.0.0.1'],
        },
    },
    projects: [
        { name: 'tests', testMatch: '*.spec.ts', testIgnore: [byTheClock, behindAProxy] },
        { name: 'alone', testMatch: byTheClock },
        { name: 'proxy', testMatch: behindAProxy },
        { name: 'pictures', testMatch: 'pictures.ts' },
    ],
});
