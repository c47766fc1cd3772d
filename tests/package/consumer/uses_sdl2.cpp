#include <nextmove/sdl2.hpp>

void attach(nextmove::Hub& hub) {
  nextmove::sdl2::Adapter adapter{hub};
}
