<?php

declare(strict_types=1);

use App\Http\Controllers\ArchiveController;
use App\Http\Controllers\AreaController;
use App\Http\Controllers\AttachmentController;
use App\Http\Controllers\BatchReadController;
use App\Http\Controllers\BoardController;
use App\Http\Controllers\CalendarController;
use App\Http\Controllers\CaptureController;
use App\Http\Controllers\ClosingController;
use App\Http\Controllers\CredentialController;
use App\Http\Controllers\DayController;
use App\Http\Controllers\DeviceController;
use App\Http\Controllers\DevicePasswordController;
use App\Http\Controllers\EntryController;
use App\Http\Controllers\EntryHistoryController;
use App\Http\Controllers\FeedController;
use App\Http\Controllers\FilingController;
use App\Http\Controllers\FilterController;
use App\Http\Controllers\FittingController;
use App\Http\Controllers\FollowController;
use App\Http\Controllers\HistoryController;
use App\Http\Controllers\InterchangeController;
use App\Http\Controllers\InvitationController;
use App\Http\Controllers\LeadUpController;
use App\Http\Controllers\LeaveController;
use App\Http\Controllers\ManyController;
use App\Http\Controllers\OccurrenceController;
use App\Http\Controllers\ReminderController;
use App\Http\Controllers\RoundController;
use App\Http\Controllers\RoutineController;
use App\Http\Controllers\SearchController;
use App\Http\Controllers\SessionController;
use App\Http\Controllers\TallyController;
use App\Http\Controllers\TemplateController;
use App\Http\Controllers\ThemeController;
use App\Http\Controllers\TimingController;
use App\Http\Middleware\IdempotentRequest;
use App\Http\Middleware\SaysRevision;
use Illuminate\Support\Facades\Route;

Route::get('session', [SessionController::class, 'show']);
// Each counts its own wrong tries (Accounts\Backoff).
Route::post('session', [SessionController::class, 'signIn']);
Route::post('account', [SessionController::class, 'open'])->middleware('throttle:open-account');
Route::post('account/reset', [CredentialController::class, 'forgotten']);
Route::put('account/reset', [CredentialController::class, 'reset'])->middleware('throttle:open-account');

// What holds a password or a token is not kept to be answered again.
Route::middleware('auth:sanctum')->group(function (): void {
    Route::patch('account/password', [CredentialController::class, 'password']);
    Route::patch('account/email', [CredentialController::class, 'address']);
    Route::get('archives', [ArchiveController::class, 'index']);
    Route::post('archives', [ArchiveController::class, 'store']);
    Route::patch('archives', [ArchiveController::class, 'change']);
    Route::post('archives/file', [ArchiveController::class, 'bring'])->name('archives.bring');
    Route::get('archives/{archive}', [ArchiveController::class, 'show'])->name('archives.show');
    Route::post('archives/{archive}/restore', [ArchiveController::class, 'restore']);
    Route::delete('archives/{archive}', [ArchiveController::class, 'destroy']);
    Route::post('account/leave', [LeaveController::class, 'store']);
    Route::delete('account/leave', [LeaveController::class, 'destroy']);
    Route::get('invitations', [InvitationController::class, 'index']);
    Route::post('invitations', [InvitationController::class, 'store'])->middleware('throttle:open-account');
    Route::delete('invitations/{invitation}', [InvitationController::class, 'destroy']);
    Route::get('devices', [DeviceController::class, 'index']);
    Route::delete('devices', [DeviceController::class, 'destroyOthers']);
    Route::delete('devices/{device}', [DeviceController::class, 'destroy']);
    Route::get('device-passwords', [DevicePasswordController::class, 'index']);
    Route::post('device-passwords', [DevicePasswordController::class, 'store']);
    Route::delete('device-passwords/{password}', [DevicePasswordController::class, 'destroy']);
});

