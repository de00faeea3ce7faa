import { useQuery } from '@tanstack/react-query';
import { useCallback, useMemo, useState } from 'react';
import { client, take } from '../../api/client';
import type { Finding } from '../../api/types';

/**
 * What the inspection finds of the draft and of the answers so far, and which of it the teacher leaves as it is.
 *
 * A leave is shown at once and taken back if it does not reach the server.
 */
export function useFindings(quiz: string, version: number, ofDraft: Finding[]) {
    const fromAnswers = useQuery({
        queryKey: ['findings', quiz, version],
        queryFn: () => take(client.GET('/quizzes/{quiz}/findings-from-answers', { params: { path: { quiz } } })),
        placeholderData: (before) => before,
        staleTime: Number.POSITIVE_INFINITY,
    });
    const [changed, setChanged] = useState<Record<string, boolean>>({});
    const answers = fromAnswers.data;
    const findings = useMemo(
        () => [...ofDraft, ...(answers ?? [])].map((finding) => ({ ...finding, left: changed[finding.key] ?? finding.left })),
        [ofDraft, answers, changed],
    );
    const leave = useCallback(
        async ({ key }: Finding, left: boolean) => {
            setChanged((now) => ({ ...now, [key]: left }));
            const params = { params: { path: { quiz, finding: key } } };
            try {
                await take(
                    left
                        ? client.PUT('/quizzes/{quiz}/left-findings/{finding}', params)
                        : client.DELETE('/quizzes/{quiz}/left-findings/{finding}', params),
                );
            } catch {
                setChanged((now) => ({ ...now, [key]: !left }));
            }
        },
        [quiz],
    );
    return {
        open: useMemo(() => findings.filter((finding) => !finding.left), [findings]),
        left: useMemo(() => findings.filter((finding) => finding.left), [findings]),
        leave,
    };
}
