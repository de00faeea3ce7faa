<?php

declare(strict_types=1);

use HiddenLadder\App\Http\Controllers\LiveController;
use HiddenLadder\App\Http\Controllers\PostBoxController;
use HiddenLadder\App\Http\Controllers\Student\CommentController;
use HiddenLadder\App\Http\Controllers\Student\ConversationController as StudentConversationController;
use HiddenLadder\App\Http\Controllers\Student\EntryController;
use HiddenLadder\App\Http\Controllers\Student\HandInController;
use HiddenLadder\App\Http\Controllers\Student\RoundController;
use HiddenLadder\App\Http\Controllers\Student\SheetController;
use HiddenLadder\App\Http\Controllers\Student\SittingController as StudentSittingController;
use HiddenLadder\App\Http\Controllers\Student\YardstickController;
use HiddenLadder\App\Http\Controllers\Teacher\AccountController;
use HiddenLadder\App\Http\Controllers\Teacher\ChangeController;
use HiddenLadder\App\Http\Controllers\Teacher\ClassController;
use HiddenLadder\App\Http\Controllers\Teacher\ConversationController;
use HiddenLadder\App\Http\Controllers\Teacher\CorrectionController;
use HiddenLadder\App\Http\Controllers\Teacher\EvidenceController;
use HiddenLadder\App\Http\Controllers\Teacher\ExitCheckController;
use HiddenLadder\App\Http\Controllers\Teacher\ExportController;
use HiddenLadder\App\Http\Controllers\Teacher\FollowUpController;
use HiddenLadder\App\Http\Controllers\Teacher\ForecastController;
use HiddenLadder\App\Http\Controllers\Teacher\GivingController;
use HiddenLadder\App\Http\Controllers\Teacher\GradebookController;
use HiddenLadder\App\Http\Controllers\Teacher\InvitationController;
use HiddenLadder\App\Http\Controllers\Teacher\KeptTermsController;
use HiddenLadder\App\Http\Controllers\Teacher\MediaController;
use HiddenLadder\App\Http\Controllers\Teacher\MergeController;
use HiddenLadder\App\Http\Controllers\Teacher\PileController;
use HiddenLadder\App\Http\Controllers\Teacher\QuizController;
use HiddenLadder\App\Http\Controllers\Teacher\RecordController;
use HiddenLadder\App\Http\Controllers\Teacher\RehearsalController;
use HiddenLadder\App\Http\Controllers\Teacher\ReturnsController;
use HiddenLadder\App\Http\Controllers\Teacher\RosterController;
use HiddenLadder\App\Http\Controllers\Teacher\SchoolController;
use HiddenLadder\App\Http\Controllers\Teacher\SheetsController;
use HiddenLadder\App\Http\Controllers\Teacher\SittingController;
use HiddenLadder\App\Http\Controllers\Teacher\TaskController;
use HiddenLadder\App\Http\Controllers\Teacher\TermsController;
use HiddenLadder\App\Http\Controllers\Teacher\TodayController;
use HiddenLadder\App\Http\Controllers\Teacher\VideoController;
use HiddenLadder\App\Http\Controllers\Teacher\WatchingController;
use HiddenLadder\App\Http\Controllers\Teacher\WorkingsController;
use Illuminate\Support\Facades\Route;

Route::prefix('teacher')->group(static function (): void {
    Route::get('sign-up', [AccountController::class, 'signUpIs']);
    Route::post('sign-up', [AccountController::class, 'signUp']);
    Route::post('sign-in', [AccountController::class, 'signIn']);
    Route::post('forgotten-password', [AccountController::class, 'forgot']);
    Route::post('new-password', [AccountController::class, 'reset']);
});

Route::get('invitations/{token}', [InvitationController::class, 'show']);

// As BCP 47 has it: a language, and where it matters a script or a region.
$language = '[a-z]{2,3}(?:-[A-Za-z]{2,4})?';

