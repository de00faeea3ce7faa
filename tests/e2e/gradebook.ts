import { existsSync, readdirSync, readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { videoHost } from './videos';

/** Where the simulated gradebook runs: beside the simulated video service of the same instance. */
export async function gradebookOf(page: Page): Promise<string> {
    const port = new URL(await videoHost(page)).port;
    const read = (instance: string, service: string) => {
        const file = `var/${instance}/${service}.port`;
        return existsSync(file) ? readFileSync(file, 'utf8').trim() : '';
    };
    const instance = readdirSync('var').find((one) => read(one, 'video-host') === port) ?? '';
    return `http://127.0.0.1:${read(instance, 'gradebook')}`;
}
