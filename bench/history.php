<?php

declare(strict_types=1);

// A quiz with 10,000 changes: the history as a page asks for it, what is told to a page that asks for news, a rewording as a
// whole request with the inspection, and the document rebuilt from all changes.

use HiddenLadder\App\Http\Controllers\Teacher\ChangeController;
use HiddenLadder\App\Models\ChangeKind;
use HiddenLadder\App\Models\Quiz;
use HiddenLadder\App\Models\QuizChange;
use HiddenLadder\App\Models\QuizState;
use HiddenLadder\App\Models\School;
use HiddenLadder\App\Models\Ulids;
use HiddenLadder\App\Quizzes\QuizChanges;
use HiddenLadder\Core\Quiz\Edits\Edit;
use HiddenLadder\Core\Quiz\Edits\Workpiece;
use Illuminate\Contracts\Console\Kernel;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\DB;

require(getenv('COMPOSER_VENDOR_DIR') ?: __DIR__.'/../vendor').'/autoload.php';
require __DIR__.'/measure.php';
require __DIR__.'/quiz.php';
(require __DIR__.'/../bootstrap/app.php')->make(Kernel::class)->bootstrap();

const CHANGES = 10_000;

$document = quizOf(30);
$teacher = School::query()->create(['name' => 'Bench'])->teachers()->create(
    ['name' => 'Bench', 'email' => 'history@school.example', 'password' => 'a long password'],
);
$quiz = Quiz::query()->create(
    ['teacher_id' => $teacher->id, 'title' => 'Bench', 'state' => QuizState::Draft, 'version' => 1, 'document' => $document],
);
Auth::guard('teacher')->setUser($teacher);
$work = Workpiece::fromJson(strval($quiz->refresh()->getRawOriginal('document')));
$origin = $work->json();
$rows = [];
for ($i = 0; $i < CHANGES; $i++) {
    $edit = Edit::set($document['stops'][$i % 30]['question']['id'], 'feedback.right', "Right, $i.");
    $done = $work->apply([$edit]);
    $rows[] = [
        'quiz_id' => $quiz->id, 'number' => $i + 2, 'change_id' => Ulids::make(), 'teacher_id' => $teacher->id,
        'kind' => ChangeKind::Made->value, 'label' => 'Feedback reworded',
        'member' => "$edit->at.$edit->member", 'edits' => Edit::toJson($done->edits), 'inverse' => Edit::toJson($done->inverse),
        'made_at' => now()->addSeconds(3 * $i),
    ];
}
foreach (array_chunk($rows, 500) as $some) {
    QuizChange::query()->insert($some);
}
DB::table('quizzes')->where('id', $quiz->id)->update(['version' => CHANGES + 1, 'origin' => $origin, 'document' => $work->json()]);

$controller = app(ChangeController::class);
$asks = static function (string $method, string $address, string $body = '') use ($teacher): Request {
    $request = Request::create($address, $method, server: ['CONTENT_TYPE' => 'application/json'], content: $body);
    $request->setUserResolver(static fn () => $teacher);

    return $request;
};
$quiz = Quiz::query()->findOrFail($quiz->id);
told(
    'the history of a quiz with 10,000 changes, its first page',
    median(static fn () => $controller->history($asks('GET', '/'), $quiz)),
    200,
);
told(
    'what a page is told that asks for news of it, without any',
    median(static fn () => $controller->since($asks('GET', '/?since='.(CHANGES + 1)), Quiz::query()->findOrFail($quiz->id))),
    50,
);
told('its document rebuilt from all changes', median(static fn () => app(QuizChanges::class)->at($quiz, CHANGES + 1), 3), 3000);
$number = 0;
told('a rewording in 30 stops as a whole, with what the inspection finds', median(static function () use ($controller, $asks, $quiz, $document, &$number): void {
    $now = Quiz::query()->findOrFail($quiz->id);
    $edit = ['do' => 'set', 'at' => $document['stops'][7]['question']['id'], 'member' => 'feedback.right', 'value' => 'Right, '.$number++];
    $controller->store(
        $asks(
            'POST',
            '/',
            (string) json_encode(['id' => Ulids::make(), 'version' => $now->version, 'label' => 'Feedback reworded', 'edits' => [$edit]]),
        ),
        $now,
    );
}), 100);