Route::middleware('auth:teacher')->group(static function () use ($language): void {
    Route::get('teacher', [AccountController::class, 'me']);
    Route::put('teacher/objectives', [AccountController::class, 'keepObjectives']);
    Route::put('teacher/standing-instructions', [AccountController::class, 'instruct']);
    Route::post('teacher/sign-out', [AccountController::class, 'signOut']);
    Route::get('today', TodayController::class);

    Route::get('school', [SchoolController::class, 'show']);
    Route::patch('school', [SchoolController::class, 'update']);
    Route::get('school/students', [SchoolController::class, 'students']);
    Route::post('school/students/{student}/exports', [ExportController::class, 'ofPerson']);
    Route::post('school/invitations', [SchoolController::class, 'invite']);
    Route::delete('school/invitations/{invitation}', [SchoolController::class, 'withdraw']);
    Route::put('school/teachers/{teacher}/keeper', [SchoolController::class, 'makeKeeper']);
    Route::post('school/teachers/{teacher}/leaving', [SchoolController::class, 'letGo']);
    Route::delete('school/teachers/{teacher}/leaving', [SchoolController::class, 'bringBack']);
    Route::post('invitations/{token}/acceptance', [InvitationController::class, 'accept']);

    Route::get('exports/{export}', [ExportController::class, 'show']);
    Route::get('exports/{export}/file', [ExportController::class, 'file']);

    Route::get('quizzes', [QuizController::class, 'index']);
    Route::post('quizzes', [QuizController::class, 'store']);
    Route::get('quizzes/{quiz}', [QuizController::class, 'show']);
    Route::get('quizzes/{quiz}/changes', [ChangeController::class, 'since']);
    Route::post('quizzes/{quiz}/changes', [ChangeController::class, 'store']);
    Route::post('quizzes/{quiz}/undo', [ChangeController::class, 'undo']);
    Route::post('quizzes/{quiz}/redo', [ChangeController::class, 'redo']);
    Route::get('quizzes/{quiz}/history', [ChangeController::class, 'history']);
    Route::get('quizzes/{quiz}/history/{number}', [ChangeController::class, 'moment']);
    Route::post('quizzes/{quiz}/editions', [QuizController::class, 'publish']);
    Route::get('quizzes/{quiz}/suggested-terms', [QuizController::class, 'suggestedTerms']);
    Route::get('quizzes/{quiz}/findings-from-answers', [QuizController::class, 'findingsFromAnswers']);
    Route::put('quizzes/{quiz}/left-findings/{finding}', [QuizController::class, 'leaveFinding']);
    Route::delete('quizzes/{quiz}/left-findings/{finding}', [QuizController::class, 'takeUpFinding']);
    Route::get('quizzes/{quiz}/corrections', [CorrectionController::class, 'index']);
    Route::post('quizzes/{quiz}/corrections', [CorrectionController::class, 'store']);
    Route::delete('quizzes/{quiz}/corrections/{correction}', [CorrectionController::class, 'takeBack']);
    Route::get('quizzes/{quiz}/difference', [CorrectionController::class, 'difference']);
    Route::post('quizzes/{quiz}/corrections/{correction}/editions/{number}', [CorrectionController::class, 'layOver']);
    Route::post('quizzes/{quiz}/re-markings', [CorrectionController::class, 'remark']);
    Route::post('terms', TermsController::class);
    Route::get('kept-terms', [KeptTermsController::class, 'index']);
    Route::post('kept-terms', [KeptTermsController::class, 'store']);
    Route::delete('kept-terms/{kept}', [KeptTermsController::class, 'destroy']);
    Route::post('workings', [WorkingsController::class, 'show']);
    Route::post('workings/family', [WorkingsController::class, 'family']);
    Route::get('quizzes/{quiz}/forecast', [ForecastController::class, 'ofDraft']);
    Route::post('quizzes/{quiz}/forecast', [ForecastController::class, 'underTerms']);
    Route::post('quizzes/{quiz}/rehearsals', RehearsalController::class);
    Route::delete('quizzes/{quiz}', [QuizController::class, 'archive']);
    Route::post('quizzes/{quiz}/restore', [QuizController::class, 'restore']);

    Route::get('quizzes/{quiz}/conversations', [ConversationController::class, 'about']);
    Route::post('quizzes/{quiz}/conversations', [ConversationController::class, 'ask']);
    Route::post('conversations/{conversation}/answers', [ConversationController::class, 'answer']);
    Route::put('conversations/{conversation}/settled', [ConversationController::class, 'settle']);
    Route::delete('conversations/{conversation}/settled', [ConversationController::class, 'open']);

    Route::get('media', [MediaController::class, 'index']);
    Route::post('media', [MediaController::class, 'store']);
    Route::post('media/from-address', [MediaController::class, 'fetch']);
    Route::post('media/from-service', [MediaController::class, 'fromService']);
    Route::get('media/search', [MediaController::class, 'search']);
    Route::get('media/{medium}', [VideoController::class, 'show']);
    Route::get('media/{medium}/uses', [VideoController::class, 'uses']);
    Route::post('media/{medium}/file', [VideoController::class, 'replace']);
    Route::get('media/{medium}/captions', [VideoController::class, 'captions']);
    Route::put('media/{medium}/captions/{language}', [VideoController::class, 'writeCaptions'])->where('language', $language);
    Route::post('media/{medium}/captions/{language}', [VideoController::class, 'sendCaptions'])->where('language', $language);
    Route::delete('media/{medium}/captions/{language}', [VideoController::class, 'removeCaptions'])->where('language', $language);

    Route::get('classes', [ClassController::class, 'index']);
    Route::post('classes', [ClassController::class, 'store']);
    Route::get('classes/{class}', [ClassController::class, 'show']);
    Route::patch('classes/{class}', [ClassController::class, 'update']);
    Route::get('classes/{class}/record', [RecordController::class, 'show']);
    Route::get('classes/{class}/objectives', [RecordController::class, 'objectives']);
    Route::get('classes/{class}/exit-checks', ExitCheckController::class);
    Route::get('classes/{class}/gradebook', [GradebookController::class, 'show']);
    Route::put('classes/{class}/gradebook', [GradebookController::class, 'connect']);
    Route::delete('classes/{class}/gradebook', [GradebookController::class, 'disconnect']);
    Route::post('classes/{class}/phrase', [ClassController::class, 'renewPhrase']);
    Route::post('classes/{class}/roster-file', [RosterController::class, 'read']);
    Route::post('classes/{class}/roster-preview', [RosterController::class, 'look']);
    Route::post('classes/{class}/students', [RosterController::class, 'add']);
    Route::delete('classes/{class}/students/{student}', [RosterController::class, 'takeOut']);
    Route::post('classes/{class}/students/{student}/restore', [RosterController::class, 'bringBack']);
    Route::put('classes/{class}/students/{student}/name', [RosterController::class, 'rename']);
    Route::post('classes/{class}/students/{student}/move', [RosterController::class, 'move']);
    Route::put('classes/{class}/students/{student}/time', [RosterController::class, 'giveExtraTime']);
    Route::delete('classes/{class}/students/{student}/secret', [RosterController::class, 'clearSecret']);
    Route::delete('classes/{class}/students/{student}/pause', [RosterController::class, 'liftPause']);
    Route::post('classes/{class}/students/{student}/merges', [MergeController::class, 'store']);
    Route::delete('merges/{merge}', [MergeController::class, 'takeBack']);

    Route::post('classes/{class}/sittings', [SittingController::class, 'open']);
    Route::get('sittings/{sitting}', [SittingController::class, 'show']);
    Route::post('sittings/{sitting}/questions', [SittingController::class, 'ask']);
    Route::post('sittings/{sitting}/acts', [SittingController::class, 'act']);

    Route::get('units', [GivingController::class, 'units']);
    Route::post('tasks', [GivingController::class, 'store']);
    Route::put('tasks/{task}/exceptions/{student}', [GivingController::class, 'except']);
    Route::delete('tasks/{task}/exceptions/{student}', [GivingController::class, 'noException']);
    Route::post('tasks/{task}/exports', [ExportController::class, 'ofTask']);
    Route::get('tasks/{task}/rounds', [RecordController::class, 'rounds']);
    Route::put('tasks/{task}/excused/{student}', [RecordController::class, 'excuse']);
    Route::delete('tasks/{task}/excused/{student}', [RecordController::class, 'noExcuse']);
    Route::put('tasks/{task}/released/{student}', [RecordController::class, 'release']);
    Route::post('tasks/{task}/again', [GivingController::class, 'again']);
    Route::get('tasks/{task}', [TaskController::class, 'show']);
    Route::patch('tasks/{task}', [TaskController::class, 'update']);
    Route::get('tasks/{task}/evidence', EvidenceController::class);
    Route::put('tasks/{task}/passing', [GradebookController::class, 'begin']);
    Route::delete('tasks/{task}/passing', [GradebookController::class, 'end']);
    Route::post('tasks/{task}/passing/again', [GradebookController::class, 'again']);
    Route::put('tasks/{task}/groups', [FollowUpController::class, 'group']);
    Route::delete('tasks/{task}/groups', [FollowUpController::class, 'ungroup']);
    Route::get('tasks/{task}/follow-up', [FollowUpController::class, 'proposal']);
    Route::get('tasks/{task}/follow-ups', [FollowUpController::class, 'index']);
    Route::post('tasks/{task}/follow-ups', [FollowUpController::class, 'store']);
    Route::get('tasks/{task}/opening', [FollowUpController::class, 'opening']);
    Route::post('tasks/{task}/openings', [FollowUpController::class, 'open']);
    Route::get('tasks/{task}/returns', ReturnsController::class);
    Route::post('tasks/{task}/sheets', SheetsController::class);
    Route::get('tasks/{task}/videos/{video}', [WatchingController::class, 'show']);
    Route::put('tasks/{task}/comments', [WatchingController::class, 'open']);
    Route::put('tasks/{task}/rounds/{round}/hidden-comments/{number}', [WatchingController::class, 'hide']);
    Route::delete('tasks/{task}/rounds/{round}/hidden-comments/{number}', [WatchingController::class, 'unhide']);
    Route::get('tasks/{task}/lookout', [TaskController::class, 'lookout']);
    Route::get('pile', [PileController::class, 'index']);
    Route::post('tasks/{task}/messages', [ConversationController::class, 'tell']);
    Route::get('tasks/{task}/pile', [PileController::class, 'ofTask']);
    Route::post('tasks/{task}/rounds/{round}/overrulings', [PileController::class, 'overrule']);
    Route::post('tasks/{task}/rounds/{round}/restorings', [PileController::class, 'restore']);
    Route::get('tasks/{task}/students/{student}', [TaskController::class, 'studentWalks']);
});

