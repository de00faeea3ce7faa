import { useQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { client, sentence, take } from '../../api/client';
import { Notice } from '../../ui/Notice';
import { PrintBar } from '../../ui/PrintBar';
import { QrCode } from '../../ui/QrCode';
import { say } from '../../words/words';
import { Paper } from './Paper';

/** A task on paper: a sheet for each student with their name, and the code by which a photograph of it finds its round. */
export function SheetsPage() {
    const id = useParams().task ?? '';
    const params = { path: { task: id } };
    const task = useQuery({ queryKey: ['task', id], queryFn: () => take(client.GET('/tasks/{task}', { params })) });
    const sheets = useQuery({ queryKey: ['sheets', id], queryFn: () => take(client.POST('/tasks/{task}/sheets', { params })) });
    if (task.data === undefined || sheets.data === undefined) {
        const error = task.error ?? sheets.error;
        return <main className="p-8">{error === null ? say('ui.one-moment') : <Notice>{sentence(error)}</Notice>}</main>;
    }
    const { document, title } = task.data;
    return (
        <main>
            <PrintBar
                title={say('teacher.sheets.of', { title })}
                back={`/tasks/${id}`}
                backWords={say('teacher.sheets.back-to-the-task')}
                disabled={sheets.data.length === 0}
            >
                <p className="text-sm">{say('teacher.sheets.one-for-each', { n: sheets.data.length })}</p>
            </PrintBar>
            {sheets.data.map((sheet) => (
                <div key={sheet.student} className="break-after-page border-b border-line last:border-0">
                    <Paper document={document} sheet="questions">
                        <div className="mt-3 flex items-center gap-4">
                            <p dir="auto" className="flex-1 font-display text-xl">
                                {sheet.name}
                            </p>
                            <p className="max-w-44 text-xs">{say('teacher.sheets.photograph-it')}</p>
                            <QrCode address={`${window.location.origin}/sheet/${sheet.code}`} className="size-24 shrink-0" />
                        </div>
                    </Paper>
                </div>
            ))}
        </main>
    );
}
