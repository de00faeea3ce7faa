# What the project's scripts share: where things lie, and how each part is installed and started. Sourced, never run.
set -euo pipefail

ROOT=$(cd "$(dirname "${BASH_SOURCE[0]}")/../.." && pwd)
VAR=$ROOT/var
cd "$ROOT"

fail() { printf 'Hidden Ladder: %s\n' "$1" >&2; exit 1; }
say() { printf '%s\n' "$1"; }

. "$ROOT/bin/lib/settings.sh"

# Not empty where the servers may run as root: bin/start --as-root, and what only tests and measures.
AS_ROOT=

need_root() {
    [ "$(id -u)" -eq 0 ] && return
    # Settings from the environment come along.
    command -v sudo >/dev/null && exec sudo --preserve-env="CI,HIDDEN_LADDER_CASES,SETTINGS_FILE,$(setting_names | paste -sd,)" "$0" "$@"
    fail "This needs root, to install packages and start the servers. Run it as root, or install sudo."
}

need_room() {
    local free
    free=$(df -Pk "$ROOT" | awk 'NR == 2 {print $4}')
    [ "$free" -ge 1500000 ] || fail "The disk is almost full: $((free / 1024)) MB are free, and 1500 MB are needed. Nothing was changed."
}

# Runs a step quietly; on failure says in one sentence which one, and where its output is.
quietly() {
    local what=$1; shift
    mkdir -p "$VAR/log"
    "$@" >"$VAR/log/step.log" 2>&1 || { tail -n 15 "$VAR/log/step.log" >&2; fail "$what failed. The last lines are above, all of them in var/log/step.log."; }
}

# Runs a step only when the files it depends on have changed since it last succeeded.
when_changed() {
    local name=$1 stamp=$VAR/stamps/$1; shift
    local files=$1; shift
    local now
    # shellcheck disable=SC2086
    now=$(find $files -type f -print0 | LC_ALL=C sort -z | xargs -0 sha256sum | sha256sum)
    [ -f "$stamp" ] && [ "$(cat "$stamp")" = "$now" ] && return
    "$@"
    mkdir -p "$VAR/stamps" && printf '%s' "$now" >"$stamp"
}

PACKAGES="php8.2-cli php8.2-fpm php8.2-mysql php8.2-gd php8.2-intl php8.2-mbstring php8.2-xml php8.2-zip php8.2-bcmath php8.2-gmp php8.2-curl php8.2-opcache php8.2-apcu
 composer mariadb-server mariadb-client nginx-light libnginx-mod-nchan ffmpeg espeak-ng fonts-dejavu-core unzip curl iproute2"
TEST_PACKAGES="chromium php8.2-pcov fonts-liberation python3-openpyxl"

