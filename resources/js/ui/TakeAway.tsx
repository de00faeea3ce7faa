import { useState } from 'react';
import { say } from '../words/words';
import { Button, buttonClass } from './Button';
import { Notice } from './Notice';
import { csv, download, type Sheet, workbook } from './sheets';
import { useAttempt } from './useAttempt';

interface Props {
    /** What the files are called. */
    name: string;
    /** The sheets; the first of them is what the CSV holds. */
    sheets: () => Sheet[] | Promise<Sheet[]>;
    /** Where the server gives out all of its events. */
    events?: string;
    /** Whether the page can be printed as it is. */
    prints?: boolean;
}

/** What is on a page, in files that other programs read. */
export function TakeAway({ name, sheets, events, prints = true }: Props) {
    const { error, attempt } = useAttempt();
    const [done, setDone] = useState<number | null>(null);
    const take = (work: (sheets: Sheet[]) => Promise<void>) =>
        attempt(async () => {
            setDone(0);
            try {
                await work(await sheets());
            } finally {
                setDone(null);
            }
        });
    return (
        <div className="flex flex-wrap gap-2 print:hidden">
            <Button
                disabled={done !== null}
                onClick={() => void take(async (all) => download(await workbook(all, setDone), `${name}.xlsx`))}
            >
                {done === null ? say('ui.take-away.spreadsheet') : say('ui.take-away.so-far', { share: Math.round(100 * done) })}
            </Button>
            <Button
                weight="quiet"
                disabled={done !== null}
                onClick={() =>
                    void take(async ([first]) => {
                        const rows = first === undefined ? [] : [first.head, ...first.rows];
                        download(new Blob([csv(rows)], { type: 'text/csv' }), `${name}.csv`);
                    })
                }
            >
                {say('ui.take-away.csv')}
            </Button>
            {events !== undefined && (
                <a className={buttonClass('quiet')} href={events} download>
                    {say('ui.take-away.events')}
                </a>
            )}
            {prints && (
                <Button weight="quiet" onClick={() => window.print()}>
                    {say('player.finish.print-it')}
                </Button>
            )}
            {error !== null && <Notice>{error}</Notice>}
        </div>
    );
}
