<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers;

use HiddenLadder\App\Http\Device;
use Illuminate\Contracts\View\View;
use Illuminate\Http\Request;

/** The page in which an application runs. What the place needs is loaded together with the application, not after it. */
final class PageController extends Controller
{
    /** Scripts of the places, by what the path looks like; the others come with the application itself. */
    private const PLACES = [
        'me' => 'student/OwnPage',
        'walk/*' => 'student/RoundPage',
        'sheet/*' => 'student/SheetPage',
        'together' => 'student/TogetherPage',
        'today' => 'teacher/today/TodayPage',
        'pile' => 'teacher/pile/PilePage',
        'quizzes' => 'teacher/quizzes/QuizzesPage',
        'quizzes/*/rehearse' => 'teacher/rehearse/RehearsePage',
        'quizzes/*/print' => 'teacher/print/PrintPage',
        'quizzes/*/history' => 'teacher/build/HistoryPage',
        'quizzes/*' => 'teacher/build/BuildPage',
        'classes' => 'teacher/classes/ClassesPage',
        'classes/*/roster' => 'teacher/classes/RosterPage',
        'classes/*/exit-checks' => 'teacher/classes/ExitChecksPage',
        'classes/*/record' => 'teacher/classes/RecordPage',
        'classes/*/students/*/report' => 'teacher/classes/StudentReportPage',
        'classes/*/report' => 'teacher/classes/ClassReportPage',
        'classes/*/cards' => 'teacher/classes/CardsPage',
        'classes/*' => 'teacher/classes/ClassPage',
        'give' => 'teacher/task/GivePage',
        'school' => 'teacher/school/SchoolPage',
        'invitation/*' => 'teacher/account/InvitationPage',
        'sittings/*/lead' => 'teacher/board/LeadPage',
        'sittings/*' => 'teacher/board/BoardPage',
        'tasks/*/opening' => 'teacher/results/OpeningPage',
        'tasks/*/follow-up' => 'teacher/results/FollowUpPage',
        'tasks/*/evidence' => 'teacher/results/EvidencePage',
        'tasks/*/students/*' => 'teacher/results/StudentPage',
        'tasks/*/report' => 'teacher/results/TaskReportPage',
        'tasks/*/sheets' => 'teacher/print/SheetsPage',
        'tasks/*' => 'teacher/task/TaskPage',
    ];

    public function __invoke(Request $request): View
    {
        Device::name($request);
        // A student's phone never loads the teacher's application.
        $bundle = $request->is('join', 'join/*', 'me', 'together', 'walk/*', 'sheet/*') ? 'student' : 'teacher';
        $place = null;
        foreach (self::PLACES as $path => $script) {
            $place ??= $request->is($path) && str_starts_with($script, $bundle) ? $script : null;
        }

        return view('page', ['bundle' => $bundle, 'place' => $place]);
    }
}
