#include "display.hpp"

#include <chrono>
#include <cstdlib>
#include <stdexcept>
#include <thread>

namespace nextmove::support {
namespace {

void wait_a_moment() {
  std::this_thread::sleep_for(std::chrono::milliseconds{80});
}

}  // namespace

Display::Display()
    : server_(std::make_unique<Running>(std::vector<std::string>{"Xvfb", "-displayfd", "1",
                                                                 "-screen", "0", "1280x800x24",
                                                                 "-noreset", "-nolisten", "tcp"})) {
  const std::string number = server_->output_until("\n");
  if (number.empty()) throw std::runtime_error{"Xvfb did not start"};
  const std::string display = ':' + number.substr(0, number.find('\n'));
  ::setenv("DISPLAY", display.c_str(), 1);
  ::setenv("SDL_VIDEODRIVER", "x11", 1);
  ::setenv("SDL_RENDER_DRIVER", "software", 1);
  ::setenv("SDL_FRAMEBUFFER_ACCELERATION", "0", 1);  // no texture between picture and window
}

void Display::hands(std::vector<std::string> words) {
  words.insert(words.begin(), "xdotool");
  run(words);
  wait_a_moment();
}

bool Display::wait_for_window(const std::string& title) {
  // xdotool can wait itself, but gives up when another window goes away under its eyes.
  constexpr int tries = 250;
  for (int i = 0; i < tries; ++i) {
    const bool is_there =
        run({"xdotool", "search", "--onlyvisible", "--name", title}).exit_code == 0;
    wait_a_moment();
    if (!is_there) continue;
    hands({"mousemove", "400", "400"});
    return true;
  }
  return false;
}

}  // namespace nextmove::support
