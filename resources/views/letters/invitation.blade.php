{!! $said('letter.invitation.hello') !!}

{!! $said('letter.invitation.asks', ['by' => $by, 'school' => $school, 'days' => $days]) !!}

{!! $address !!}

{!! $said('letter.invitation.not-you') !!}
