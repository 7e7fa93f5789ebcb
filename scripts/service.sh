# A systemd unit that starts Kelvit at boot. Sourced by ./kelvit.

unit_path() { echo "${KELVIT_UNITS:-/etc/systemd/system}/kelvit.service"; }

# The unit as systemd reads it: the same command as by hand, as whoever owns the folder.
unit_text() {
  local owner flags="--port $port --data $data"
  owner=$(stat -c %U "$root")
  [ "$house" = 0 ] || flags="$flags --house${https_port:+ --https-port $https_port}"
  [ "$demo" = 1 ] || flags="$flags --no-demo"
  cat <<TEXT
[Unit]
Description=Kelvit
After=network-online.target
Wants=network-online.target

[Service]
User=$owner
WorkingDirectory=$root
ExecStart=$root/kelvit start $flags
ExecStop=$root/kelvit stop --data $data
Restart=on-failure
RestartPreventExitStatus=1
TimeoutStopSec=120

[Install]
WantedBy=multi-user.target
TEXT
}

service_install() {
  case "$root$data" in *[[:space:]]*) die 'systemd needs folders without spaces in their names' ;; esac
  unit_text | as_root tee "$(unit_path)" >/dev/null
  if [ -d /run/systemd/system ] && [ -z "${KELVIT_UNITS:-}" ]; then
    as_root systemctl daemon-reload
    as_root systemctl enable --now kelvit.service
    echo 'Kelvit starts at boot from now on, and runs now. Its log: journalctl -u kelvit'
  else
    echo "The unit is at $(unit_path). systemd does not run here, so nothing was started."
  fi
}

service_remove() {
  [ -f "$(unit_path)" ] || { echo 'Kelvit has no service here'; return; }
  if [ -d /run/systemd/system ] && [ -z "${KELVIT_UNITS:-}" ]; then as_root systemctl disable --now kelvit.service; fi
  as_root rm -f "$(unit_path)"
  echo 'Kelvit no longer starts at boot. Your data is untouched.'
}
