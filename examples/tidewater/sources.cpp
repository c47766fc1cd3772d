#include "sources.hpp"

namespace tidewater {

bool LiveSource::advance() {
  SDL_Event event;
  while (SDL_PollEvent(&event) != 0) {
    if (event.type == SDL_QUIT) return false;
    devices_.handle(event);
    also_(event);
  }
  hub_.update(devices_.now());
  if (!hub_.notices().empty()) devices_.light_numbers();
  for (const nextmove::Notice& notice : hub_.notices()) {
    if (notice.kind == nextmove::NoticeKind::joined) devices_.wave(notice.device);
  }
  return true;
}

bool RecordedSource::advance() {
  SDL_Event event;
  while (SDL_PollEvent(&event) != 0) {
    if (event.type == SDL_QUIT) return false;
  }
  const nextmove::Time before = hub_.now();
  if (!replay_.advance()) return false;
  if (is_seen_ && before > nextmove::Time::zero()) {
    SDL_Delay(static_cast<Uint32>((hub_.now() - before).count() / 1000));
  }
  return true;
}

}  // namespace tidewater
