import { type ComponentType, lazy } from 'react';

const reloaded = 'reloaded-for-a-new-version';

/**
 * A place that is loaded when somebody goes there. Where its file is gone, since a new version has come, the page is loaded anew,
 * once: what was not saved yet waits on the device.
 */
export function place<K extends string>(load: () => Promise<Record<K, ComponentType>>, name: K) {
    return lazy(async () => {
        try {
            const loaded = await load();
            sessionStorage.removeItem(reloaded);
            return { default: loaded[name] };
        } catch (problem) {
            if (!navigator.onLine || sessionStorage.getItem(reloaded) !== null) {
                throw problem;
            }
            sessionStorage.setItem(reloaded, '1');
            location.reload();
            return await new Promise<never>(() => {});
        }
    });
}
