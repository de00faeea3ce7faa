<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        // Tasks whose scores are passed on to the school's gradebook.
        Schema::create('passed_tasks', static function (Blueprint $table): void {
            $table->foreignUlid('task_id')->primary()->constrained();
            $table->boolean('is_on')->default(true);
            // The address of its column there, once there is one.
            $table->string('item', 1000)->nullable();
            // What that column was told of itself last: its title, its times.
            $table->char('described', 40)->default('');
            // What its scores were worked out of, so that they are worked out anew when that has changed.
            $table->char('mark', 40)->default('');
            $table->timestamps(3);
        });
        // What stands there of each student, or is to.
        Schema::create('passed_scores', static function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignUlid('task_id')->constrained();
            $table->foreignUlid('student_id')->constrained();
            // 0 to 1; none where a score that was told is taken back.
            $table->double('score')->nullable();
            $table->string('activity', 20);
            $table->string('grading', 20);
            // When it came to that: the standard's timestamp, the same however often it is sent.
            $table->timestamp('at', 3);
            $table->string('state', 10);
            $table->string('reason', 20)->nullable();
            $table->timestamp('sent_at', 3)->nullable();
            $table->unique(['task_id', 'student_id']);
            $table->index(['task_id', 'state', 'at']);
        });
    }

    public function down(): void
    {
        Schema::drop('passed_scores');
        Schema::drop('passed_tasks');
    }
};