Route::post('student/class', [EntryController::class, 'find']);
Route::post('student/enter', [EntryController::class, 'enter']);
Route::get('sheets/{sheet}', [SheetController::class, 'show']);
Route::post('sheets/{sheet}/photographs', [SheetController::class, 'take']);

Route::middleware('auth:student')->prefix('student')->group(static function (): void {
    Route::get('', [EntryController::class, 'me']);
    Route::post('sign-out', [EntryController::class, 'signOut']);
    Route::patch('reading', [EntryController::class, 'keepReading']);
    Route::get('sitting', [StudentSittingController::class, 'show']);
    Route::post('sittings/{sitting}/entry', [StudentSittingController::class, 'enter']);
    Route::delete('sittings/{sitting}/entry', [StudentSittingController::class, 'goOut']);
    Route::put('sittings/{sitting}/mood', [StudentSittingController::class, 'say']);
    Route::post('tasks/{task}/rounds', [RoundController::class, 'begin']);
    Route::post('tasks/{task}/returns', [RoundController::class, 'comeBack']);
    Route::get('rounds/{round}', [RoundController::class, 'show']);
    Route::post('rounds/{round}/files', HandInController::class);
    Route::post('rounds/{round}/events', [RoundController::class, 'take']);
    Route::get('rounds/{round}/comments', CommentController::class);
    Route::get('rounds/{round}/conversations', [StudentConversationController::class, 'ofRound']);
    Route::post('rounds/{round}/conversations', [StudentConversationController::class, 'ask']);
    Route::put('conversations/{conversation}/seen', [StudentConversationController::class, 'see']);
    Route::post('conversations/{conversation}/replies', [StudentConversationController::class, 'reply']);
    Route::match(['get', 'post'], 'yardstick', YardstickController::class);
});

Route::get('may-listen', LiveController::class);
Route::get('post-box', PostBoxController::class);
Route::get('gradebook-keys', [GradebookController::class, 'keys']);
