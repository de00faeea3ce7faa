<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('classes', static function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignUlid('school_id')->constrained();
            $table->foreignUlid('teacher_id')->constrained();
            $table->string('name', 120);
            $table->string('phrase', 60)->collation('utf8mb4_bin')->unique();
            $table->timestamp('archived_at', 3)->nullable();
            // Until then its students choose a first secret without a code.
            $table->timestamp('no_code_until', 3)->nullable();
            // Where the school's gradebook has the columns of this class.
            $table->string('gradebook', 1000)->nullable();
            $table->timestamps(3);
        });
        Schema::create('enrolments', static function (Blueprint $table): void {
            $table->foreignUlid('class_id')->constrained('classes')->cascadeOnDelete();
            $table->foreignUlid('student_id')->constrained()->cascadeOnDelete();
            // The name as it is compared at the door: NFKC, case folded, in bytes. Two alike cannot stand in one class.
            $table->binary('name_key', 600);
            $table->timestamp('removed_at', 3)->nullable();
            $table->primary(['class_id', 'student_id']);
            $table->unique(['class_id', 'name_key']);
        });
        // One stretch of teaching, which groups tasks.
        Schema::create('units', static function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignUlid('school_id')->constrained();
            $table->foreignUlid('teacher_id')->constrained();
            $table->string('name', 120);
            $table->timestamps(3);
        });
        // Terms that a teacher gives again and again, under a name.
        Schema::create('kept_terms', static function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignUlid('teacher_id')->constrained();
            $table->string('name', 60);
            $table->json('terms');
            $table->timestamps(3);
            $table->unique(['teacher_id', 'name']);
        });
        Schema::create('tasks', static function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignUlid('teacher_id')->constrained();
            $table->foreignUlid('quiz_id')->constrained();
            $table->foreignUlid('class_id')->nullable()->constrained('classes');
            // Whom it is for: the class, the students named in task_students, or whoever has the link.
            $table->string('audience', 10)->default('class');
            // Given to several classes at once: the same for all of them. Who is in two does it once.
            $table->ulid('given_together')->nullable()->index();
            // How little is asked of whoever comes to it: a secret, a name of the roster, any name, none.
            $table->string('way_in', 10)->default('secret');
            $table->string('link', 40)->collation('ascii_bin')->nullable()->unique();
            // Encrypted, since the teacher reads it out again.
            $table->text('password')->nullable();
            // To the students, before they start.
            $table->string('note', 500)->default('');
            $table->foreignUlid('unit_id')->nullable()->constrained();
            $table->json('terms');
            // Its state is worked out from these and the clock, by TaskState alone.
            $table->timestamp('opens_at', 3)->nullable();
            $table->timestamp('due_at', 3)->nullable();
            $table->timestamp('closes_at', 3)->nullable();
            // Of a task that was closed by hand: when it was to close, for opening it again.
            $table->timestamp('planned_closes_at', 3)->nullable();
            $table->timestamp('taken_back_at', 3)->nullable();
            $table->timestamp('released_at', 3)->nullable();
            // Weight in the record, zero included.
            $table->double('weight')->default(1);
            $table->boolean('optional')->default(false);
            // What holds otherwise for single students, by their id: due and closing time, terms, lifted gates.
            $table->json('exceptions')->nullable();
            // Groups as the teacher made them: what each needs, and who is in it.
            $table->json('groups')->nullable();
            // A follow-up: the task out of whose evidence it was made, and the misconception or objective of its quiz that it is about.
            // About none of them, it is the opening of a lesson.
            $table->foreignUlid('follows_id')->nullable()->constrained('tasks');
            $table->ulid('follows_need')->nullable();
            // When the opening that could be made of it was not wanted.
            $table->timestamp('opening_left_at', 3)->nullable();
            $table->timestamps(3);
            $table->index(['teacher_id', 'created_at']);
        });
        Schema::create('task_students', static function (Blueprint $table): void {
            $table->foreignUlid('task_id')->constrained()->cascadeOnDelete();
            $table->foreignUlid('student_id')->constrained()->cascadeOnDelete();
            $table->primary(['task_id', 'student_id']);
        });
    }

    public function down(): void
    {
        foreach (['task_students', 'tasks', 'kept_terms', 'units', 'enrolments', 'classes'] as $table) {
            Schema::drop($table);
        }
    }
};
