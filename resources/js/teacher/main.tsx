import { say } from '../words/words';
import '../ui/tokens.css';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { type ReactNode, StrictMode, Suspense } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { place } from '../ui/place';
import { UndoProvider } from '../ui/Undo';
import { ForgottenPassword, NewPassword, SignIn, SignUp } from './account/Account';
import { Navigation } from './Navigation';

const PilePage = place(() => import('./pile/PilePage'), 'PilePage');
const TodayPage = place(() => import('./today/TodayPage'), 'TodayPage');
const BuildPage = place(() => import('./build/BuildPage'), 'BuildPage');
const HistoryPage = place(() => import('./build/HistoryPage'), 'HistoryPage');
const ClassesPage = place(() => import('./classes/ClassesPage'), 'ClassesPage');
const ClassPage = place(() => import('./classes/ClassPage'), 'ClassPage');
const RosterPage = place(() => import('./classes/RosterPage'), 'RosterPage');
const CardsPage = place(() => import('./classes/CardsPage'), 'CardsPage');
const RecordPage = place(() => import('./classes/RecordPage'), 'RecordPage');
const ClassReportPage = place(() => import('./classes/ClassReportPage'), 'ClassReportPage');
const StudentReportPage = place(() => import('./classes/StudentReportPage'), 'StudentReportPage');
const ExitChecksPage = place(() => import('./classes/ExitChecksPage'), 'ExitChecksPage');
const SchoolPage = place(() => import('./school/SchoolPage'), 'SchoolPage');
const QuizzesPage = place(() => import('./quizzes/QuizzesPage'), 'QuizzesPage');
const RehearsePage = place(() => import('./rehearse/RehearsePage'), 'RehearsePage');
const PrintPage = place(() => import('./print/PrintPage'), 'PrintPage');
const SheetsPage = place(() => import('./print/SheetsPage'), 'SheetsPage');
const EvidencePage = place(() => import('./results/EvidencePage'), 'EvidencePage');
const OpeningPage = place(() => import('./results/OpeningPage'), 'OpeningPage');
const FollowUpPage = place(() => import('./results/FollowUpPage'), 'FollowUpPage');
const StudentPage = place(() => import('./results/StudentPage'), 'StudentPage');
const TaskReportPage = place(() => import('./results/TaskReportPage'), 'TaskReportPage');
const WatchingPage = place(() => import('./results/WatchingPage'), 'WatchingPage');
const GivePage = place(() => import('./task/GivePage'), 'GivePage');
const TaskPage = place(() => import('./task/TaskPage'), 'TaskPage');
const BoardPage = place(() => import('./board/BoardPage'), 'BoardPage');
const LeadPage = place(() => import('./board/LeadPage'), 'LeadPage');
const InvitationPage = place(() => import('./account/InvitationPage'), 'InvitationPage');
const PostBox = place(() => import('./account/PostBox'), 'PostBox');

/** A page without the places around it. */
function Alone({ page }: { page: ReactNode }) {
    return <Suspense fallback={<p className="p-8">{say('ui.one-moment')}</p>}>{page}</Suspense>;
}

const queries = new QueryClient({ defaultOptions: { queries: { retry: 1, staleTime: 1000 } } });
const root = document.getElementById('app');

if (root !== null) {
    createRoot(root).render(
        <StrictMode>
            <QueryClientProvider client={queries}>
                <UndoProvider>
                    <BrowserRouter useTransitions={false}>
                        <Routes>
                            <Route path="/sign-in" element={<SignIn />} />
                            <Route path="/sign-up" element={<SignUp />} />
                            <Route path="/forgotten-password" element={<ForgottenPassword />} />
                            <Route path="/new-password" element={<NewPassword />} />
                            <Route path="/invitation/:token" element={<Alone page={<InvitationPage />} />} />
                            <Route path="/post-box" element={<Alone page={<PostBox />} />} />
                            <Route path="/sittings/:sitting" element={<Alone page={<BoardPage />} />} />
                            <Route path="/sittings/:sitting/lead" element={<Alone page={<LeadPage />} />} />
                            <Route element={<Navigation />}>
                                <Route index element={<Navigate to="/today" replace />} />
                                <Route path="/today" element={<TodayPage />} />
                                <Route path="/pile" element={<PilePage />} />
                                <Route path="/quizzes" element={<QuizzesPage />} />
                                <Route path="/quizzes/:quiz" element={<BuildPage />} />
                                <Route path="/quizzes/:quiz/rehearse" element={<RehearsePage />} />
                                <Route path="/quizzes/:quiz/print" element={<PrintPage />} />
                                <Route path="/tasks/:task/sheets" element={<SheetsPage />} />
                                <Route path="/quizzes/:quiz/history" element={<HistoryPage />} />
                                <Route path="/classes" element={<ClassesPage />} />
                                <Route path="/classes/:class" element={<ClassPage />} />
                                <Route path="/classes/:class/roster" element={<RosterPage />} />
                                <Route path="/classes/:class/exit-checks" element={<ExitChecksPage />} />
                                <Route path="/classes/:class/record" element={<RecordPage />} />
                                <Route path="/classes/:class/students/:student/report" element={<StudentReportPage />} />
                                <Route path="/classes/:class/report" element={<ClassReportPage />} />
                                <Route path="/classes/:class/cards" element={<CardsPage />} />
                                <Route path="/school" element={<SchoolPage />} />
                                <Route path="/give" element={<GivePage />} />
                                <Route path="/tasks/:task" element={<TaskPage />} />
                                <Route path="/tasks/:task/opening" element={<OpeningPage />} />
                                <Route path="/tasks/:task/follow-up" element={<FollowUpPage />} />
                                <Route path="/tasks/:task/evidence" element={<EvidencePage />} />
                                <Route path="/tasks/:task/report" element={<TaskReportPage />} />
                                <Route path="/tasks/:task/students/:student" element={<StudentPage />} />
                                <Route path="/tasks/:task/videos/:video" element={<WatchingPage />} />
                                <Route path="*" element={<p className="p-8">{say('teacher.main.there-is-nothing-at-this')}</p>} />
                            </Route>
                        </Routes>
                    </BrowserRouter>
                </UndoProvider>
            </QueryClientProvider>
        </StrictMode>,
    );
}
