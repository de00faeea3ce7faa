import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Suspense } from 'react';
import { Navigate, NavLink, Outlet, useLocation, useNavigate } from 'react-router';
import { client, Refused, sentence, take } from '../api/client';
import { forgetGiving } from '../quiz/giving';
import { Button } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { say } from '../words/words';

const places = [
    { to: '/today', words: say('teacher.navigation.today') },
    { to: '/quizzes', words: say('teacher.navigation.quizzes') },
    { to: '/classes', words: say('teacher.navigation.classes') },
];

/** The fourth place, of those who see to their school. */
const school = { to: '/school', words: say('teacher.navigation.school') };

/** The places of a teacher, and the way out. */
export function Navigation() {
    const teacher = useQuery({ queryKey: ['teacher'], queryFn: () => take(client.GET('/teacher')), staleTime: 60_000 });
    const navigate = useNavigate();
    const queries = useQueryClient();
    const { pathname } = useLocation();

    if (teacher.error instanceof Refused) {
        return <Navigate to="/sign-in" replace />;
    }
    if (teacher.data === undefined) {
        return <main className="p-8">{teacher.error === null ? say('ui.one-moment') : <Notice>{sentence(teacher.error)}</Notice>}</main>;
    }
    const signOut = async () => {
        await client.POST('/teacher/sign-out').catch(() => undefined);
        forgetGiving();
        queries.clear();
        await navigate('/sign-in');
    };
    return (
        <div className="flex h-dvh flex-col print:block print:h-auto">
            <header className="flex flex-wrap items-center gap-x-6 gap-y-1 border-b-3 border-ink bg-paper px-5 py-2 print:hidden">
                <p className="font-display text-lg">{say('teacher.navigation.hidden-ladder')}</p>
                <nav aria-label={say('teacher.navigation.places')} className="flex gap-1">
                    {[...places, ...(teacher.data.isKeeper ? [school] : [])].map((place) => (
                        <NavLink
                            key={place.to}
                            to={place.to}
                            className={({ isActive }) =>
                                `rounded-md px-3 py-1.5 font-semibold ${isActive ? 'bg-ink text-paper' : 'text-ink hover:bg-earth'}`
                            }
                        >
                            {place.words}
                        </NavLink>
                    ))}
                </nav>
                <p className="ml-auto text-sm text-soft max-sm:hidden">{teacher.data.name}</p>
                <Button weight="quiet" onClick={() => void signOut()}>
                    {say('teacher.navigation.sign-out')}
                </Button>
            </header>
            <div className="relative min-h-0 flex-1 overflow-auto print:overflow-visible">
                {/* By its path, so that the place one leaves is gone and not only hidden. */}
                <Suspense key={pathname} fallback={<p className="p-8">{say('ui.one-moment')}</p>}>
                    <Outlet />
                </Suspense>
            </div>
        </div>
    );
}

/** The frame of a page in a place. */
export function Page({ title, action, children }: { title: string; action?: React.ReactNode; children: React.ReactNode }) {
    return (
        <main className="mx-auto max-w-5xl px-5 py-7">
            <div className="mb-6 flex flex-wrap items-end justify-between gap-4">
                <h1 className="text-3xl">{title}</h1>
                {action}
            </div>
            {children}
        </main>
    );
}
