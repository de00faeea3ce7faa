import { say } from '../words/words';
import '../ui/tokens.css';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { UndoProvider } from '../ui/Undo';
import { ForgottenPassword, NewPassword, SignIn, SignUp } from './account/Account';
import { PostBox } from './account/PostBox';
import { BuildPage } from './build/BuildPage';
import { HistoryPage } from './build/HistoryPage';
import { ClassesPage } from './classes/ClassesPage';
import { ClassPage } from './classes/ClassPage';
import { Navigation } from './Navigation';
import { QuizzesPage } from './quizzes/QuizzesPage';
import { RehearsePage } from './rehearse/RehearsePage';
import { EvidencePage } from './results/EvidencePage';
import { StudentPage } from './results/StudentPage';
import { TaskPage } from './task/TaskPage';
import { TodayPage } from './today/TodayPage';

const queries = new QueryClient({ defaultOptions: { queries: { retry: 1, staleTime: 1000 } } });
const root = document.getElementById('app');

if (root !== null) {
    createRoot(root).render(
        <StrictMode>
            <QueryClientProvider client={queries}>
                <UndoProvider>
                    <BrowserRouter>
                        <Routes>
                            <Route path="/sign-in" element={<SignIn />} />
                            <Route path="/sign-up" element={<SignUp />} />
                            <Route path="/forgotten-password" element={<ForgottenPassword />} />
                            <Route path="/new-password" element={<NewPassword />} />
                            <Route path="/post-box" element={<PostBox />} />
                            <Route element={<Navigation />}>
                                <Route index element={<Navigate to="/today" replace />} />
                                <Route path="/today" element={<TodayPage />} />
                                <Route path="/quizzes" element={<QuizzesPage />} />
                                <Route path="/quizzes/:quiz" element={<BuildPage />} />
                                <Route path="/quizzes/:quiz/rehearse" element={<RehearsePage />} />
                                <Route path="/quizzes/:quiz/history" element={<HistoryPage />} />
                                <Route path="/classes" element={<ClassesPage />} />
                                <Route path="/classes/:class" element={<ClassPage />} />
                                <Route path="/tasks/:task" element={<TaskPage />} />
                                <Route path="/tasks/:task/evidence" element={<EvidencePage />} />
                                <Route path="/tasks/:task/students/:student" element={<StudentPage />} />
                                <Route path="*" element={<p className="p-8">{say('teacher.main.there-is-nothing-at-this')}</p>} />
                            </Route>
                        </Routes>
                    </BrowserRouter>
                </UndoProvider>
            </QueryClientProvider>
        </StrictMode>,
    );
}
