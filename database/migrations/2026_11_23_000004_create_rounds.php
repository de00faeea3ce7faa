<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('rounds', static function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignUlid('assignment_id')->constrained();
            $table->foreignUlid('student_id')->constrained();
            $table->foreignUlid('edition_id')->constrained();
            $table->unsignedInteger('number');
            $table->json('terms');
            // Derived from the events; `rounds:rebuild` makes it anew.
            $table->longText('state');
            $table->timestamp('started_at', 3);
            $table->timestamp('moved_at', 3);
            $table->timestamp('finished_at', 3)->nullable();
            $table->unique(['assignment_id', 'student_id', 'number']);
        });
        // Append-only, and the truth: what a student did, numbered within the round.
        Schema::create('round_events', static function (Blueprint $table): void {
            $table->foreignUlid('round_id')->constrained();
            $table->unsignedInteger('number');
            $table->ulid('event_id');
            $table->string('kind', 20);
            $table->text('data');
            $table->text('facts');
            $table->unsignedBigInteger('device_ms')->nullable();
            $table->unsignedBigInteger('taken_ms');
            $table->primary(['round_id', 'number']);
            $table->unique(['round_id', 'event_id']);
        });
    }

    public function down(): void
    {
        Schema::drop('round_events');
        Schema::drop('rounds');
    }
};