Route::middleware(['auth:sanctum', SaysRevision::class, IdempotentRequest::class])->group(function (): void {
    Route::delete('session', [SessionController::class, 'signOut']);
    Route::patch('account', [SessionController::class, 'change']);
    Route::get('account/zone', [SessionController::class, 'anotherZone']);

    Route::get('together', BatchReadController::class)->name('together');
    Route::get('board', [BoardController::class, 'board']);
    Route::get('basket', [BoardController::class, 'basket']);
    Route::put('basket/order', [BoardController::class, 'orderBasket']);
    Route::get('month', [BoardController::class, 'month']);
    Route::get('year', [BoardController::class, 'year']);
    Route::get('holidays', [BoardController::class, 'holidays']);
    Route::get('search', [SearchController::class, 'find']);
    Route::get('ruler', [BoardController::class, 'ruler']);
    Route::get('revision', [BoardController::class, 'revision']);

    Route::get('areas', [AreaController::class, 'index']);
    Route::post('areas', [AreaController::class, 'store']);
    Route::put('areas/order', [AreaController::class, 'order']);
    Route::patch('areas/{area}', [AreaController::class, 'update']);
    Route::delete('areas/{area}', [AreaController::class, 'destroy']);

    Route::post('calendars', [CalendarController::class, 'store']);
    Route::put('calendars/order', [CalendarController::class, 'order']);
    Route::patch('calendars/{calendar}', [CalendarController::class, 'update']);
    Route::delete('calendars/{calendar}', [CalendarController::class, 'destroy']);

    // What is only looked at keeps no answer and takes no lock.
    Route::post('capture/reading', [CaptureController::class, 'read'])->withoutMiddleware(IdempotentRequest::class);
    Route::post('capture', [CaptureController::class, 'store']);
    Route::post('rhythm/preview', [EntryController::class, 'preview'])->withoutMiddleware(IdempotentRequest::class);

    Route::post('entries', [EntryController::class, 'store']);
    Route::get('entries/{entry}', [EntryController::class, 'show']);
    Route::patch('entries/{entry}', [EntryController::class, 'update']);
    Route::delete('entries/{entry}', [EntryController::class, 'destroy']);
    Route::post('entries/{entry}/copy', [EntryController::class, 'copy']);
    Route::get('entries/{entry}/history', [EntryHistoryController::class, 'steps']);
    Route::post('entries/{entry}/history/{step}', [EntryHistoryController::class, 'restore']);
    Route::get('entries/{entry}/past', [EntryHistoryController::class, 'past']);
    Route::get('entries/{entry}/reach', [EntryHistoryController::class, 'reach']);
    Route::post('entries/{entry}/lead-ups/spread', [LeadUpController::class, 'spread']);
    Route::post('entries/{entry}/lead-ups/align', [LeadUpController::class, 'align']);
    Route::post('entries/{entry}/attachments', [AttachmentController::class, 'store'])->name('attachments.store');
    Route::get('attachments/{attachment}', [AttachmentController::class, 'show'])->name('attachments.show');
    Route::delete('attachments/{attachment}', [AttachmentController::class, 'destroy']);
    Route::post('many', [ManyController::class, 'change']);
    Route::get('routines', [RoutineController::class, 'index']);
    Route::patch('routines', [RoutineController::class, 'change']);
    Route::get('routines/{entry}/year', [RoutineController::class, 'year']);
    Route::post('routines/pause', [RoutineController::class, 'pause']);
    Route::get('themes', [ThemeController::class, 'index']);
    Route::post('themes', [ThemeController::class, 'keep']);
    Route::delete('themes/{theme}', [ThemeController::class, 'remove']);
    Route::get('templates', [TemplateController::class, 'index']);
    Route::post('templates', [TemplateController::class, 'keep']);
    Route::patch('templates/{template}', [TemplateController::class, 'change']);
    Route::delete('templates/{template}', [TemplateController::class, 'remove']);
    Route::post('templates/{template}/preview', [TemplateController::class, 'preview'])->withoutMiddleware(
        IdempotentRequest::class,
    );
    Route::post('templates/{template}/stamp', [TemplateController::class, 'stamp']);
    Route::get('weeks/{date}', [TemplateController::class, 'week']);
    Route::post('weeks/{date}/copy', [TemplateController::class, 'copyWeek']);
    Route::get('tally/{from}/{days}', [TallyController::class, 'show']);
    Route::get('tally/{from}/{days}/lines', [TallyController::class, 'lines']);
    Route::get('tally/{from}/{days}/habits', [TallyController::class, 'habits']);
    Route::get('tally/{from}/{days}/sheet', [TallyController::class, 'sheet']);
    Route::get('habits', [TallyController::class, 'habit']);
    Route::get('durations', [TallyController::class, 'durations']);
    Route::put('durations', [TallyController::class, 'takeEstimates']);
    Route::get('rounds', [RoundController::class, 'index']);
    Route::get('rounds/{kind}/{date}', [RoundController::class, 'show']);
    Route::put('rounds/{kind}/{date}', [RoundController::class, 'keep']);
    Route::post('rounds/{kind}/{date}/goals', [RoundController::class, 'addGoal']);
    Route::patch('goals/{goal}', [RoundController::class, 'changeGoal']);
    Route::delete('goals/{goal}', [RoundController::class, 'removeGoal']);
    Route::post('fitting', [FittingController::class, 'propose'])->withoutMiddleware(IdempotentRequest::class);
    Route::post('fitting/places', [FittingController::class, 'accept']);

    Route::get('days/{date}', [DayController::class, 'show']);
    Route::put('days/{date}/order', [DayController::class, 'order']);
    Route::match(['put', 'delete'], 'days/{date}/hours', [DayController::class, 'hours']);
    Route::get('done', [DayController::class, 'done']);
    Route::get('timings/running', [TimingController::class, 'running']);
    Route::get('timings', [TimingController::class, 'index']);
    Route::get('days/{date}/timings', [TimingController::class, 'day']);
    Route::post('timings', [TimingController::class, 'start']);
    Route::post('timings/past', [TimingController::class, 'add']);
    Route::post('timings/{timing}/split', [TimingController::class, 'split']);
    Route::put('timings/{timing}/entry', [TimingController::class, 'handOver']);
    Route::post('timings/{timing}/stop', [TimingController::class, 'stop']);
    Route::patch('timings/{timing}', [TimingController::class, 'correct']);
    Route::delete('timings/{timing}', [TimingController::class, 'forget']);
    Route::get('closings/{date}', [ClosingController::class, 'show']);
    Route::post('closings/{date}/decide', [ClosingController::class, 'decide']);
    Route::post('closings/{date}/rest', [ClosingController::class, 'rest']);
    Route::put('closings/{date}', [ClosingController::class, 'save']);

    Route::get('feeds', [FeedController::class, 'index']);
    Route::post('feeds', [FeedController::class, 'store']);
    Route::post('feeds/{feed}/renew', [FeedController::class, 'renew']);
    Route::delete('feeds/{feed}', [FeedController::class, 'destroy']);
    // Another host is asked: no lock is held meanwhile.
    Route::post('follows', [FollowController::class, 'store'])
        ->name('follows.store')
        ->withoutMiddleware(IdempotentRequest::class);
    Route::post('follows/{calendar}/refresh', [FollowController::class, 'refresh'])
        ->name('follows.refresh')
        ->withoutMiddleware(IdempotentRequest::class);
    Route::get('calendar-file', [InterchangeController::class, 'file']);
    Route::get('table-file', [InterchangeController::class, 'table']);
    Route::post('imports', [InterchangeController::class, 'open'])->withoutMiddleware(IdempotentRequest::class);
    Route::get('imports/{import}', [InterchangeController::class, 'show']);
    Route::post('imports/{import}/read', [InterchangeController::class, 'read'])->withoutMiddleware(IdempotentRequest::class);
    Route::post('imports/{import}/columns', [InterchangeController::class, 'columns'])->withoutMiddleware(
        IdempotentRequest::class,
    );
    Route::post('imports/{import}/take', [InterchangeController::class, 'take']);
    Route::delete('imports/{import}', [InterchangeController::class, 'stop']);

    Route::get('filters', [FilterController::class, 'index']);
    Route::post('filters', [FilterController::class, 'store']);
    Route::delete('filters/{filter}', [FilterController::class, 'destroy']);
    Route::get('filing', [FilingController::class, 'index']);
    Route::post('filing', [FilingController::class, 'store']);
    Route::get('filing/match', [FilingController::class, 'match']);
    Route::post('filing/preview', [FilingController::class, 'preview'])->withoutMiddleware(IdempotentRequest::class);
    Route::patch('filing/{rule}', [FilingController::class, 'update']);
    Route::delete('filing/{rule}', [FilingController::class, 'destroy']);
    Route::post('filing/{rule}/apply', [FilingController::class, 'apply']);

    Route::post('entries/{entry}/move', [EntryController::class, 'move']);
    Route::match(['put', 'delete'], 'entries/{entry}/occurrences/{recurrence}/done', [OccurrenceController::class, 'done']);
    Route::match(['put', 'delete'], 'entries/{entry}/occurrences/{recurrence}/let-go', [OccurrenceController::class, 'letGo']);
    Route::put('entries/{entry}/occurrences/{recurrence}/day', [OccurrenceController::class, 'putOnDay']);
    Route::post('entries/{entry}/steps/{step}/out', [OccurrenceController::class, 'takeStepOut']);
    Route::match(['put', 'delete'], 'entries/{entry}/occurrences/{recurrence}/skipped', [
        OccurrenceController::class,
        'skipped',
    ]);
    Route::delete('entries/{entry}/occurrences/{recurrence}/own', [OccurrenceController::class, 'giveBack']);

    Route::get('reminders', [ReminderController::class, 'waiting']);
    Route::post('reminders/{delivery}/claim', [ReminderController::class, 'claim']);
    Route::post('reminders/{delivery}/answer', [ReminderController::class, 'answer']);
    Route::get('standins/post', [ReminderController::class, 'postBox']);
    Route::get('standins/phone', [ReminderController::class, 'phone']);
    Route::post('reminders/{delivery}/dismiss', [ReminderController::class, 'dismiss']);

    Route::post('undo', [HistoryController::class, 'undo']);
    Route::post('redo', [HistoryController::class, 'redo']);
});
