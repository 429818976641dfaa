# Completes the names of commands, options and calculators: source <(gangway completion)
_gangway() {
  local words="@commands@"
  if [ "$COMP_CWORD" -gt 1 ]; then
    case "${COMP_WORDS[1]}" in
@cases@
    esac
  fi
  COMPREPLY=($(compgen -W "$words" -- "${COMP_WORDS[COMP_CWORD]}"))
}
complete -F _gangway gangway
