#include <cstdio>

#include <nextmove/files.hpp>
#include <nextmove/nextmove.hpp>

int main() {
  const auto book = nextmove::parse_playbook(
      "format = 1\n[actions]\nhorn = { kind = \"button\" }\n[contexts.helm.bind]\nhorn = "
      "\"Space\"\n");
  nextmove::Hub hub{*book};
  nextmove::Seat& seat = hub.add_seat("tug");
  seat.enter("helm");
  const auto keyboard = hub.plug({nextmove::DeviceKind::keyboard, "keyboard"}, {});
  hub.feed({nextmove::Time{1}, keyboard, nextmove::Control::Space, 1});
  hub.update(nextmove::Time{2});
  if (seat.read(book->button("horn")).pressed) std::puts("horn sounds");
}
