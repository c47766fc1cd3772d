// A display of its own for tests with windows: Xvfb, with xdotool as the hands.
#pragma once

#include <memory>
#include <string>
#include <vector>

#include "process.hpp"

namespace nextmove::support {

/// Starts an X server on a free display and makes it the one that this process and its children
/// use.
class Display {
 public:
  Display();

  /// xdotool with these words, then a moment for the server.
  static void hands(std::vector<std::string> words);

  /// Waits for a window with this title; the pointer goes into it. False where none comes.
  static bool wait_for_window(const std::string& title);

 private:
  std::unique_ptr<Running> server_;
};

}  // namespace nextmove::support
