<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Http\Resources\SchoolHouse;
use HiddenLadder\App\Models\School;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\Models\Student;
use HiddenLadder\App\School\Colleagues;
use HiddenLadder\App\School\Invitations;
use HiddenLadder\App\School\SignUp;
use HiddenLadder\Core\Marking\PlainText;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Validation\Rule;

/** A school, as its keepers see to it: who teaches there, who is asked to come, who may sign up. */
final class SchoolController extends Controller
{
    /** Students that are found at most. */
    private const MOST = 20;

    public function show(Request $request): JsonResponse
    {
        return new JsonResponse(new SchoolHouse($this->school($request)));
    }

    public function update(Request $request): JsonResponse
    {
        $school = $this->school($request);
        $request->validate(['name' => ['string', 'max:120'], 'signUp' => [Rule::enum(SignUp::class)], 'timeZone' => ['timezone:all']]);
        $name = $request->string('name')->trim()->value();
        $school->update($name === '' ? [] : ['name' => $name]);
        if ($request->filled('timeZone')) {
            $school->update(['time_zone' => $request->string('timeZone')->value()]);
        }
        if ($request->has('signUp') && School::host()?->id === $school->id) {
            $school->update(['sign_up' => $request->enum('signUp', SignUp::class)]);
        }

        return new JsonResponse(new SchoolHouse($school->refresh()));
    }

    /** Those of the school with these words in their name, or with this number. */
    public function students(Request $request): JsonResponse
    {
        $school = $this->school($request);
        $request->validate(['named' => ['required', 'string', 'max:100']]);
        $found = $school->students()->named($request->string('named')->trim()->value())->with('classes.teacher:id,name')
            ->orderBy('family_name')->orderBy('given_name')->orderBy('id')->limit(self::MOST)->get();

        return new JsonResponse(Student::inLastNameOrder($found)->map(static fn (Student $student): array => [
            'id' => $student->id, 'name' => $student->name, 'number' => $student->outside_number,
            'classes' => $student->classes->map(
                static fn (SchoolClass $class): array => ['name' => $class->name, 'teacher' => $class->teacher->name],
            )->all(),
        ])->all());
    }

    public function invite(Request $request, Invitations $invitations): JsonResponse
    {
        $this->school($request);
        $request->validate(['email' => ['required', 'string', 'email', 'max:190']]);
        [, $address] = $invitations->invite($this->teacher($request), PlainText::folded($request->string('email')->value()));

        return new JsonResponse(['address' => $address], 201);
    }

    public function withdraw(Request $request, string $invitation): Response
    {
        $this->school($request)->invitations()->findOrFail($invitation)->update(['withdrawn_at' => now()]);

        return new Response('', 204);
    }

    public function makeKeeper(Request $request, string $teacher, Colleagues $colleagues): Response
    {
        $found = $this->school($request)->teachers()->whereNull('let_go_at')->findOrFail($teacher);
        $request->validate(['isKeeper' => ['required', 'boolean']]);
        $colleagues->setKeeper($found, $request->boolean('isKeeper'));

        return new Response('', 204);
    }

    public function letGo(Request $request, string $teacher, Colleagues $colleagues): Response
    {
        $school = $this->school($request);
        abort_if($teacher === $this->teacher($request)->id, 404);
        $leaves = $school->teachers()->findOrFail($teacher);
        $request->validate(['to' => ['required', 'string']]);
        $colleagues->letGo($leaves, $school->teachers()->findOrFail($request->string('to')->value()));

        return new Response('', 204);
    }

    public function bringBack(Request $request, string $teacher, Colleagues $colleagues): Response
    {
        $colleagues->bringBack($this->school($request)->teachers()->findOrFail($teacher));

        return new Response('', 204);
    }

    private function school(Request $request): School
    {
        $school = $this->teacher($request)->school()->sole();
        $this->authorize('keep', $school);

        return $school;
    }
}
