{!! $said('letter.reset.hello', ['name' => $name]) !!}

{!! $said('letter.reset.asked') !!}

{!! $address !!}

{!! $said('letter.reset.not-you') !!}
