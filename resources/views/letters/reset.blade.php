Hello {{ $name }},

somebody asked for a new password for your account at Hidden Ladder. If it was you, open this address within an hour:

{!! $address !!}

If it was not you, do nothing: your password stays as it is.
