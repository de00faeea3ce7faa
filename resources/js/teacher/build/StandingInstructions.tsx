import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { client, sentence, take } from '../../api/client';
import { isEmpty } from '../../quiz/text';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { say } from '../../words/words';

/** Lets new quizzes begin with the instructions of this one, or with none. */
export function StandingInstructions({ instructions }: { instructions: string }) {
    const queries = useQueryClient();
    const standing = useQuery({ queryKey: ['teacher'], queryFn: () => take(client.GET('/teacher')) }).data?.standingInstructions ?? '';
    const [error, setError] = useState<string | null>(null);
    const stand = async (text: string) => {
        setError(null);
        try {
            await take(client.PUT('/teacher/standing-instructions', { body: { text } }));
            await queries.invalidateQueries({ queryKey: ['teacher'] });
        } catch (problem) {
            setError(sentence(problem));
        }
    };
    const isSame = standing === instructions;
    return (
        <div className="-mt-3 flex flex-wrap items-center gap-x-3 text-sm">
            {isSame && !isEmpty(standing) && (
                <>
                    <p className="text-soft">{say('build.standing.new-quizzes-begin-so')}</p>
                    <Button weight="quiet" className="px-0" onClick={() => void stand('')}>
                        {say('build.standing.no-longer')}
                    </Button>
                </>
            )}
            {!isSame && !isEmpty(instructions) && (
                <Button weight="quiet" className="px-0" onClick={() => void stand(instructions)}>
                    {say('build.standing.begin-every-new-quiz-so')}
                </Button>
            )}
            {error !== null && <Notice>{error}</Notice>}
        </div>
    );
}
