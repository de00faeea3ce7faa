<?php

declare(strict_types=1);

namespace HiddenLadder\App\Http\Controllers\Teacher;

use HiddenLadder\App\Http\Controllers\Controller;
use HiddenLadder\App\Http\Resources\ClassLine;
use HiddenLadder\App\Http\Resources\WholeClass;
use HiddenLadder\App\Models\SchoolClass;
use HiddenLadder\App\School\Phrases;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** Classes: made, named, archived. */
final class ClassController extends Controller
{
    /** Minutes for which first secrets are chosen without a code; a lesson that is led ends it sooner. */
    private const LESSON = 60;

    public function index(Request $request): JsonResponse
    {
        $classes = $this->teacher($request)->classes()->withCount(['students', 'tasks'])->orderBy('name')->orderBy('id')->get();

        return new JsonResponse($classes->map(static fn (SchoolClass $class): array => (new ClassLine($class))->resolve() + [
            'students' => $class->getAttribute('students_count'),
            'tasks' => $class->getAttribute('tasks_count'),
        ])->all());
    }

    public function store(Request $request, Phrases $phrases): JsonResponse
    {
        $request->validate(['name' => ['required', 'string', 'max:120']]);
        $class = $this->teacher($request)->classes()->create([
            'school_id' => $this->teacher($request)->school_id, 'name' => $request->string('name')->trim()->value(),
            'phrase' => $phrases->fresh(),
        ]);

        return new JsonResponse(new WholeClass($class), 201);
    }

    public function show(SchoolClass $class): JsonResponse
    {
        $this->authorize('reach', $class);

        return new JsonResponse(new WholeClass($class));
    }

    /** Another name; archived, or taken up again; first secrets without a code for one lesson, or no longer. */
    public function update(Request $request, SchoolClass $class): JsonResponse
    {
        $this->authorize('reach', $class);
        $request->validate(['name' => ['string', 'max:120'], 'archived' => ['boolean'], 'withoutCode' => ['boolean']]);
        $name = $request->string('name')->trim()->value();
        $class->update($name === '' ? [] : ['name' => $name]);
        if ($request->has('archived') && $request->boolean('archived') === ($class->archived_at === null)) {
            $class->update(['archived_at' => $request->boolean('archived') ? now() : null]);
        }
        if ($request->has('withoutCode')) {
            $class->update(['no_code_until' => $request->boolean('withoutCode') ? now()->addMinutes(self::LESSON) : null]);
        }

        return new JsonResponse(new WholeClass($class));
    }

    /** A phrase that nobody knows yet; the old one leads nowhere from now on. Who is in stays in. */
    public function renewPhrase(SchoolClass $class, Phrases $phrases): JsonResponse
    {
        $this->authorize('reach', $class);
        $class->update(['phrase' => $phrases->fresh()]);

        return new JsonResponse(new WholeClass($class));
    }
}
