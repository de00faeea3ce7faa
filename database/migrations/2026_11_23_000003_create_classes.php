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
            $table->foreignUlid('teacher_id')->constrained();
            $table->string('name', 120);
            $table->string('phrase', 60)->unique();
            $table->timestamps(3);
        });
        Schema::create('students', static function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->string('name', 120);
            // Chosen by the student at the first entry; a hash, or nothing until then.
            $table->string('secret')->nullable();
            $table->timestamps(3);
        });
        Schema::create('enrolments', static function (Blueprint $table): void {
            $table->foreignUlid('class_id')->constrained('classes')->cascadeOnDelete();
            $table->foreignUlid('student_id')->constrained()->cascadeOnDelete();
            // The name as it is compared at the door: folded, so that two alike cannot stand in one class.
            $table->string('name_key', 190);
            $table->timestamp('removed_at', 3)->nullable();
            $table->primary(['class_id', 'student_id']);
            $table->unique(['class_id', 'name_key']);
        });
        Schema::create('assignments', static function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignUlid('class_id')->constrained('classes');
            $table->foreignUlid('quiz_id')->constrained();
            $table->string('state', 10)->default('open');
            $table->json('terms');
            $table->timestamp('due_at')->nullable();
            $table->timestamps(3);
        });
    }

    public function down(): void
    {
        foreach (['assignments', 'enrolments', 'students', 'classes'] as $table) {
            Schema::drop($table);
        }
    }
};
