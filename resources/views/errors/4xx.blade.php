@extends('plain')
@section('body')
    <p>This page is not there, or not for you.</p>
    <p><a href="/">Back to the week</a></p>
@endsection
