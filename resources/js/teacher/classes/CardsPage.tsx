import { useQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { client, sentence, take } from '../../api/client';
import { Notice } from '../../ui/Notice';
import { PrintBar } from '../../ui/PrintBar';
import { joinAddress, QrCode } from '../../ui/QrCode';
import { say } from '../../words/words';

/** A card for each student to cut out: their name, the class phrase, and the code that leads in. */
export function CardsPage() {
    const id = useParams().class ?? '';
    // Made with the page, where there is none yet; printed again, it is the same.
    const cards = useQuery({
        queryKey: ['cards', id],
        queryFn: () => take(client.POST('/classes/{class}/cards', { params: { path: { class: id } } })),
        staleTime: 60_000,
    });
    const found = useQuery({
        queryKey: ['class', id],
        queryFn: () => take(client.GET('/classes/{class}', { params: { path: { class: id } } })),
    });
    if (found.data === undefined || cards.data === undefined) {
        const problem = found.error ?? cards.error;
        return <main className="p-8">{problem === null ? say('ui.one-moment') : <Notice>{sentence(problem)}</Notice>}</main>;
    }
    const group = found.data;
    const address = joinAddress(group.phrase);
    return (
        <main>
            <PrintBar
                title={say('teacher.cards.cards-of', { name: group.name })}
                back={`/classes/${id}/roster`}
                backWords={say('teacher.cards.back-to-the-roster')}
            >
                <p className="text-sm">{say('teacher.cards.one-for-each', { n: group.roster.length })}</p>
            </PrintBar>
            <ul className="mx-auto grid max-w-4xl gap-0 p-5 sm:grid-cols-2 print:max-w-none print:grid-cols-2 print:p-0">
                {cards.data.map((student) => (
                    <li
                        key={student.id}
                        className="flex break-inside-avoid items-center gap-4 border border-dashed border-edge bg-white p-4 text-black"
                    >
                        <QrCode address={address} className="size-28 shrink-0" />
                        <div className="min-w-0">
                            <p className="text-sm">{group.name}</p>
                            <p dir="auto" className="font-display text-xl break-words">
                                {student.name}
                            </p>
                            <p className="mt-2 text-sm">{say('teacher.cards.your-phrase')}</p>
                            <p className="text-lg font-semibold">{group.phrase}</p>
                            {student.code !== null && (
                                <>
                                    <p className="mt-2 text-sm">{say('teacher.cards.code')}</p>
                                    <p className="text-lg font-semibold tracking-widest">{student.code}</p>
                                </>
                            )}
                            <p className="mt-1 text-xs break-all">{address}</p>
                        </div>
                    </li>
                ))}
            </ul>
        </main>
    );
}
