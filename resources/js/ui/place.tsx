import { type ComponentType, lazy } from 'react';
import { say } from '../words/words';
import { Button } from './Button';
import { Notice } from './Notice';

const reloaded = 'reloaded-for-a-new-version';

/**
 * A place that is loaded when somebody goes there; until then it is said that it comes, so that a tap shows at once (the routers
 * make no transitions). Where its file is gone, since a new version has come, the page is loaded anew,
 * once: what was not saved yet waits on the device. Where it cannot be had, that is said.
 */
export function place<P, K extends string>(load: () => Promise<Record<K, ComponentType<P>>>, name: K) {
    return lazy(async () => {
        try {
            const loaded = await load();
            sessionStorage.removeItem(reloaded);
            return { default: loaded[name] };
        } catch {
            if (!navigator.onLine || sessionStorage.getItem(reloaded) !== null) {
                return { default: NotThere as ComponentType<P> };
            }
            sessionStorage.setItem(reloaded, '1');
            location.reload();
            return await new Promise<never>(() => {});
        }
    });
}

function NotThere() {
    return (
        <main className="grid justify-items-start gap-3 p-8">
            <Notice>{say('ui.client.there-is-no-connection-to')}</Notice>
            <Button onClick={() => location.reload()}>{say('ui.place.try-again')}</Button>
        </main>
    );
}
