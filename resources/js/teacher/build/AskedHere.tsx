import { useQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { client, take } from '../../api/client';
import { ConversationCard } from '../../ui/ConversationCard';
import { say } from '../../words/words';

/** What was asked about a question, where it is written: what waits for a word, and what was answered folded. */
export function AskedHere({ question }: { question: string }) {
    const quiz = useParams().quiz ?? '';
    const asked = useQuery({
        queryKey: ['asked-about', quiz],
        queryFn: () => take(client.GET('/quizzes/{quiz}/conversations', { params: { path: { quiz } } })),
        enabled: quiz !== '',
        staleTime: 30_000,
    });
    const here = asked.data?.filter((one) => one.question === question) ?? [];
    const settled = here.filter((one) => one.settled);
    return (
        <>
            {here
                .filter((one) => !one.settled)
                .map((one) => (
                    <ConversationCard key={one.id} conversation={one} />
                ))}
            {settled.length > 0 && (
                <details className="text-sm">
                    <summary className="text-soft">{say('teacher.messages.asked-before', { count: settled.length })}</summary>
                    <div className="mt-2 grid gap-2">
                        {settled.map((one) => (
                            <ConversationCard key={one.id} conversation={one} />
                        ))}
                    </div>
                </details>
            )}
        </>
    );
}
