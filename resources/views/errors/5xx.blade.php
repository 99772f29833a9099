@extends('plain')
@section('body')
    <p>Something went wrong here. Nothing of yours is lost; try again in a moment.</p>
    <p><a href="/">Back to the week</a></p>
@endsection
