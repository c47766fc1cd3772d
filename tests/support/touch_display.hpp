// A display with a touch screen: Xorg with its dummy picture and its inputtest driver, whose
// fingers are X server events like any other.
#pragma once

#include <filesystem>
#include <memory>

#include "process.hpp"

namespace nextmove::support {

/// Starts the server on a free display of 1280 by 800 and makes it the one that this process uses.
/// Its input driver serves one connection for the server's whole life, so there is one of these in
/// a program.
class TouchDisplay {
 public:
  TouchDisplay();
  ~TouchDisplay();
  TouchDisplay(const TouchDisplay&) = delete;
  TouchDisplay& operator=(const TouchDisplay&) = delete;

  /// A finger by its number, at a place in pixels. Each returns when the server has seen it.
  void down(unsigned finger, double x, double y);
  void move(unsigned finger, double x, double y);
  void up(unsigned finger, double x, double y);

 private:
  void touch(unsigned finger, unsigned type, double x, double y);
  void send(const void* message, std::size_t size) const;
  void receive(unsigned type) const;
  void wait_until_seen() const;

  std::filesystem::path folder_;
  std::unique_ptr<Running> server_;
  int socket_ = -1;
};

}  // namespace nextmove::support
