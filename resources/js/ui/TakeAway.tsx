import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { client, take } from '../api/client';
import type { Export } from '../api/types';
import { say } from '../words/words';
import { Button, buttonClass } from './Button';
import { MadeFile } from './MadeFile';
import { Notice } from './Notice';
import { csvFile, download, type Sheet, workbook } from './sheets';
import { useAttempt } from './useAttempt';

interface Props {
    /** What the files are called. */
    name: string;
    /** The sheets; as CSV they come in a zip where there are several. */
    sheets: () => Sheet[] | Promise<Sheet[]>;
    /** Has the file of all its events made. */
    events?: () => Promise<Export>;
    /** Where its report stands, to be printed. */
    report?: string;
}

/** What is on a page, in files that other programs read. */
export function TakeAway({ name, sheets, events, report }: Props) {
    const { error, attempt } = useAttempt();
    const [done, setDone] = useState<number | null>(null);
    const queries = useQueryClient();
    const takeAway = (work: (sheets: Sheet[], zone: string) => Promise<void>) =>
        attempt(async () => {
            setDone(0);
            try {
                const account = await queries.fetchQuery({
                    queryKey: ['teacher'],
                    queryFn: () => take(client.GET('/teacher')),
                    staleTime: 60_000,
                });
                await work(await sheets(), account.timeZone);
            } finally {
                setDone(null);
            }
        });
    return (
        <div className="flex flex-wrap gap-2 print:hidden">
            <Button
                disabled={done !== null}
                onClick={() => void takeAway(async (all, zone) => download(await workbook(all, zone, setDone), `${name}.xlsx`))}
            >
                {done === null ? say('ui.take-away.spreadsheet') : say('ui.take-away.so-far', { share: Math.round(100 * done) })}
            </Button>
            <Button
                weight="quiet"
                disabled={done !== null}
                onClick={() =>
                    void takeAway(async (all, zone) => {
                        const { file, ending } = await csvFile(all, zone);
                        download(file, `${name}.${ending}`);
                    })
                }
            >
                {say('ui.take-away.csv')}
            </Button>
            {report !== undefined && (
                <Link className={buttonClass('quiet')} to={report}>
                    {say('ui.take-away.report')}
                </Link>
            )}
            {events !== undefined && <MadeFile words={say('ui.take-away.events')} ask={events} />}
            {error !== null && <Notice>{error}</Notice>}
        </div>
    );
}
