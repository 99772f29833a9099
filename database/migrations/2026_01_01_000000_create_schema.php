<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/**
 * The whole schema. Dates are YYYY-MM-DD and wall times YYYY-MM-DDTHH:MM:SS, as text that sorts by itself; instants are Unix
 * seconds,
 * lengths minutes where nothing else is said. Rows of the tables in App\Journal\Journal::TABLES are written only by the write
 * path.
 */
return new class extends Migration
{
    public function up(): void
    {
        $this->accounts();
        $this->calendars();
        $this->entries();
        $this->days();
        $this->plans();
        $this->history();
        $this->reminders();
        $this->search();
        $this->objects();
        $this->tally();
    }

    private function accounts(): void
    {
        // An account, with its settings. The revision is one higher after every change: pages ask for it.
        Schema::create('users', function (Blueprint $table): void {
            $table->id();
            $table->string('name');
            $table->string('email')->unique();
            $table->string('password');
            $table->rememberToken();
            $table->string('zone');
            $table->unsignedTinyInteger('first_weekday')->default(1); // ISO 8601
            $table->string('clock')->default('24'); // 24 or 12
            $table->json('week'); // seven of {minutes, wakes, sleeps, theme}, Monday first
            $table->json('work_days')->default('[1,2,3,4,5]'); // ISO 8601
            $table->string('holidays')->nullable(); // a country of resources/holidays, ISO 3166
            $table->ulid('default_calendar_id')->nullable(); // where new entries go
            $table->unsignedSmallInteger('stint_minutes')->default(25);
            $table->unsignedSmallInteger('must_limit')->default(2); // a day
            $table->unsignedSmallInteger('other_limit')->default(8);
            $table
                ->json('closing_questions')
                ->default('["What went well?","What could be better?","A good moment","What for tomorrow?"]');
            $table
                ->json('round_questions')
                ->default('["What gave strength?","What took it?","What was learned?","What should be less?"]');
            $table->json('best_hours')->nullable(); // of each of the 24 hours: 2 at one's best, 1 fair, 0 else; null for the usual
            $table->unsignedTinyInteger('breathing')->default(0); // percent of what a day has to give that stays free
            $table->unsignedSmallInteger('least_pause')->default(0); // minutes between two blocks
            $table->unsignedSmallInteger('deep_minutes')->default(0); // of a stretch that is kept whole each week; 0 for none
            $table->boolean('weather')->default(true); // whether days say what weather is expected
            $table->string('weather_place')->default('');
            $table->unsignedSmallInteger('quiet_from')->default(0); // minutes of the day; the same for none
            $table->unsignedSmallInteger('quiet_to')->default(0);
            $table->unsignedSmallInteger('agenda_at')->nullable(); // minute of the day
            $table->json('agenda_channels')->default('["screen"]');
            $table->unsignedSmallInteger('evening_at')->nullable();
            $table->unsignedBigInteger('planned_until')->default(0)->index(); // the instant up to which reminders are written down
            $table->unsignedInteger('revision')->default(0);
            $table->boolean('archives_daily')->default(false); // whether all of it is written down every day
            $table->unsignedTinyInteger('archives_kept')->default(3);
            $table->unsignedBigInteger('leaves_at')->nullable(); // when the account is to be gone
            $table->string('revision_line')->default(''); // another after a backup was brought back: revisions before it mean others
            $table->timestamps();
        });
        // Passwords of programs that read and write by CalDAV, known by their SHA-256 only: each is 130 bits of chance.
        Schema::create('device_passwords', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('name');
            $table->string('password_hash')->unique();
            $table->unsignedBigInteger('made_at');
            $table->unsignedBigInteger('used_at')->nullable();
        });
        // All of an account as one file each, of those that are kept (storage/app/private/archives).
        Schema::create('archives', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('kind'); // own, daily, aside (before another was brought back), brought (from elsewhere) or leaving
            $table->string('state')->default('waiting'); // waiting, writing, restoring, good or bad
            $table->unsignedInteger('done')->default(0); // rows
            $table->unsignedInteger('total')->default(0);
            $table->string('trouble')->nullable(); // a sentence
            $table->unsignedBigInteger('bytes')->default(0);
            $table->json('counts')->default('{}'); // rows by table
            $table->unsignedBigInteger('made_at'); // Unix seconds
            $table->index(['user_id', 'made_at']);
        });
        // Where somebody is signed in. Ending one ends what was signed in there at once.
        Schema::create('devices', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('name'); // browser and system, as they name themselves
            $table->string('token_hash')->nullable(); // SHA-256 of what a remembered one brings along
            $table->unsignedBigInteger('signed_in_at');
            $table->unsignedBigInteger('seen_at');
            $table->unsignedBigInteger('expires_at');
        });
        // Single-use links sent by mail, known by their SHA-256 only.
        Schema::create('account_links', function (Blueprint $table): void {
            $table->id();
            $table->string('kind'); // reset or invitation
            $table->foreignId('user_id')->constrained()->cascadeOnDelete(); // whose password, or who invites
            $table->string('email');
            $table->string('token_hash')->unique();
            $table->unsignedBigInteger('expires_at');
            $table->unsignedBigInteger('used_at')->nullable();
        });
    }

    private function calendars(): void
    {
        // Life areas.
        Schema::create('areas', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('name');
            $table->string('colour');
            $table->unsignedInteger('intended_minutes')->nullable(); // a week
            $table->unsignedInteger('position')->default(0);
            $table->boolean('hidden')->default(false);
            $table->timestamps();
        });
        // Calendars, each in one area, with what new entries in them have unless said otherwise.
        Schema::create('calendars', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->foreignUlid('area_id')->constrained();
            $table->string('name');
            $table->string('colour')->nullable(); // null: the area's
            $table->unsignedInteger('position')->default(0);
            $table->boolean('hidden')->default(false);
            $table->string('missed')->default('hold');
            $table->boolean('busy')->default(true);
            $table->unsignedSmallInteger('margin_before')->default(0); // minutes that new entries have
            $table->unsignedSmallInteger('margin_after')->default(0);
            $table->json('reminders'); // of entries with hours
            $table->json('reminders_all_day')->default('[]');
            $table->string('resource_name')->nullable(); // last part of its CalDAV address, where a client chose it; else its id
            $table->text('follows')->nullable(); // the address that its entries come from, encrypted; null for a calendar of one's own
            $table->boolean('counted')->default(true); // whether its entries fill the day
            $table->json('hidden_words')->default('[]'); // entries of an address with one of them in the title are left out
            $table->timestamps();
        });
        // How the reading of each followed address stands. No foreign key: a calendar may be deleted and come back by undo.
        Schema::create('refreshes', function (Blueprint $table): void {
            $table->string('calendar_id', 26)->primary();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('etag')->nullable();
            $table->string('last_modified')->nullable();
            $table->unsignedInteger('every')->default(3600); // seconds
            $table->unsignedBigInteger('next_at')->default(0)->index(); // Unix seconds
            $table->unsignedBigInteger('good_at')->nullable();
            $table->unsignedSmallInteger('failures')->default(0); // since it was last good
            $table->string('trouble')->nullable(); // why the last try failed, in a sentence
            $table->unsignedInteger('left_out')->default(0); // of its last content
        });
        // What clients of CalDAV note at a calendar and means nothing here (RFC 4918 4.1).
        Schema::create('dav_properties', function (Blueprint $table): void {
            $table->foreignUlid('calendar_id')->constrained()->cascadeOnDelete();
            $table->string('name'); // in Clark notation: {namespace}local-name
            $table->text('value'); // XML
            $table->primary(['calendar_id', 'name']);
        });
        // Filters of the board that were given a name.
        Schema::create('filters', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('name');
            $table->json('choice'); // as the page asks for it
            $table->timestamps();
            $table->unique(['user_id', 'name']);
        });
        // Addresses under which others read a calendar or an area.
        Schema::create('feeds', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('calendar_id', 26)->nullable(); // no foreign key: it may be deleted and come back by undo
            $table->string('area_id', 26)->nullable();
            $table->boolean('busy_only')->default(false);
            $table->boolean('hides_private')->default(false); // left out, not told as busy
            $table->string('secret_hash')->unique(); // SHA-256
            $table->text('secret'); // encrypted, to be shown again
            $table->unsignedBigInteger('revision')->default(0); // of the account when it was last asked for
            $table->timestamp('changed_at')->nullable(); // when that was first seen
            $table->timestamp('asked_at')->nullable();
            $table->timestamps();
        });
        // Rules that file an entry by words in its title.
        Schema::create('filing_rules', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('words');
            $table->ulid('calendar_id')->nullable();
            $table->string('colour')->nullable();
            $table->unsignedInteger('position')->default(0);
            $table->timestamps();
        });
    }

    private function entries(): void
    {
        // Events and tasks. A routine is one row; its occurrences are computed.
        Schema::create('entries', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->foreignUlid('calendar_id')->constrained();
            $table->string('uid')->nullable(); // with which it came from elsewhere (UID of RFC 5545); null: one of ours
            $table->string('resource_name')->nullable(); // last part of its CalDAV address, where a client chose it; else id.ics
            $table->json('foreign_lines')->default('[]'); // lines of iCalendar that came with it and mean nothing here
            $table->string('kind'); // task or event
            $table->string('title');
            $table->text('notes')->default('');
            // When: DTSTART, DURATION, RRULE, RDATE, EXDATE of RFC 5545.
            $table->boolean('all_day')->default(true);
            $table->string('start')->nullable(); // wall time: a date, or a date and time; null for an unscheduled task
            $table->unsignedInteger('length')->default(1); // days when all-day, else minutes
            $table->string('zone')->nullable(); // null: all-day or floating
            $table->string('end_zone')->nullable(); // null: that of the start
            $table->string('rule')->nullable(); // RRULE
            $table->boolean('after_done')->default(false); // the next one counts from the last finish
            $table->json('extra_dates'); // RDATE
            $table->json('except_dates'); // EXDATE
            $table->string('off_day')->default('keep'); // keep, skip, before or after
            $table->json('seasons')->default('[]'); // list of {from, to}: MM-DD
            $table->json('pauses')->default('[]'); // list of {from, to}: dates
            $table->boolean('overlaps')->default(false); // its occurrences may lie on one another
            $table->string('continues_id', 26)->nullable(); // the earlier half of the same routine; no foreign key: it may be deleted and come back by undo
            // What it leads up to, if it does, and how long before: see Actions\Entries\FollowAnchor.
            $table->string('leads_to', 26)->nullable(); // an entry; no foreign key: it may be deleted and come back by undo
            $table->unsignedSmallInteger('lead_count')->nullable();
            $table->string('lead_unit')->nullable(); // days, weeks or working_days
            $table->smallInteger('lead_shift')->default(0); // days from where the rule puts an occurrence to the date that is counted back from
            $table->string('lead_at')->nullable(); // the date that the lead gave it last; where it stands elsewhere, somebody put it there
            // The template that it was stamped from, and which part of it: see Actions\Templates\StampTemplate.
            $table->string('template_id', 26)->nullable();
            $table->unsignedSmallInteger('template_part')->nullable();
            $table->string('after_id', 26)->nullable(); // an entry that has to be done before this one; no foreign key likewise
            $table->string('first_day')->nullable(); // no occurrence lies before this day, in any zone
            $table->string('last_day')->nullable(); // nor after this one; null: endless
            // What is to be done about it.
            $table->string('due')->nullable(); // of the first occurrence, a date or a date and time
            $table->string('missed')->default('hold'); // hold, roll or lapse
            $table->string('importance')->nullable(); // must, should or could
            $table->string('effort')->nullable(); // light, steady or demanding
            $table->unsignedInteger('estimate')->nullable();
            $table->unsignedSmallInteger('shortest_piece')->nullable(); // minutes of the pieces into which it may be split; null: in one piece
            $table->string('measure')->nullable(); // the unit of an amount that is noted on ticking, as km; null for none
            $table->unsignedTinyInteger('aim')->nullable(); // how often a week it is meant to be done; null: each time it comes
            $table->json('own_hours')->default('[]'); // in which alone it can be done: list of {days, from, to}: ISO weekdays, minutes of the day
            $table->json('checklist'); // list of {text, done}
            $table->string('not_before')->nullable(); // a date
            $table->string('around')->nullable(); // a week of ISO 8601: 2026-W14
            $table->string('waiting_for')->default('');
            $table->string('ask_again')->nullable(); // a date
            $table->json('reminders'); // triggers, each with its channels
            $table->boolean('own_reminders')->default(true); // else those of its calendar
            $table->boolean('always_through')->default(false); // quiet hours do not hold it back
            // How it counts, and what it looks like.
            $table->boolean('busy')->default(true);
            $table->boolean('tentative')->default(false); // STATUS:TENTATIVE
            $table->boolean('private')->default(false);
            $table->boolean('protected')->default(false);
            $table->unsignedInteger('travel')->default(0); // before it
            $table->unsignedInteger('margin')->default(0); // after it
            $table->unsignedInteger('margin_before')->default(0); // besides the travel
            $table->unsignedInteger('travel_back')->default(0); // after it, besides the margin
            $table->string('place')->default('');
            $table->string('link')->default('');
            $table->string('opens_round')->nullable(); // week or month: the round that it stands for
            $table->string('colour')->nullable(); // null: the calendar's
            $table->json('labels')->default('[]');
            $table->integer('position')->default(0); // by hand, within its list
            $table->unsignedInteger('version')->default(1); // one higher after every change; never falls, through an undo too
            $table->timestamps();
            $table->index(['user_id', 'missed']);
            $table->index(['user_id', 'due']);
        });
        $this->indexes('entries', [
            'in_a_stretch' => '(user_id, last_day, first_day)',
            'unscheduled' => '(user_id) where start is null',
            'continued' => '(user_id) where continues_id is not null',
            'leading' => '(leads_to) where leads_to is not null',
            'leading_of' => '(user_id) where leads_to is not null',
            'stamped' => '(template_id) where template_id is not null',
            'to_ask_again' => '(user_id, ask_again) where ask_again is not null',
            'with_margins' => '(user_id) where travel > 0 or margin > 0 or margin_before > 0 or travel_back > 0',
            'routines_due' => "(user_id) where due is not null and (rule is not null or extra_dates <> '[]')",
            'labelled' => "(user_id) where labels != '[]'",
            'named_by_client' => '(calendar_id, resource_name) where resource_name is not null',
            'from_elsewhere' => '(user_id, uid) where uid is not null',
        ]);
        // What makes one occurrence differ from its rule: where it stands instead, what it has of its own, what became of it.
        // Keyed by its RECURRENCE-ID; "once" for what happens once.
        Schema::create('overrides', function (Blueprint $table): void {
            $table->id();
            $table->foreignUlid('entry_id')->constrained()->cascadeOnDelete();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('recurrence_id');
            $table->string('day')->nullable(); // of the recurrence id
            $table->boolean('skipped')->default(false);
            $table->boolean('all_day')->nullable();
            $table->string('start')->nullable(); // where it stands instead; null: where its rule puts it
            $table->unsignedInteger('length')->nullable();
            $table->string('zone')->nullable();
            $table->string('moved_from')->nullable(); // first and last day of that, widened for zones
            $table->string('moved_to')->nullable();
            $table->json('fields'); // what it has of its own, by the names of columns of entries
            $table->unsignedBigInteger('done_at')->nullable();
            $table->unsignedBigInteger('let_go_at')->nullable();
            $table->float('measured')->nullable(); // the amount noted when it was ticked
            $table->unsignedSmallInteger('put_off')->default(0); // how often it was sent on to another day
            $table->json('foreign_lines')->nullable(); // lines of iCalendar that mean nothing here; null: those of its entry
            $table->timestamps();
            $table->unique(['entry_id', 'recurrence_id']);
            $table->index(['entry_id', 'day']);
            $table->index(['user_id', 'day']);
            $table->index(['user_id', 'done_at']);
        });
        $this->indexes('overrides', [
            'moved' => '(user_id, moved_to, moved_from) where moved_to is not null',
            'moved_of' => '(entry_id, moved_to) where moved_to is not null',
            'finished' => '(entry_id, done_at) where done_at is not null',
            'left_out' => '(entry_id, day) where skipped = 1 or let_go_at is not null',
            'with_own_fields' => "(user_id) where fields <> '{}' and fields <> '[]'",
            'with_margins' => "(user_id) where json_extract(fields, '$.travel') > 0 or json_extract(fields, '$.margin') > 0
                or json_extract(fields, '$.margin_before') > 0 or json_extract(fields, '$.travel_back') > 0",
            'due' => "(user_id, json_extract(fields, '$.due')) where json_extract(fields, '$.due') is not null",
        ]);
        // Files with entries. No foreign key: one outlives a deletion that may be taken back.
        Schema::create('attachments', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('entry_id')->index();
            $table->string('name');
            $table->string('type');
            $table->unsignedInteger('size'); // bytes
            $table->string('path');
            $table->timestamps();
        });
    }

    private function days(): void
    {
        // What a date has to give, instead of its weekday.
        Schema::create('day_hours', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('date');
            $table->unsignedSmallInteger('minutes');
            $table->timestamps();
            $table->unique(['user_id', 'date']);
        });
        // Work that was timed, one at a time. No foreign key: one outlives a deletion that may be taken back.
        Schema::create('timings', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('entry_id')->index();
            $table->string('recurrence_id');
            $table->unsignedBigInteger('started_at');
            $table->unsignedBigInteger('ended_at')->nullable(); // null while it runs
            $table->unsignedSmallInteger('planned')->nullable();
            $table->timestamps();
            $table->index(['user_id', 'ended_at']);
            $table->index(['user_id', 'entry_id', 'recurrence_id']);
        });
        // Days that were closed: what was decided and what was written.
        Schema::create('closings', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('date');
            $table->json('decisions'); // list of {key, title, decision, to}
            $table->json('answers'); // list of {question, answer}
            $table->unsignedBigInteger('closed_at')->nullable();
            $table->timestamps();
            $table->unique(['user_id', 'date']);
        });
    }

    private function plans(): void
    {
        // Rounds of a week or a month: what was written in them, and which steps are done.
        Schema::create('rounds', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('kind'); // week or month
            $table->string('start'); // the date on which it begins
            $table->json('steps')->default('[]'); // names of those that are done
            $table->json('answers')->default('[]'); // list of {question, answer}
            $table->timestamps();
            $table->unique(['user_id', 'kind', 'start']);
        });
        // What a week or a month is for.
        Schema::create('goals', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('kind'); // week or month
            $table->string('start');
            $table->string('title');
            $table->string('area_id', 26)->nullable(); // no foreign key: it may be deleted and come back by undo
            $table->unsignedInteger('minutes')->nullable(); // that it needs
            $table->json('tasks')->default('[]'); // ids of entries that are tied to it
            $table->string('answer')->nullable(); // kept, partly, dropped or carried
            $table->unsignedInteger('position')->default(0);
            $table->timestamps();
            $table->index(['user_id', 'kind', 'start']);
        });
        // Entries, days and weeks that are kept to be stamped again.
        Schema::create('templates', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('kind'); // entry, day or week
            $table->string('name');
            $table->json('parts'); // list of {part, day, fields}: day from 0, fields of the contract's EntryInput
            $table->unsignedInteger('position')->default(0);
            $table->unsignedInteger('version')->default(1);
            $table->timestamps();
            $table->unique(['user_id', 'name']);
        });
        // What some days are mainly for, besides the themes of the weekdays.
        Schema::create('themes', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('words');
            $table->string('date'); // that day, or the first of those that come every so many weeks
            $table->unsignedTinyInteger('weeks')->default(0); // 0 for that day alone
            $table->string('half')->nullable(); // morning or afternoon; null for the whole day
            $table->timestamps();
            $table->index(['user_id', 'date']);
        });
    }

    private function history(): void
    {
        // Every change as one step, with its rows before and after: undo, redo and the history of an entry.
        Schema::create('history', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('label');
            $table->json('rows'); // list of {table, id, before, after}
            $table->unsignedInteger('revision');
            $table->boolean('undone')->default(false);
            $table->timestamp('created_at')->index();
            $table->index(['user_id', 'undone', 'id']);
        });
        // Which entries a step touched.
        Schema::create('history_entries', function (Blueprint $table): void {
            $table->foreignId('history_id')->index()->constrained('history')->cascadeOnDelete();
            $table->string('entry_id');
            $table->primary(['entry_id', 'history_id']);
        });
        // Answers to requests with an Idempotency-Key, to be given again.
        Schema::create('answers', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('key');
            $table->string('fingerprint'); // SHA-256 of the request
            $table->unsignedSmallInteger('status')->nullable();
            $table->text('body')->nullable();
            $table->timestamp('created_at')->index();
            $table->unique(['user_id', 'key']);
        });
    }

    private function reminders(): void
    {
        // Reminders written down before they fall, one row for each channel of each reminder of each occurrence.
        Schema::create('deliveries', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('kind')->default('reminder'); // reminder, later, agenda or evening
            $table->foreignUlid('entry_id')->nullable()->constrained()->cascadeOnDelete();
            $table->string('recurrence_id')->default(''); // of an agenda, its date
            $table->string('trigger')->default('');
            $table->string('channel'); // screen, mail or phone
            $table->string('key')->unique(); // entry, recurrence id, reminder, channel: nothing is handed over twice
            $table->unsignedBigInteger('fell_at'); // the instant at which it falls
            $table->unsignedBigInteger('moment'); // and at which it may be handed over: after quiet hours
            $table->unsignedBigInteger('starts_at');
            $table->boolean('all_day')->default(false); // its occurrence has no hours: only the day is told
            $table->string('claim')->nullable(); // the worker that has taken it
            $table->unsignedBigInteger('claimed_at')->nullable();
            $table->unsignedBigInteger('handed_at')->nullable();
            $table->boolean('gathered')->default(false); // with others in one note
            $table->string('note_key')->nullable(); // of the note it was first sent with: a second try sends the same one
            $table->unsignedBigInteger('shown_at')->nullable(); // by one page, and by no other
            $table->unsignedBigInteger('answered_at')->nullable();
            $table->unsignedBigInteger('dropped_at')->nullable(); // its occurrence is done or gone; comes back when that is taken back
            $table->unsignedSmallInteger('tries')->default(0); // that failed
            $table->unsignedBigInteger('retry_at')->nullable(); // not before
            $table->string('trouble')->nullable(); // why the last try failed
            $table->boolean('early')->default(false); // handed over by a clock that was ahead: comes again at its moment
            $table->unsignedSmallInteger('repeated')->default(0); // how often that happened
            $table->index(['user_id', 'answered_at']);
            $table->index(['entry_id', 'recurrence_id']);
        });
        $this->indexes('deliveries', [
            'open' => '(moment) where handed_at is null and answered_at is null and dropped_at is null',
            'handed' => '(handed_at) where handed_at is not null',
            'early' => '(handed_at) where early = 1',
        ]);
        // Of a deleted entry the record stays, under its key, for as long as the deletion can be taken back.
        DB::unprepared('create trigger deliveries_orphaned before delete on entries begin
            update deliveries set entry_id = null, dropped_at = coalesce(dropped_at, 0) where entry_id = old.id; end');
        // Mails about an account that wait to be sent (the framework's queue).
        Schema::create('jobs', function (Blueprint $table): void {
            $table->id();
            $table->string('queue')->index();
            $table->longText('payload');
            $table->unsignedTinyInteger('attempts');
            $table->unsignedInteger('reserved_at')->nullable();
            $table->unsignedInteger('available_at');
            $table->unsignedInteger('created_at');
        });
        // The stand-in for a mail server keeps here what was sent.
        Schema::create('post_box', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('message_id')->unique();
            $table->string('to');
            $table->string('subject');
            $table->text('html');
            $table->timestamp('created_at')->index();
        });
        // The stand-in for a phone keeps here what was pushed.
        Schema::create('phone_messages', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('key')->unique();
            $table->foreignId('delivery_id')->nullable()->index()->constrained()->nullOnDelete();
            $table->string('title');
            $table->text('body');
            $table->timestamp('created_at')->index();
        });
    }

    /**
     * What can be searched (SQLite FTS5): entries, and what single occurrences have of their own, each with a word for its
     * account, so that
     * nothing of others is looked at. Triggers keep it, so that nothing that changes a row can forget it.
     */
    private function search(): void
    {
        DB::statement(
            "create virtual table searched using fts5(entry_id unindexed, override_id unindexed, account, title, place, steps, notes, labels, tokenize = 'unicode61 remove_diacritics 2', prefix = '2 3')",
        );
        // Which rows of it stand for what: it has no keys of its own.
        DB::statement(
            'create table searched_rows (entry_id text not null, override_id integer not null, rowid integer not null, primary key (entry_id, override_id)) without rowid',
        );
        $columns = 'entry_id, override_id, account, title, place, steps, notes, labels';
        $steps = fn (
            string $json,
        ): string => "coalesce((select group_concat(json_extract(value, '$.text'), ' · ') from json_each({$json})), '')";
        $keep = fn (
            string $entry,
            string $override,
        ): string => "insert into searched_rows (entry_id, override_id, rowid) values ({$entry}, {$override}, last_insert_rowid());";
        $forget = fn (
            string $entry,
            string $override,
        ): string => "delete from searched where rowid in (select rowid from searched_rows where entry_id = {$entry} and override_id = {$override});
            delete from searched_rows where entry_id = {$entry} and override_id = {$override};";

        $entry = "insert into searched ({$columns}) values (new.id, null, 'account' || new.user_id, new.title, new.place, {$steps(
            'new.checklist',
        )}, new.notes,
            coalesce((select group_concat(value, ' · ') from json_each(new.labels)), '')); {$keep('new.id', '0')}";
        DB::unprepared("create trigger entries_searched after insert on entries begin {$entry} end");
        DB::unprepared(
            "create trigger entries_searched_anew after update of title, place, checklist, notes, labels on entries begin {$forget(
                'old.id',
                '0',
            )} {$entry} end",
        );
        DB::unprepared("create trigger entries_forgotten after delete on entries begin {$forget('old.id', '0')} end");

        $hasOwn = "new.fields not in ('{}', '[]')";
        $field = fn (string $name): string => "coalesce(json_extract(new.fields, '$.{$name}'), '')";
        $override = "insert into searched ({$columns}) select new.entry_id, new.id, 'account' || new.user_id, {$field(
            'title',
        )}, '', {$steps("json_extract(new.fields, '$.checklist')")}, {$field('notes')}, '' where {$hasOwn};
            insert into searched_rows (entry_id, override_id, rowid) select new.entry_id, new.id, last_insert_rowid() where {$hasOwn};";
        DB::unprepared("create trigger overrides_searched after insert on overrides when {$hasOwn} begin {$override} end");
        DB::unprepared(
            "create trigger overrides_searched_anew after update of fields, entry_id on overrides begin {$forget(
                'old.entry_id',
                'old.id',
            )} {$override} end",
        );
        DB::unprepared(
            "create trigger overrides_forgotten after delete on overrides begin {$forget('old.entry_id', 'old.id')} end",
        );
    }

    /**
     * What clients of CalDAV have to be told: at which revision of its account each entry was last another, for each calendar that it
     * is or was in. Triggers keep it, so that nothing that changes an entry, or what it is written with, can forget it.
     */
    /** What the tally counted of weeks that are over, kept until something changes that may count in them. */
    private function tally(): void
    {
        Schema::create('tally_weeks', function (Blueprint $table): void {
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('start'); // its first date
            $table->string('last'); // its last date
            $table->unsignedBigInteger('from_at'); // its first moment and the first after it, in Unix seconds
            $table->unsignedBigInteger('to_at');
            $table->unsignedSmallInteger('format'); // of the lines: App\Reading\TallyWeekRows::FORMAT
            $table->text('lines'); // JSON
            $table->text('sums'); // JSON: of all lines alike in what they can be chosen by
            $table->primary(['user_id', 'start']);
        });
        // Days beyond its own on which an occurrence may stand: a time zone apart, or sent by a day off or what it leads up to.
        $reach = fn (string $entry): string => "(case when (select off_day <> 'keep' or leads_to is not null from entries
            where id = {$entry}) then 130 else 2 end)";
        $timed = fn (
            string $entry,
            string $more = '',
        ): string => "exists (select 1 from timings t where t.entry_id = {$entry} {$more}
            and t.started_at < to_at and coalesce(t.ended_at, unixepoch()) >= from_at)";
        $forget = fn (
            string $row,
            string $which,
        ): string => "delete from tally_weeks where user_id = {$row}.user_id and ({$which});";
        $override = fn (string $row): string => $forget(
            $row,
            // What counts from when it was done stands elsewhere from there on.
            "(last >= date({$row}.day, '-' || {$reach("{$row}.entry_id")} || ' days')
                and (start <= date({$row}.day, '+' || ({$reach("{$row}.entry_id")} + (select case all_day when 1 then length
                    else length / 1440 + 1 end from entries where id = {$row}.entry_id)) || ' days')
                    or (select after_done from entries where id = {$row}.entry_id)))
            or ({$row}.moved_to is not null and last >= date({$row}.moved_from, '-2 days')
                and start <= date({$row}.moved_to, '+2 days'))
            or ({$row}.recurrence_id = 'once' and exists (select 1 from entries e where e.id = {$row}.entry_id
                and last >= date(e.first_day, '-2 days') and start <= coalesce(date(e.last_day, '+2 days'), '9999')))
            or {$timed("{$row}.entry_id", "and t.recurrence_id = {$row}.recurrence_id")}",
        );
        $standing = fn (string $row): string => "last >= date({$row}.first_day, '-2 days')
            and start <= coalesce(date({$row}.last_day, '+2 days'), '9999')";
        $entry = fn (string $row): string => $forget(
            $row,
            "({$standing($row)})
            or exists (select 1 from overrides o where o.entry_id = {$row}.id
                and (o.day between date(start, '-130 days') and date(last, '+130 days')
                    or (o.moved_to >= date(start, '-2 days') and o.moved_from <= date(last, '+2 days'))))
            or {$timed("{$row}.id")}",
        );
        $timing = fn (string $row): string => $forget(
            $row,
            "(from_at <= coalesce({$row}.ended_at, unixepoch()) and to_at > {$row}.started_at)
            or (start <= date(substr({$row}.recurrence_id, 1, 10), '+' || ({$reach("{$row}.entry_id")}
                    + coalesce((select case all_day when 1 then length else length / 1440 + 1 end from entries
                        where id = {$row}.entry_id), 0)) || ' days')
                and last >= date(substr({$row}.recurrence_id, 1, 10), '-' || {$reach("{$row}.entry_id")} || ' days'))
            or exists (select 1 from overrides o where o.entry_id = {$row}.entry_id and o.recurrence_id = {$row}.recurrence_id
                and o.moved_to is not null and last >= date(o.moved_from, '-2 days') and start <= date(o.moved_to, '+2 days'))
            or ({$row}.recurrence_id = 'once' and exists (select 1 from entries e where e.id = {$row}.entry_id
                and last >= date(e.first_day, '-2 days') and start <= coalesce(date(e.last_day, '+2 days'), '9999')))",
        );
        $all = fn (string $user): string => "delete from tally_weeks where user_id = {$user};";
        foreach (['overrides' => $override, 'entries' => $entry, 'timings' => $timing] as $table => $of) {
            $of2 = $of('old').$of('new');
            $columns =
                $table === 'entries'
                    ? ' of user_id, calendar_id, kind, all_day, start, length, zone, rule, after_done, extra_dates, except_dates,
                    off_day, seasons, pauses, leads_to, lead_count, lead_unit, lead_shift, first_day, last_day, missed, importance,
                    effort, estimate, busy, labels, travel, travel_back, margin, margin_before'
                    : '';
            // What has just come has nothing hanging on it yet.
            $inserted = $table === 'entries' ? $forget('new', $standing('new')) : $of('new');
            DB::unprepared("create trigger {$table}_tallied after insert on {$table} begin {$inserted} end");
            DB::unprepared("create trigger {$table}_tallied_anew after update{$columns} on {$table} begin {$of2} end");
            // Before it: what hangs on an entry goes with it, and is looked for.
            DB::unprepared("create trigger {$table}_not_tallied before delete on {$table} begin {$of('old')} end");
        }
        DB::unprepared("create trigger calendars_tallied_anew after update of area_id, counted on calendars
            begin {$all('new.user_id')} end");
        DB::unprepared("create trigger users_tallied_anew after update of zone, work_days, holidays, first_weekday on users
            begin {$all('new.id')} end");
    }

    private function objects(): void
    {
        Schema::create('object_revisions', function (Blueprint $table): void {
            $table->string('calendar_id', 26); // no foreign keys: what is gone is told for as long as somebody may ask
            $table->string('entry_id', 26);
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('name'); // last part of its address
            $table->unsignedBigInteger('revision');
            $table->primary(['calendar_id', 'entry_id']);
            $table->index(['calendar_id', 'revision', 'entry_id']);
            $table->index('entry_id');
        });
        // As a client sent it: given back as it came for as long as nothing has changed since.
        Schema::create('sent_objects', function (Blueprint $table): void {
            $table->string('entry_id', 26)->primary();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->unsignedBigInteger('revision');
            $table->text('text');
        });
        $revision = fn (string $user): string => "(select revision from users where id = {$user})";
        $note = fn (
            string $row,
        ): string => "insert into object_revisions (calendar_id, entry_id, user_id, name, revision) values ({$row}.calendar_id, {$row}.id, {$row}.user_id,
            coalesce({$row}.resource_name, {$row}.id || '.ics'), {$revision(
            "{$row}.user_id",
        )}) on conflict do update set revision = excluded.revision, name = excluded.name;";
        $touch = fn (string $which, string $user): string => "update object_revisions set revision = {$revision(
            $user,
        )} where {$which};";
        DB::unprepared("create trigger entries_noted after insert on entries begin {$note('new')} end");
        DB::unprepared("create trigger entries_noted_anew after update on entries begin {$note('old')} {$note('new')} end");
        // With its account all of this goes.
        DB::unprepared(
            "create trigger entries_noted_gone after delete on entries when exists (select 1 from users where id = old.user_id) begin {$note(
                'old',
            )} delete from sent_objects where entry_id = old.id; end",
        );
        foreach (['overrides', 'attachments'] as $table) {
            foreach (['insert' => 'new', 'update' => 'new', 'delete' => 'old'] as $when => $row) {
                DB::unprepared(
                    "create trigger {$table}_noted_{$when} after {$when} on {$table} when exists (select 1 from users where id = {$row}.user_id) begin {$touch(
                        "entry_id = {$row}.entry_id",
                        "{$row}.user_id",
                    )} end",
                );
            }
        }
        // Reminders of a calendar stand in the files of its entries; days off and clocks in those of an account.
        DB::unprepared(
            "create trigger calendars_noted after update of reminders, reminders_all_day on calendars begin {$touch(
                'calendar_id = new.id',
                'new.user_id',
            )} end",
        );
        DB::unprepared(
            "create trigger users_noted after update of zone, holidays, work_days on users begin {$touch(
                'user_id = new.id',
                'new.id',
            )} end",
        );
    }

    /** @param  array<string, string>  $indexes  columns and condition, by what they find */
    private function indexes(string $table, array $indexes): void
    {
        foreach ($indexes as $name => $what) {
            DB::statement("create index {$table}_{$name} on {$table} {$what}");
        }
    }

    public function down(): void
    {
        foreach (
            [
                'tally_weeks',
                'sent_objects',
                'object_revisions',
                'searched',
                'searched_rows',
                'phone_messages',
                'post_box',
                'jobs',
                'deliveries',
                'answers',
                'history_entries',
                'history',
                'themes',
                'templates',
                'goals',
                'rounds',
                'closings',
                'timings',
                'day_hours',
                'attachments',
                'overrides',
                'entries',
                'filing_rules',
                'filters',
                'dav_properties',
                'refreshes',
                'calendars',
                'areas',
                'account_links',
                'devices',
                'device_passwords',
                'archives',
                'users',
            ] as $table
        ) {
            Schema::dropIfExists($table);
        }
    }
};
