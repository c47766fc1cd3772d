#include "touch_display.hpp"

#include <chrono>
#include <cstdlib>
#include <cstring>
#include <fstream>
#include <stdexcept>
#include <string>
#include <sys/socket.h>
#include <sys/un.h>
#include <thread>
#include <unistd.h>
#include <xorg/xf86-input-inputtest-protocol.h>

namespace nextmove::support {
namespace {

constexpr unsigned touch_begin = 18;
constexpr unsigned touch_update = 19;
constexpr unsigned touch_end = 20;
constexpr double full = 65535;

std::string configuration(const std::string& socket) {
  return R"(
Section "ServerFlags"
  Option "AutoAddDevices" "false"
EndSection
Section "Device"
  Identifier "picture"
  Driver "dummy"
EndSection
Section "Monitor"
  Identifier "monitor"
  HorizSync 1.0 - 200.0
  VertRefresh 1.0 - 200.0
  Modeline "1280x800" 83.50 1280 1352 1480 1680 800 803 809 831
EndSection
Section "Screen"
  Identifier "screen"
  Device "picture"
  Monitor "monitor"
  DefaultDepth 24
  SubSection "Display"
    Depth 24
    Modes "1280x800"
  EndSubSection
EndSection
Section "InputDevice"
  Identifier "fingers"
  Driver "inputtest"
  Option "SocketPath" ")" +
         socket + R"("
  Option "DeviceType" "Touch"
  Option "TouchCount" "10"
EndSection
Section "ServerLayout"
  Identifier "layout"
  Screen "screen"
  InputDevice "fingers"
EndSection
)";
}

template <class Message>
Message message(xf86ITEventType type) {
  Message message;
  std::memset(&message, 0, sizeof message);
  message.header.length = sizeof message;
  message.header.type = type;
  return message;
}

}  // namespace

TouchDisplay::TouchDisplay() {
  // The name of a socket may have 107 letters, so it does not lie in a deep folder.
  std::string pattern = "/tmp/touch-" + std::string(6, 'X');  // what mkdtemp wants
  folder_ = ::mkdtemp(pattern.data());
  const std::string socket = folder_ / "fingers";
  std::ofstream{folder_ / "xorg.conf"} << configuration(socket);
  server_ = std::make_unique<Running>(std::vector<std::string>{
      "Xorg", "-displayfd", "1", "-config", folder_ / "xorg.conf", "-logfile", folder_ / "log",
      "-noreset", "-novtswitch", "-sharevts", "-nolisten", "tcp"});
  const std::string number = server_->output_until("\n");
  if (number.empty()) throw std::runtime_error{"Xorg did not start; see " + folder_.string()};
  ::setenv("DISPLAY", (':' + number.substr(0, number.find('\n'))).c_str(), 1);
  ::setenv("SDL_VIDEODRIVER", "x11", 1);
  ::setenv("SDL_RENDER_DRIVER", "software", 1);
  ::setenv("SDL_FRAMEBUFFER_ACCELERATION", "0", 1);  // no texture between picture and window

  socket_ = ::socket(AF_UNIX, SOCK_STREAM, 0);
  sockaddr_un address{};
  address.sun_family = AF_UNIX;
  std::strncpy(address.sun_path, socket.c_str(), sizeof address.sun_path - 1);
  for (int tries = 0;
       ::connect(socket_, reinterpret_cast<sockaddr*>(&address), sizeof address) != 0; ++tries) {
    if (tries == 100) throw std::runtime_error{"the fingers did not connect"};
    std::this_thread::sleep_for(std::chrono::milliseconds{50});
  }
  auto version = message<xf86ITEventClientVersion>(XF86IT_EVENT_CLIENT_VERSION);
  version.major = XF86IT_PROTOCOL_VERSION_MAJOR;
  version.minor = XF86IT_PROTOCOL_VERSION_MINOR;
  send(&version, sizeof version);
  receive(XF86IT_RESPONSE_SERVER_VERSION);
}

TouchDisplay::~TouchDisplay() {
  server_.reset();
  ::close(socket_);
  std::filesystem::remove_all(folder_);
}

void TouchDisplay::send(const void* message, std::size_t size) const {
  if (::write(socket_, message, size) != static_cast<ssize_t>(size)) {
    throw std::runtime_error{"the server takes no fingers"};
  }
}

void TouchDisplay::receive(unsigned type) const {
  xf86ITResponseAny response;
  const auto take = [&](void* into, std::size_t size) {
    return size == 0 || ::recv(socket_, into, size, MSG_WAITALL) == static_cast<ssize_t>(size);
  };
  constexpr std::size_t head = sizeof response.header;
  char rest[64];
  const bool is_it = take(&response.header, head) && response.header.type == type &&
                     response.header.length - head <= sizeof rest &&
                     take(rest, response.header.length - head);
  if (!is_it) throw std::runtime_error{"the server answered otherwise than it should"};
}

void TouchDisplay::wait_until_seen() const {
  const auto sync = message<xf86ITEventWaitForSync>(XF86IT_EVENT_WAIT_FOR_SYNC);
  send(&sync, sizeof sync);
  receive(XF86IT_RESPONSE_SYNC_FINISHED);
}

void TouchDisplay::touch(unsigned finger, unsigned type, double x, double y) {
  auto event = message<xf86ITEventTouch>(XF86IT_EVENT_TOUCH);
  event.touchid = finger;
  event.touch_type = type;
  event.valuators.mask[0] = 3;
  event.valuators.valuators[0] = x / 1280 * full;
  event.valuators.valuators[1] = y / 800 * full;
  send(&event, sizeof event);
  wait_until_seen();
}

void TouchDisplay::down(unsigned finger, double x, double y) {
  touch(finger, touch_begin, x, y);
}
void TouchDisplay::move(unsigned finger, double x, double y) {
  touch(finger, touch_update, x, y);
}
void TouchDisplay::up(unsigned finger, double x, double y) {
  touch(finger, touch_end, x, y);
}

}  // namespace nextmove::support
