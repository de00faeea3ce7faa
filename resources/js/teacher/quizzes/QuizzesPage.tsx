import { useQuery, useQueryClient } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { useNavigate } from 'react-router';
import { client, sentence, take } from '../../api/client';
import type { QuizLine } from '../../api/types';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { Notice } from '../../ui/Notice';
import { QuizRow } from '../../ui/QuizRow';
import { useUndo } from '../../ui/Undo';
import { say } from '../../words/words';
import { Page } from '../Navigation';

/** All quizzes of the teacher, and where a new one begins. */
export function QuizzesPage() {
    const quizzes = useQuery({ queryKey: ['quizzes'], queryFn: () => take(client.GET('/quizzes')) });
    const archived = useQuery({
        queryKey: ['quizzes', 'archived'],
        queryFn: () => take(client.GET('/quizzes', { params: { query: { archived: '1' } } })),
    });
    const [title, setTitle] = useState('');
    const [error, setError] = useState<string | null>(null);
    const undo = useUndo();
    const navigate = useNavigate();
    const queries = useQueryClient();

    const atOnce = quizzes.data?.filter((quiz) => quiz.atOnce) ?? [];
    const make = async (event: FormEvent) => {
        event.preventDefault();
        try {
            const quiz = await take(client.POST('/quizzes', { body: { title, language: 'en' } }));
            await navigate(`/quizzes/${quiz.id}`);
        } catch (problem) {
            setError(sentence(problem));
        }
    };
    const archive = async (quiz: QuizLine, back: boolean) => {
        try {
            const params = { params: { path: { quiz: quiz.id } } };
            await take(back ? client.POST('/quizzes/{quiz}/restore', params) : client.DELETE('/quizzes/{quiz}', params));
            if (!back) {
                undo.offer(
                    say('teacher.quizzes.is-in-the-archive', { title: quiz.title }),
                    say('teacher.quizzes.take-it-back'),
                    () => void archive(quiz, true),
                );
            }
            await queries.invalidateQueries({ queryKey: ['quizzes'] });
        } catch (problem) {
            setError(sentence(problem));
        }
    };

    return (
        <Page title={say('teacher.quizzes.quizzes')}>
            <form className="mb-8 flex flex-wrap items-end gap-3" onSubmit={(event) => void make(event)}>
                <div className="min-w-64 flex-1">
                    <Field
                        label={say('teacher.quizzes.title-of-a-new-quiz')}
                        placeholder={say('teacher.quizzes.what-is-it-about-and')}
                        value={title}
                        maxLength={200}
                        required
                        onChange={(event) => setTitle(event.currentTarget.value)}
                    />
                </div>
                <Button type="submit" weight="main" className="min-h-[42px]" disabled={title.trim() === ''}>
                    {say('teacher.quizzes.make-a-quiz')}
                </Button>
            </form>
            {error !== null && <Notice>{error}</Notice>}
            {quizzes.data?.length === 0 && <p className="text-soft">{say('teacher.quizzes.you-have-made-no-quiz')}</p>}
            <ul className="mt-3 grid gap-2">
                {quizzes.data
                    ?.filter((quiz) => !quiz.atOnce)
                    .map((quiz) => (
                        <QuizRow key={quiz.id} quiz={quiz} onArchive={() => void archive(quiz, false)} />
                    ))}
            </ul>
            {atOnce.length > 0 && (
                <details className="mt-6">
                    <summary className="min-h-9 content-center font-semibold">
                        {say('teacher.quizzes.put-at-once', { count: atOnce.length })}
                    </summary>
                    <ul className="mt-2 grid gap-2">
                        {atOnce.map((quiz) => (
                            <QuizRow key={quiz.id} quiz={quiz} onArchive={() => void archive(quiz, false)} />
                        ))}
                    </ul>
                </details>
            )}
            {(archived.data?.length ?? 0) > 0 && (
                <details className="mt-6">
                    <summary className="min-h-9 content-center font-semibold">
                        {say('teacher.quizzes.archived', { count: archived.data?.length ?? 0 })}
                    </summary>
                    <ul className="mt-2 grid gap-2">
                        {archived.data?.map((quiz) => (
                            <QuizRow key={quiz.id} quiz={quiz} onRestore={() => void archive(quiz, true)} />
                        ))}
                    </ul>
                </details>
            )}
        </Page>
    );
}
