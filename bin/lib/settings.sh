# The settings of the person who runs the server: from the environment, else from a line of var/settings.env. Sourced by common.sh.
# docs/settings.md says what each one does.

SETTINGS_FILE=${SETTINGS_FILE:-$VAR/settings.env}

# Everything that can be set, with the form of its value.
declare -A SETTINGS=(
    [APP_URL]='^https?://(\[[0-9A-Fa-f:]+\]|[A-Za-z0-9]([A-Za-z0-9.-]*[A-Za-z0-9])?)(:[0-9]{1,5})?/?$'
    [TRUSTED_PROXIES]='^[0-9A-Fa-f:.]+(/[0-9]{1,3})?(,[0-9A-Fa-f:.]+(/[0-9]{1,3})?)*$'
    [MAIL_MAILER]='^(smtp|log|post-box)$'
    [MAIL_SCHEME]='^smtps?$'
    [MAIL_HOST]='^[A-Za-z0-9.:-]+$'
    [MAIL_PORT]='^[0-9]{1,5}$'
    [MAIL_USERNAME]='.'
    [MAIL_PASSWORD]='.'
    [MAIL_FROM_ADDRESS]='^[^@ ]+@[^@ ]+$'
    [VIDEO_HOSTS]='^https?://[^ ]+( +https?://[^ ]+)*$'
    [GRADEBOOK_TOKEN]='^https?://[^ ]+$'
    [GRADEBOOK_CLIENT]='.'
    [GRADEBOOK_HOSTS]='^https?://[^ ]+( +https?://[^ ]+)*$'
    [REDIS_HOST]='^[A-Za-z0-9.:/-]+$'
    [REDIS_PORT]='^[0-9]{1,5}$'
    [REDIS_PASSWORD]='.'
    [SESSION_DRIVER]='^(sparing|database|redis)$'
    [CACHE_STORE]='^(database|redis)$'
    [QUEUE_CONNECTION]='^(database|redis)$'
    [BCRYPT_ROUNDS]='^([4-9]|1[0-5])$'
    [ACCENTED_WORDS]='^(true|false)$'
)

setting_names() { printf '%s\n' "${!SETTINGS[@]}" | LC_ALL=C sort; }

# Reads the file and checks every value. An environment value wins over a line of the file.
load_settings() {
    local line number=0 name value source
    local -A from=()
    for name in "${!SETTINGS[@]}"; do
        [ -z "${!name:-}" ] || from[$name]="the environment"
    done
    if [ -f "$SETTINGS_FILE" ]; then
        local -A seen=()
        while IFS= read -r line || [ -n "$line" ]; do
            number=$((number + 1))
            line=${line%$'\r'}
            [[ $line =~ ^[[:space:]]*(#|$) ]] && continue
            source="${SETTINGS_FILE#"$ROOT"/}, line $number"
            [[ $line =~ ^[[:space:]]*([A-Za-z_][A-Za-z0-9_]*)=(.*)$ ]] || fail "$source: \"$line\" does not have the form NAME=value. Nothing was started."
            name=${BASH_REMATCH[1]} value=${BASH_REMATCH[2]}
            [ -n "${SETTINGS[$name]:-}" ] || fail "$source: there is no setting $name. docs/settings.md lists them. Nothing was started."
            [ -z "${seen[$name]:-}" ] || fail "$source: $name is already set in line ${seen[$name]}. Nothing was started."
            seen[$name]=$number
            if [[ $value =~ ^\"(.*)\"[[:space:]]*$ ]] || [[ $value =~ ^\'(.*)\'[[:space:]]*$ ]]; then value=${BASH_REMATCH[1]}; fi
            [ -z "${from[$name]:-}" ] || continue
            from[$name]=$source
            export "$name=$value"
        done <"$SETTINGS_FILE"
    fi
    for name in "${!from[@]}"; do
        value=${!name}
        [ -z "$value" ] || [[ $value =~ ${SETTINGS[$name]} ]] || fail "${from[$name]}: \"$value\" is not a value for $name. Nothing was started."
    done
    PUBLIC_URL=${APP_URL:-} PROXIES=${TRUSTED_PROXIES:-}
    PUBLIC_URL=${PUBLIC_URL%/}
}

# Whether people reach the app by another name than this machine's loopback: $1 the address, empty where none was set.
is_public() {
    local host=${1#*://}
    host=${host%%/*}
    case $host in
        '' | localhost | localhost:* | 127.* | '[::1]' | '[::1]':*) return 1 ;;
    esac
}

# Refuses to serve a public address in a way that nobody can mean. $1 is not empty where the demo data are wanted.
check_settings() {
    is_public "$PUBLIC_URL" || return 0
    [ -n "$PROXIES" ] || fail "$PUBLIC_URL is a public address, so a proxy stands in front: set TRUSTED_PROXIES to its address (127.0.0.1 if it runs on this machine), or every visitor looks like the proxy."
    [ -z "$1" ] || fail "$PUBLIC_URL is a public address, and the demo's passwords are printed in the documentation: start with bin/start --no-demo."
}

# The same for data that are there already.
check_no_demo_data() {
    is_public "$PUBLIC_URL" || return 0
    [ "$(db -N -e 'SELECT count(*) FROM schools WHERE is_demo' "$DB_DATABASE")" = 0 ] || fail "$PUBLIC_URL is a public address, and this database holds the demo, whose passwords are printed in the documentation: bin/start --no-demo --fresh begins with an empty one."
}