install_packages() {
    local missing=() package
    for package in "$@"; do
        dpkg-query -W -f='${Status}' "$package" 2>/dev/null | grep -q 'ok installed' || missing+=("$package")
    done
    [ ${#missing[@]} -eq 0 ] && return
    say "Installing ${missing[*]} …"
    quietly "Reading Debian's package list" apt-get update
    # The project starts its own servers; Debian's are not to come up beside them.
    local policy=/usr/sbin/policy-rc.d made=
    [ -e $policy ] || { printf '#!/bin/sh\nexit 101\n' >$policy; chmod +x $policy; made=1; }
    DEBIAN_FRONTEND=noninteractive quietly "Installing packages" apt-get install -y --no-install-recommends "${missing[@]}"
    [ -z "$made" ] || rm -f $policy
}

# Exactly the versions of deploy/php-packages.txt. A lock file is made from it on the spot: it would record download addresses.
settle_php() {
    local name version pinned=()
    while read -r name version; do pinned+=(--with "$name:$version"); done <deploy/php-packages.txt
    COMPOSER_ALLOW_SUPERUSER=1 quietly "Choosing PHP packages" composer update --no-install --no-interaction --no-progress "${pinned[@]}"
    check_php_packages
}

# Every package that Composer chose, with its version, sorted.
chosen_php_packages() {
    php -r '$lock = json_decode(file_get_contents("composer.lock"), true);
        foreach ([...$lock["packages"], ...$lock["packages-dev"]] as $one) { echo $one["name"], " ", $one["version"], "\n"; }' | LC_ALL=C sort
}

check_php_packages() {
    diff <(chosen_php_packages) deploy/php-packages.txt >&2 ||
        fail "deploy/php-packages.txt is not the list of the packages that composer.json needs; the lines above differ. bin/update-packages writes it anew."
}

install_php() {
    COMPOSER_ALLOW_SUPERUSER=1 quietly "Installing PHP packages" composer install --no-interaction --no-progress
    # Some packages unpack readable for their owner alone, and the web server runs as somebody else.
    chmod -R a+rX vendor
}

# What is served has no package of the tests, and a class map in which every class is named.
SERVED=$VAR/vendor
install_served() {
    COMPOSER_ALLOW_SUPERUSER=1 COMPOSER_VENDOR_DIR=$SERVED quietly "Installing the PHP packages that are served" \
        composer install --no-dev --classmap-authoritative --no-interaction --no-progress
    chmod 711 "$VAR"
    chmod -R a+rX "$SERVED"
}

install_js() {
    command -v node >/dev/null || fail "Node is missing: version 20 or later is needed."
    # Not `npm ci`: it refuses a lock file without the builds for other systems, and not every registry carries those.
    quietly "Installing JavaScript packages" npm install --no-save --no-audit --no-fund
}

build_js() {
    quietly "Making TypeScript types from openapi.yaml" npm run --silent types
    quietly "Building the front end" npm run --silent build
    find public/build/assets -type f -mtime +14 -delete
    # As small as they get, once, and not anew for each phone.
    find public/build/assets -type f \( -name "*.js" -o -name "*.css" \) -exec gzip -9 -k -f {} +
    chmod -R a+rX public/build
}

prepare() {
    need_room
    # shellcheck disable=SC2086
    install_packages $PACKAGES ${REDIS_HOST:+php8.2-redis} "$@"
    mkdir -p "$VAR"
    [ -f composer.lock ] || rm -f "$VAR/stamps/settled"
    [ -d "$SERVED" ] || rm -f "$VAR/stamps/served"
    [ -d node_modules ] || rm -f "$VAR/stamps/js"
    [ -f public/build/manifest.json ] || rm -f "$VAR/stamps/build"
    when_changed settled "composer.json deploy/php-packages.txt" settle_php
    when_changed served "composer.lock app core/src database/demo" install_served
    check_accounts
    when_changed js package-lock.json install_js
    when_changed build "resources package-lock.json openapi.yaml vite.config.ts tsconfig.json" build_js
    export COMPOSER_VENDOR_DIR=$SERVED
}

# The packages of the tests too, in a folder of their own.
prepare_tests() {
    # shellcheck disable=SC2086
    prepare $TEST_PACKAGES
    unset COMPOSER_VENDOR_DIR
    [ -d vendor ] || rm -f "$VAR/stamps/php"
    when_changed php composer.lock install_php
}

# Whether an account can read this folder.
reads() { runuser -u "$1" -- test -x "$VAR" 2>/dev/null && runuser -u "$1" -- test -r "$ROOT/public/index.php" 2>/dev/null; }

# The account that serves: the given one if it can read this folder, else the folder's owner.
account() {
    if reads "$1"; then printf '%s' "$1"; else stat -c %U "$ROOT"; fi
}

# Refuses to run the servers as root, unless that was asked for.
check_accounts() {
    local user folder shut=() fix
    for user in www-data mysql; do
        [ "$(account "$user")" = root ] || continue
        if [ -n "$AS_ROOT" ]; then
            printf 'WARNING: %s runs as root, because %s cannot read %s. That is for containers and tests only.\n' \
                "$([ "$user" = mysql ] && echo "the database" || echo "the app")" "$user" "$ROOT" >&2
            continue
        fi
        folder=$ROOT
        while [ "$folder" != / ]; do
            runuser -u "$user" -- test -x "$folder" || shut=("$folder" "${shut[@]}")
            folder=$(dirname "$folder")
        done
        if [ ${#shut[@]} -gt 0 ]; then fix="chmod o+x ${shut[*]}"; else fix="chmod -R o+rX $ROOT/public"; fi
        fail "$user cannot read $ROOT, so the servers would run as root: open the way with \"$fix\", or move the project, for example to /srv. In a container, start with --as-root."
    done
}

# Whether the process of a pid file runs and is one of ours: after a restart of the machine its number may be another's.
alive() { [ -s "$1" ] && grep -qaE 'nginx|php-fpm|mariadbd|bin/lib/watch' "/proc/$(cat "$1")/cmdline" 2>/dev/null; }

taken() { (exec 3<>"/dev/tcp/127.0.0.1/$1") 2>/dev/null; }

wait_for() {
    local tries=$1; shift
    for _ in $(seq "$tries"); do
        "$@" >/dev/null 2>&1 && return 0
        sleep 0.1
    done
    return 1
}

# What lies in var (data, keys, settings, logs) is for root and the servers' own accounts alone; these pass through its folders.
close_var() {
    mkdir -p "$VAR" "$VAR/log"
    chmod 711 "$VAR"
    chmod 700 "$VAR/log"
    find "$VAR" -maxdepth 1 -type f -exec chmod 600 {} +
}

# --- the database: MariaDB on loopback, its files in var/mysql -------------------------------------------------------

DB_PID=$VAR/mysql.pid
# Two accounts: the owner changes the schema, the app reads and writes rows.
DB_OWNER=ladder_owner DB_APP=ladder_app

# A statement by the owner. The password goes by the environment: command lines can be read by every account of the machine.
db() { MYSQL_PWD=$(cat "$VAR/mysql.owner.password") mariadb --no-defaults --protocol=tcp -h 127.0.0.1 -P "$(cat "$VAR/mysql.port")" -u "$DB_OWNER" "$@"; }

# Runs a command of ours with the owner's account.
as_owner() { DB_USERNAME=$DB_OWNER DB_PASSWORD=$(cat "$VAR/mysql.owner.password") "$@"; }

new_password() { [ -s "$1" ] || (umask 077; head -c 24 /dev/urandom | base64 | tr -d '+/=\n' >"$1"); }

# Lets the app read and write the rows of every table. To those that their migration calls append-only it can only add.
grant_rows() {
    local host
    for host in 127.0.0.1 localhost; do
        db -N -e "SELECT CONCAT('GRANT SELECT, INSERT', IF(table_comment LIKE 'append-only%', '', ', UPDATE, DELETE'),
            ' ON \`$1\`.\`', table_name, '\` TO \`$DB_APP\`@\`$host\`;') FROM information_schema.tables WHERE table_schema = '$1'"
    done | db
}

# In a folder through which the app's account comes, unlike the one with the data. The path of a socket has a limit of about 100
# characters; a deep folder gets its socket elsewhere.
mysql_socket() {
    local socket=$VAR/run/mysql.sock
    [ ${#socket} -lt 100 ] || socket=/tmp/hidden-ladder-$(printf '%s' "$ROOT" | sha256sum | cut -c1-12).sock
    printf '%s' "$socket"
}

start_database() {
    local user data=$VAR/mysql port socket
    socket=$(mysql_socket)
    if alive "$DB_PID"; then
        wait_for_database "$(cat "$DB_PID")"
        return
    fi
    mkdir -p "$data" "$VAR/log" "$VAR/run"
    close_var
    user=$(account mysql)
    chown -R "$user" "$data" "$VAR/run"
    chmod 700 "$data"
    chmod 711 "$VAR/run"
    if [ ! -d "$data/mysql" ]; then
        quietly "Setting up the database" mariadb-install-db --no-defaults --user="$user" --datadir="$data" --auth-root-authentication-method=normal --skip-test-db
    fi
    port=$(cat "$VAR/mysql.port" 2>/dev/null || echo 33306)
    while taken "$port"; do port=$((port + 1)); done
    printf '%s' "$port" >"$VAR/mysql.port"
    new_password "$VAR/mysql.password"
    new_password "$VAR/mysql.owner.password"
    # The first statements of a start: root can enter by the socket alone.
    local host
    {
        for host in 127.0.0.1 localhost; do
            cat <<SQL
DROP USER IF EXISTS 'ladder'@'$host';
CREATE USER IF NOT EXISTS '$DB_OWNER'@'$host';
ALTER USER '$DB_OWNER'@'$host' IDENTIFIED BY '$(cat "$VAR/mysql.owner.password")';
GRANT ALL ON \`hidden\\_ladder%\`.* TO '$DB_OWNER'@'$host' WITH GRANT OPTION;
CREATE USER IF NOT EXISTS '$DB_APP'@'$host';
ALTER USER '$DB_APP'@'$host' IDENTIFIED BY '$(cat "$VAR/mysql.password")';
SQL
        done
        echo "ALTER USER 'root'@'localhost' IDENTIFIED VIA unix_socket;"
    } >"$VAR/mysql.init"
    chmod 600 "$VAR/mysql.init" && chown "$user" "$VAR/mysql.init"
    # Detached from this script's own pipes, so that whoever waits for its output is not kept waiting.
    setsid mariadbd --no-defaults --user="$user" --datadir="$data" --port="$port" --bind-address=127.0.0.1 --socket="$socket" \
        --init-file="$VAR/mysql.init" --innodb-buffer-pool-size=512M --skip-name-resolve --character-set-server=utf8mb4 \
        --collation-server=utf8mb4_unicode_ci --max-allowed-packet=64M >"$VAR/log/mysql.log" 2>&1 </dev/null &
    printf '%s' $! >"$DB_PID"
    wait_for_database "$!"
}

# One that recovers after a crash takes as long as it takes: as long as its process lives it is waited for, and never killed.
# One that lives and refuses is left alone too: a second one on the same files would ruin them.
wait_for_database() {
    local pid=$1 waited=0 answer
    until answer=$(db -e 'SELECT 1' 2>&1 >/dev/null); do
        kill -0 "$pid" 2>/dev/null || { tail -n 5 "$VAR/log/mysql.log" >&2; rm -f "$DB_PID"; fail "The database does not start. The end of its log is above; all of it is in var/log/mysql.log. Its files in var/mysql were not changed by this script."; }
        case $answer in
            *"Access denied"*) [ "$waited" -lt 50 ] || fail "The database runs (process $pid) and does not let this script in: var/mysql.owner.password is not the one it was set up with. Nothing was changed." ;;
            *"Too many connections"*) [ "$waited" -lt 100 ] || fail "The database runs (process $pid) and has no room for another connection. Nothing was changed; try again in a while." ;;
        esac
        waited=$((waited + 1))
        [ $((waited % 100)) -ne 0 ] || say "Waiting for the database to come up; it may be recovering ($((waited / 10)) s so far) …"
        [ "$waited" -lt 6000 ] || fail "The database has not come up within ten minutes; its process ($pid) is left running. Its log is var/log/mysql.log."
        sleep 0.1
    done
}

# A database that writes out what it holds takes as long as it takes; it is asked to end, and never killed.
stop_database() {
    alive "$DB_PID" || { rm -f "$DB_PID"; return 0; }
    local pid; pid=$(cat "$DB_PID")
    kill -TERM "$pid" 2>/dev/null || true
    wait_for 1200 bash -c "! kill -0 $pid" || fail "The database (process $pid) is still ending; it was left to it. Its log is var/log/mysql.log."
    rm -f "$DB_PID"
}

make_database() { db -e "CREATE DATABASE IF NOT EXISTS \`$1\` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci"; }

# --- the app: nginx and php-fpm, one instance a name ------------------------------------------------------------------

# Where nginx takes what it passes on to pages that listen: in a folder of the app's account alone. The path of a socket is short.
live_socket() {
    local socket=$VAR/$1/tmp/live.sock
    [ ${#socket} -lt 100 ] || socket=/tmp/hidden-ladder-live-$(printf '%s' "$socket" | sha256sum | cut -c1-12).sock
    printf '%s' "$socket"
}

# The simulated services take ports from here on, apart from those that people choose for the app.
FIRST_OWN_PORT=18091

# The port of a simulated service: its own again, unless another program has taken it meanwhile. $1 the folder, $2 the service.
own_port() {
    alive "$1/$2.pid" || ! [ -s "$1/$2.port" ] || ! taken "$(cat "$1/$2.port")" || rm "$1/$2.port"
    [ -s "$1/$2.port" ] && return
    local port=$FIRST_OWN_PORT
    mkdir -p "$1"
    # Not one that is kept for another service of ours, either.
    while taken "$port" || grep -qsx "$port" "$VAR"/*/*.port; do port=$((port + 1)); done
    printf '%s\n' "$port" >"$1/$2.port"
}

# Settings of an instance as environment; what is set outside already wins.
instance_env() {
    local name=$1 port=$2 base=$VAR/$1
    [ -f "$VAR/app.key" ] || (umask 077; printf 'base64:%s' "$(head -c 32 /dev/urandom | base64)" >"$VAR/app.key")
    # Asked for with the first account of a server: whoever makes it keeps the server.
    [ -s "$VAR/startup.code" ] || (umask 077; head -c 9 /dev/urandom | base64 | tr '+/' 'ab' >"$VAR/startup.code")
    export APP_STARTUP_CODE=; [ "$name" != app ] || APP_STARTUP_CODE=$(cat "$VAR/startup.code")
    # By which a gradebook knows this program.
    [ -s "$VAR/gradebook.key" ] || (umask 077; php -r 'openssl_pkey_export(openssl_pkey_new(["private_key_bits" => 2048]), $key); echo $key;' >"$VAR/gradebook.key")
    export GRADEBOOK_KEY; GRADEBOOK_KEY=$(base64 -w0 "$VAR/gradebook.key")
    export APP_NAME="Hidden Ladder" APP_ENV=${APP_ENV:-production} APP_DEBUG=false APP_KEY=$(cat "$VAR/app.key")
    export APP_URL=${PUBLIC_URL:-http://127.0.0.1:$port} TRUSTED_PROXIES=${PROXIES:-} LOG_CHANNEL=single LOG_LEVEL=warning
    export DB_CONNECTION=mariadb DB_HOST=127.0.0.1 DB_PORT=$(cat "$VAR/mysql.port") DB_SOCKET=$(mysql_socket) DB_PERSISTENT=${DB_PERSISTENT:-true} DB_USERNAME=$DB_APP DB_PASSWORD=$(cat "$VAR/mysql.password")
    export DB_DATABASE=hidden_ladder$([ "$name" = app ] || printf '_%s' "$name")
    # What a secret costs to hash: as much as lets a whole school come in within a minute (bin/bench entering).
    export BCRYPT_ROUNDS=${BCRYPT_ROUNDS:-10}
    export SESSION_DRIVER=${SESSION_DRIVER:-sparing} CACHE_STORE=${CACHE_STORE:-database} QUEUE_CONNECTION=${QUEUE_CONNECTION:-database}
    # Where there is Redis, queue and cache are in it: REDIS_HOST=… bin/start
    [ -z "${REDIS_HOST:-}" ] || export CACHE_STORE=redis QUEUE_CONNECTION=redis
    # A page that a new version brings is not for the processes of the one before: what was drawn up at the start is used.
    export VIEW_CHECK_CACHE_TIMESTAMPS=false
    export SESSION_COOKIE=hidden_ladder_$name MAIL_MAILER=${MAIL_MAILER:-log}
    export ACCENTED_WORDS=${ACCENTED_WORDS:-false}
    export LARAVEL_STORAGE_PATH=$base/storage MEDIA_FOLDER=$base/media MEDIA_BY_NGINX=true LIVE_SOCKET=${LIVE_SOCKET-$(live_socket "$name")}
    export APP_CONFIG_CACHE=$base/cache/config.php APP_ROUTES_CACHE=$base/cache/routes.php APP_SERVICES_CACHE=$base/cache/services.php APP_PACKAGES_CACHE=$base/cache/packages.php APP_EVENTS_CACHE=$base/cache/events.php
    # The simulated services are part of the demo, and so of what is tested.
    if [ -n "${STAND_INS:-}" ]; then
        own_port "$base" video-host
        own_port "$base" gradebook
        export SIMULATED_VIDEO_HOST=http://127.0.0.1:$(cat "$base/video-host.port")
        export SIMULATED_GRADEBOOK=http://127.0.0.1:$(cat "$base/gradebook.port")
        export GRADEBOOK_TOKEN=$SIMULATED_GRADEBOOK/token GRADEBOOK_CLIENT=hidden-ladder GRADEBOOK_HOSTS=$SIMULATED_GRADEBOOK
    else
        unset SIMULATED_VIDEO_HOST SIMULATED_GRADEBOOK
    fi
    # The instance's own settings of PHP, and packages without those of the tests: for its servers, its worker and its commands.
    export COMPOSER_VENDOR_DIR=$SERVED PHPRC=$base/php PHP_INI_SCAN_DIR=$base/php
    mkdir -p "$base"/{php,more,cache,media,storage/{app,logs,framework/{cache/data,sessions,views}},log,tmp}
    close_var
    write_php_ini "$name"
}

# $1 the instance, $2 the script that loads what requests use, where there is one.
write_php_ini() {
    local base=$VAR/$1
    sed -e "s|@BASE@|$base|g" -e "s|@USER@|$(account www-data)|g" -e "s|@PRELOAD@|${2:-}|g" -e "s|@MEMORY@|$(share_of_memory 50 96 256)|g" \
        -e "s|@EDITIONS@|$(share_of_memory 100 32 128)|g" deploy/php.ini >"$base/php/served.ini"
    [ -z "${REDIS_HOST:-}" ] || printf "extension = igbinary\nextension = redis\n" >>"$base/php/served.ini"
}

# A part of the machine's memory in MB: one in $1, at least $2, at most $3.
share_of_memory() { awk -v part="$1" -v least="$2" -v most="$3" '/MemTotal/ {mb = $2 / 1024 / part; print int(mb < least ? least : mb > most ? most : mb)}' /proc/meminfo; }

# Three requests a core at once, since each waits for the disk a while, as long as a fourth of the memory holds them at 64 MB each.
workers() {
    local by_cores=$((3 * $(nproc))) by_memory
    by_memory=$(share_of_memory 256 2 10000)
    printf '%s' $((by_cores < by_memory ? by_cores : by_memory))
}

start_instance() {
    local name=$1 port=$2 base=$VAR/$1 user turn before
    user=$(account www-data)
    chown -R "$user" "$base/storage" "$base/cache" "$base/media" "$base/log" "$base/tmp"
    chmod 711 "$base"
    chmod 755 "$base/php"
    chmod 700 "$base/storage" "$base/cache" "$base/media" "$base/log" "$base/tmp"
    preload "$name" "$user"
    # Each start has processes and a socket of its own beside those of the one before. Requests are sent there once it answers, by
    # the name that nginx knows; the one before works on what it has, and ends. So none is lost.
    before=$(cat "$base/turn" 2>/dev/null || echo 0)
    turn=$((before + 1))
    sed -e "s|@BASE@|$base|g" -e "s|@USER@|$user|g" -e "s|@TURN@|$turn|g" -e "s|@WORKERS@|$(workers)|g" deploy/php-fpm.conf >"$base/php-fpm.conf"
    sed -e "s|@BASE@|$base|g" -e "s|@ROOT@|$ROOT|g" -e "s|@PORT@|$port|g" -e "s|@USER@|$user|g" \
        -e "s|@LIVE@|$(live_socket "$name")|g" -e "s|@DEVICE@|$(device_cookie)|g" deploy/nginx.conf >"$base/nginx.next.conf"
    sed -e "s|@BASE@|$base|g" -e "s|@ROOT@|$ROOT|g" deploy/app.conf >"$base/app.next.conf"
    proxies_for_nginx >"$base/proxies.next.conf"
    rm -f "$base/php-fpm.$turn.sock"
    php-fpm8.2 --allow-to-run-as-root --fpm-config "$base/php-fpm.conf" --daemonize >"$base/log/start.log" 2>&1 || fail "php-fpm does not start: $(tail -n 1 "$base/log/start.log")"
    wait_for 100 test -S "$base/php-fpm.$turn.sock" || fail "php-fpm did not come up; its log is $base/log/php-fpm.log."
    point "$base" next "$turn"
    if alive "$base/nginx.pid"; then
        if new_nginx_settings "$base"; then kill -HUP "$(cat "$base/nginx.pid")"; fi
    else
        taken "$port" && fail "Port $port is taken by another program. Choose another one: bin/start --port $((port + 1))"
        rm -f "$base/next.sock" "$(live_socket "$name")"
        new_nginx_settings "$base" || true
        nginx -e "$base/log/nginx.log" -c "$base/nginx.conf" >"$base/log/start.log" 2>&1 || fail "nginx does not start: $(tail -n 1 "$base/log/start.log")"
    fi
    if ! wait_for 100 curl -fsS -o /dev/null --unix-socket "$base/next.sock" http://localhost/health; then
        stop_pid "$base/php-fpm.$turn.pid"
        fail "The app does not answer; its log is in var/$name/storage/logs. What was served before is served on."
    fi
    point "$base" now "$turn"
    printf '%s' "$turn" >"$base/turn"
    wait_for 100 curl -fsS -o /dev/null "http://127.0.0.1:$port/health" || fail "The app does not answer on port $port; its log is in var/$name/storage/logs."
    [ "$before" = 0 ] || let_go "$base" "$before"
    start_watched "$name" "$user" queue queue:work --sleep=1 --tries=5 --backoff=10 --max-time=3600 --quiet
    # What takes minutes has a worker of its own, behind all else, so that no letter waits for it.
    watched "$name" "$user" videos nice -n 10 php artisan queue:work --queue=gradebook,videos --sleep=1 --tries=2 --backoff=30 --max-time=3600 --quiet
    # Files that teachers asked for: they look on while it is made.
    watched "$name" "$user" exports nice -n 10 php artisan queue:work --queue=exports --sleep=1 --tries=2 --backoff=30 --max-time=3600 --quiet
    start_watched "$name" "$user" scheduler schedule:work --quiet
    start_stand_ins "$name" "$user" "$port"
}

# Puts new settings of nginx in place; whether any differ.
new_nginx_settings() {
    local what differ=1
    for what in nginx app proxies; do
        cmp -s "$1/$what.conf" "$1/$what.next.conf" || differ=0
        mv "$1/$what.next.conf" "$1/$what.conf"
    done
    return $differ
}

# Whose word nginx takes for whom a request comes from.
proxies_for_nginx() {
    local proxy
    [ -n "${TRUSTED_PROXIES:-}" ] || return 0
    for proxy in ${TRUSTED_PROXIES//,/ }; do echo "set_real_ip_from $proxy;"; done
    echo "real_ip_header X-Forwarded-For;"
    echo "real_ip_recursive on;"
}

# Its name as nginx's patterns need it.
device_cookie() { case $APP_URL in https:*) printf '__Host-hidden_ladder_device' ;; *) printf 'hidden_ladder_device' ;; esac; }

start_stand_ins() {
    start_stand_in "$1" "$2" video-host "${SIMULATED_VIDEO_HOST:-}" /search stand-ins/video-host/catalogue.json "$VAR/reels"
    start_stand_in "$1" "$2" gradebook "${SIMULATED_GRADEBOOK:-}" / "http://127.0.0.1:$3/api/gradebook-keys" "$VAR/$1/tmp/gradebook.json"
}

# $3 the service, $4 its address where it is to run, $5 what it answers at, the rest what it is told.
start_stand_in() {
    local base=$VAR/$1 user=$2 what=$3 address=$4 at=$5; shift 5
    [ -n "$address" ] || { stop_pid "$base/$what.pid"; return 0; }
    # It holds nothing that a new version of the app would change.
    if alive "$base/$what.pid" && wait_for 1 curl -fsS -o /dev/null "$address$at"; then return 0; fi
    watched "${base##*/}" "$user" "$what" node "stand-ins/$what/serve.mjs" "${address##*:}" "$@"
    wait_for 100 curl -fsS -o /dev/null "$address$at" || fail "The simulated service $what does not answer; its log is $base/log/$what.log."
}

# Names of sockets, changed in one step.
point() { ln -sfn "php-fpm.$3.sock" "$1/php-fpm.$2.sock.new" && mv -fT "$1/php-fpm.$2.sock.new" "$1/php-fpm.$2.sock"; }

# The processes of an earlier start: they work on what waits at their socket, and end when they have done what they began.
let_go() {
    local pid
    alive "$1/php-fpm.$2.pid" || { rm -f "$1/php-fpm.$2.sock" "$1/php-fpm.$2.pid"; return 0; }
    pid=$(cat "$1/php-fpm.$2.pid")
    wait_for 30 bash -c "! ss -Hxl state listening src '$1/php-fpm.$2.sock' | awk '\$2 > 0 {found = 1} END {exit !found}'"
    sleep 0.2
    kill -QUIT "$pid" 2>/dev/null || true
    wait_for 50 bash -c "! kill -0 $pid" || true
    rm -f "$1/php-fpm.$2.sock"
}

# What requests use is loaded once, before the first, where that works: it is tried out first. deploy/preload.txt is made by bin/preload.
preload() {
    local name=$1 user=$2 base=$VAR/$1 said
    export PRELOAD_LIST=${PRELOAD_LIST:-$ROOT/deploy/preload.txt}
    if [ "$PRELOAD_LIST" = none ]; then write_php_ini "$name"; return; fi
    write_php_ini "$name" "$ROOT/deploy/preload.php"
    if ! said=$(PRELOAD_TRIED=1 php -d opcache.enable_cli=1 -r 'exit(count(opcache_get_status(true)["preload_statistics"]["classes"] ?? []) > 100 ? 0 : 1);' 2>&1); then
        printf '%s preload: %s\n' "$(date +%FT%T)" "${said:-nothing was loaded}" >>"$base/log/php-fpm.log"
        say "  Started without loading classes ahead, so a little slower: ${said:-nothing was loaded}"
        write_php_ini "$name"
    fi
}

# A process that is to run as long as the app does: $3 its name, the rest an artisan command.
start_watched() { watched "$1" "$2" "$3" php artisan "${@:4}"; }

# The same of any command. bin/lib/watch brings it back when it dies.
watched() {
    local base=$VAR/$1 user=$2 what=$3; shift 3
    stop_pid "$base/$what.pid"
    setsid bin/lib/watch "$what" "$user" "$@" >>"$base/log/$what.log" 2>&1 </dev/null &
    printf '%s' $! >"$base/$what.pid"
}

stop_pid() {
    alive "$1" || { rm -f "$1"; return 0; }
    local pid; pid=$(cat "$1")
    kill -TERM "$pid" 2>/dev/null || true
    wait_for 150 bash -c "! kill -0 $pid" || kill -KILL "$pid" 2>/dev/null || true
    rm -f "$1"
}

stop_instance() {
    local pid
    for pid in queue videos exports scheduler video-host gradebook nginx; do stop_pid "$VAR/$1/$pid.pid"; done
    for pid in "$VAR/$1"/php-fpm.*.pid; do [ ! -e "$pid" ] || stop_pid "$pid"; done
    rm -f "$VAR/$1"/php-fpm.*.sock "$VAR/$1/next.sock" "$VAR/$1/turn"
}

# An instance with a fresh database and the demo in it, ready to be served: for browser tests, pictures and benchmarks.
fresh_instance() {
    local name=$1 port=$2
    start_database
    stop_instance "$name"
    export MAIL_MAILER=${MAIL_MAILER:-post-box}
    STAND_INS=1 instance_env "$name" "$port"
    make_database "$DB_DATABASE"
    rm -f "$VAR/$name"/cache/*.php "$VAR/$name/tmp/gradebook.json"
    quietly "Preparing the database" as_owner php artisan migrate:fresh --force
    grant_rows "$DB_DATABASE"
    quietly "Loading the demo data" php artisan demo:load
    quietly "Preparing the settings" php artisan config:cache
    quietly "Preparing the routes" php artisan route:cache
    quietly "Preparing the pages" php artisan view:cache
    start_instance "$name" "$port"
}

# Serves an instance again, by another name and with TLS, as deploy/proxy.example.conf has it: $1 the instance, $2 its port.
start_behind_proxy() {
    local base=$VAR/$1 tls
    tls=$(free_port 8453)
    PUBLIC_URL=https://ladder.test:$tls PROXIES=127.0.0.1
    STAND_INS=1 instance_env "$1" "$2"
    rm -f "$base"/cache/*.php
    quietly "Preparing the settings" php artisan config:cache
    start_instance "$1" "$2"
    quietly "Making a certificate" openssl req -x509 -newkey rsa:2048 -nodes -days 2 -subj /CN=ladder.test -keyout "$base/tmp/proxy.key" -out "$base/tmp/proxy.pem"
    {
        printf 'pid %s/proxy.pid;\nerror_log %s/log/proxy.log;\nevents {}\nhttp {\naccess_log off;\nclient_body_temp_path %s/tmp/proxy-body;\nproxy_temp_path %s/tmp/proxy-temp;\n' "$base" "$base" "$base" "$base"
        sed -e "s|listen 443 ssl|listen 127.0.0.1:$tls ssl|" -e "s|ladder.example;|ladder.test;|" -e "s|127.0.0.1:8080|127.0.0.1:$2|" \
            -e "s|/etc/ssl/ladder|$base/tmp/proxy|" deploy/proxy.example.conf
        echo '}'
    } >"$base/proxy.conf"
    nginx -e "$base/log/proxy.log" -c "$base/proxy.conf" || fail "The proxy does not start."
}

free_port() {
    local port=$1
    while taken "$port"; do port=$((port + 1)); done
    printf '%s' "$port"
}

# Runs a project of playwright.config.ts, or those of its files that are named, against an instance of its own.
run_e2e() (
    stop_instance e2e
    port=$(free_port 8098)
    ACCENTED_WORDS=true fresh_instance e2e "$port"
    [ "$1" != tests ] || quietly "Loading the full school" php artisan demo:full-school
    [ "$1" != tests ] || [ -s "$VAR/reels/twenty-minutes.webm" ] || quietly "Making a long video" bin/make-long-video "$VAR/reels/twenty-minutes.webm" 20
    result=0
    export E2E_ADDRESS=http://127.0.0.1:$port
    [ $# -lt 2 ] || npx --no-install playwright test --list "${@:2}" >/dev/null || fail "There is no ${*:2}."
    npx --no-install playwright test --project="$1" --pass-with-no-tests "${@:2}" || result=$?
    if [ "$1" = tests ]; then
        npx --no-install playwright test --project=alone --workers=1 --pass-with-no-tests "${@:2}" || result=$?
        start_behind_proxy e2e "$port"
        E2E_ADDRESS=$PUBLIC_URL npx --no-install playwright test --project=proxy --pass-with-no-tests "${@:2}" || result=$?
        stop_pid "$VAR/e2e/proxy.pid"
    fi
    stop_instance e2e
    exit $result
)
