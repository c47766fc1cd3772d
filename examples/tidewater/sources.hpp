// Where frames come from: the window's events, or a recording.
#pragma once

#include <SDL.h>
#include <functional>

#include <nextmove/nextmove.hpp>
#include <nextmove/sdl2.hpp>

namespace tidewater {

class Source {
 public:
  virtual ~Source() = default;
  /// Updates the hub once. False when it is over.
  virtual bool advance() = 0;
};

class LiveSource : public Source {
 public:
  /// `also` hears all events besides the hub.
  explicit LiveSource(
      nextmove::Hub& hub, std::function<void(const SDL_Event&)> also = [](const SDL_Event&) {})
      : hub_(hub), devices_(hub), also_(std::move(also)) {}

  bool advance() override;

 private:
  nextmove::Hub& hub_;
  nextmove::sdl2::Adapter devices_;
  std::function<void(const SDL_Event&)> also_;
};

/// Plays a recording, at its own pace where somebody watches. The game enters and leaves contexts
/// again as it did then.
class RecordedSource : public Source {
 public:
  RecordedSource(const nextmove::Recording& recording, nextmove::Hub& hub, bool is_seen)
      : hub_(hub), replay_(recording, hub, nextmove::DecidedBy::game), is_seen_(is_seen) {}

  bool advance() override;
  const nextmove::Replay& replay() const { return replay_; }

 private:
  nextmove::Hub& hub_;
  nextmove::Replay replay_;
  bool is_seen_;
};

}  // namespace tidewater
