<?php

declare(strict_types=1);

use HiddenLadder\App\Http\Controllers\HealthController;
use HiddenLadder\App\Http\Controllers\MediaFileController;
use HiddenLadder\App\Http\Controllers\PageController;
use Illuminate\Support\Facades\Route;

// Asked by whoever watches over the server: without session or anything else of a person.
Route::get('health', HealthController::class)->withoutMiddleware('web');

Route::get('media/{medium}', [MediaFileController::class, 'file']);
Route::get('media/{medium}/captions/{language}', [MediaFileController::class, 'captions']);
Route::get('media/{medium}/lines/{language}', [MediaFileController::class, 'lines']);
Route::get('media/{medium}/timeline/{what}', [MediaFileController::class, 'timeline'])->whereIn('what', ['wave', 'pictures']);

Route::get('{path?}', PageController::class)->where('path', '(?!api/|build/).*');
