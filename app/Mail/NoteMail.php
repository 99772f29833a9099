<?php

declare(strict_types=1);

namespace App\Mail;

use App\Queries\Reminding\Note;
use Illuminate\Mail\Mailable;
use Illuminate\Mail\Mailables\Content;
use Illuminate\Mail\Mailables\Envelope;
use Illuminate\Mail\Mailables\Headers;

/** A note by mail. Its message id is that of what it tells, so that a post box knows it again. */
final class NoteMail extends Mailable
{
    public function __construct(public readonly Note $note, private readonly string $key)
    {
    }

    public function envelope(): Envelope
    {
        return new Envelope(subject: $this->note->title);
    }

    public function headers(): Headers
    {
        return new Headers(messageId: "{$this->key}@plum-rota.invalid");
    }

    public function content(): Content
    {
        return new Content(view: 'mail.note', with: ['note' => $this->note]);
    }
}
