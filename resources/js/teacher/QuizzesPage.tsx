import { useQuery, useQueryClient } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { client, sentence, take } from '../api/client';
import type { QuizLine } from '../api/types';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { exact, near } from '../ui/time';
import { useUndo } from '../ui/Undo';
import { Page } from './Places';

export function QuizRow({ quiz, onArchive }: { quiz: QuizLine; onArchive?: () => void }) {
    const state =
        quiz.edition === null ? 'draft' : quiz.changedSince ? `edition ${quiz.edition}, changed since` : `edition ${quiz.edition}`;
    return (
        <li className="flex items-center gap-2 rounded-lg border border-line bg-sheet pr-2 hover:border-ink">
            <Link to={`/quizzes/${quiz.id}`} className="flex min-w-0 flex-1 flex-wrap items-baseline gap-x-6 gap-y-1 px-4 py-3">
                <span className="min-w-0 flex-1 basis-64 font-display text-lg">{quiz.title}</span>
                <span className="text-sm">
                    {quiz.stops} {quiz.stops === 1 ? 'stop' : 'stops'} · {quiz.questions} {quiz.questions === 1 ? 'question' : 'questions'}
                </span>
                <span className="min-w-40 text-sm text-soft">{state}</span>
                <span className="min-w-36 text-right text-sm text-soft max-sm:text-left" title={exact(quiz.updatedAt)}>
                    changed {near(quiz.updatedAt)}
                </span>
            </Link>
            {onArchive !== undefined && (
                <Button weight="quiet" aria-label={`Put “${quiz.title}” in the archive`} onClick={onArchive}>
                    Archive
                </Button>
            )}
        </li>
    );
}

/** All quizzes of the teacher, and where a new one begins. */
export function QuizzesPage() {
    const quizzes = useQuery({ queryKey: ['quizzes'], queryFn: () => take(client.GET('/quizzes')) });
    const [title, setTitle] = useState('');
    const [error, setError] = useState<string | null>(null);
    const undo = useUndo();
    const navigate = useNavigate();
    const queries = useQueryClient();

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
                undo.offer(`“${quiz.title}” is in the archive.`, 'Take it back', () => void archive(quiz, true));
            }
            await queries.invalidateQueries({ queryKey: ['quizzes'] });
        } catch (problem) {
            setError(sentence(problem));
        }
    };

    return (
        <Page title="Quizzes">
            <form className="mb-8 flex flex-wrap items-end gap-3" onSubmit={(event) => void make(event)}>
                <div className="min-w-64 flex-1">
                    <Field
                        label="Title of a new quiz"
                        placeholder="What is it about, and for whom?"
                        value={title}
                        maxLength={200}
                        required
                        onChange={(event) => setTitle(event.currentTarget.value)}
                    />
                </div>
                <Button type="submit" weight="main" className="min-h-[42px]" disabled={title.trim() === ''}>
                    Make a quiz
                </Button>
            </form>
            {error !== null && <Notice>{error}</Notice>}
            {quizzes.data?.length === 0 && (
                <p className="text-soft">You have made no quiz yet. A title is enough to begin; questions come next.</p>
            )}
            <ul className="mt-3 grid gap-2">
                {quizzes.data?.map((quiz) => (
                    <QuizRow key={quiz.id} quiz={quiz} onArchive={() => void archive(quiz, false)} />
                ))}
            </ul>
        </Page>
    );
}
