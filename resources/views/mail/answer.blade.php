@extends('plain')
@section('body')
    <h1>{{ $title ?? 'Plum Rota' }}</h1>
    @if ($state === 'ask')
        <form method="post" action="{{ $url }}"><p data-state="ask">{{ ucfirst($words) }}?</p><button>Yes, {{ $words }}</button></form>
    @elseif ($state === 'done')
        <p data-state="done">{{ ucfirst($words) }}. That is noted.</p>
    @elseif ($state === 'answered')
        <p data-state="answered">This was answered already.</p>
    @else
        <p data-state="gone">This is not there any more.</p>
    @endif
@endsection
