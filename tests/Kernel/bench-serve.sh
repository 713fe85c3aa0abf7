#!/bin/bash
# Inside a network namespace of its own: a bench that leases, and a phone in another one behind a cable.
# $1: job file, $2: MAC of the phone, $3: folder for what is found out
set -euo pipefail
job=$1 mac=$2 out=$3
ip link set lo up
ip link add bench type veth peer name phone
unshare --net sleep 60 &
far=$!
until [ "$(readlink /proc/$far/ns/net)" != "$(readlink /proc/self/ns/net)" ]; do sleep 0.02; done
ip link set phone netns $far
inside() { nsenter --target $far --net -- "$@"; }
ip address add 10.47.10.2/24 dev bench
ip address add 10.47.10.10/24 dev bench
ip link set bench up
inside ip link set lo up
inside ip link set phone address "$mac" up
php bin/vorhut bench-serve "$job" --interface bench --confirmed --secrets "$out/secrets.json" --seconds 40 >"$out/served" 2>"$out/errors" &
serves=$!
php tests/Kernel/phone-system.php 10.47.10.10 "$out/secrets.json" >"$out/system" 2>&1 &
system=$!
trap 'kill $serves $system $far 2>/dev/null || true; wait $serves 2>/dev/null || true' EXIT
for _ in $(seq 100); do grep -qs serving "$out/served" && break; kill -0 $serves || exit 1; sleep 0.05; done
# What the client was told, as it was told.
printf '#!/bin/sh\n[ "$1" = bound ] && { env >"%s/lease"; ip address add "$ip/$mask" dev phone; }\nexit 0\n' "$out" >"$out/script"
chmod 700 "$out/script"
inside udhcpc -i phone -f -q -n -t 12 -T 1 -O 66 -O 160 -s "$out/script" >"$out/client" 2>&1
file=$(php -r 'echo hex2bin($argv[1]);' "$(sed -n 's/^opt160=//p' "$out/lease")")
printf %s "$file" >"$out/url"
php -r 'echo file_get_contents($argv[1], false, stream_context_create(["socket" => ["bindto" => "10.47.10.10:0"]]));' "$file$4" >"$out/neighbour"
inside php -r 'echo file_get_contents($argv[1], false, stream_context_create(["http" => ["timeout" => 5]]));' "$file$4" >"$out/file"
inside php -r 'echo file_get_contents($argv[1]);' "$file$4" >"$out/again"
inside php -r 'echo @file_get_contents($argv[1]) === false ? "none" : "some";' "${file}0247000010ff.ini" >"$out/other"
for _ in $(seq 100); do grep -qs 200 "$out/system" && break; sleep 0.05; done
inside php tests/Kernel/phone.php 10.47.10.20 "$out/file" >"$out/called" 2>&1
sleep 0.6
