#include <nextmove/key_matrix.hpp>

#include "support/playbooks.hpp"

namespace nextmove::support {
namespace {

using enum Control;
using Keys = std::vector<Control>;

Keys reported_after(const Keys& presses) {
  testing::KeyMatrix matrix;
  for (const Control key : presses) matrix.press(key);
  return {matrix.reported().begin(), matrix.reported().end()};
}

TEST(KeyMatrix, ReportsAnyTwoKeys) {
  for (const ControlInfo& a : all_controls()) {
    for (const ControlInfo& b : all_controls()) {
      if (a.device != DeviceKind::keyboard || b.device != DeviceKind::keyboard) continue;
      if (a.control == b.control) continue;
      ASSERT_EQ(reported_after({a.control, b.control}), (Keys{a.control, b.control}));
    }
  }
}

TEST(KeyMatrix, LosesTheThirdCornerOfARectangle) {
  // A and the left arrow share a line; so do the left and the down arrow.
  EXPECT_EQ(reported_after({KeyA, ArrowLeft, ArrowDown}), (Keys{KeyA, ArrowLeft, ArrowDown}));
  EXPECT_EQ(reported_after({KeyA, ArrowDown, ArrowLeft}), (Keys{KeyA, ArrowDown}));
}

TEST(KeyMatrix, ReportsItWhenOneOfTheOthersIsUp) {
  testing::KeyMatrix matrix;
  for (const Control key : {KeyA, ArrowDown, ArrowLeft}) matrix.press(key);
  matrix.release(KeyA);
  EXPECT_EQ((Keys{matrix.reported().begin(), matrix.reported().end()}),
            (Keys{ArrowDown, ArrowLeft}));
}

TEST(KeyMatrix, NeverLosesAModifier) {
  EXPECT_EQ(reported_after({KeyA, ArrowDown, ShiftRight, ControlLeft}),
            (Keys{KeyA, ArrowDown, ShiftRight, ControlLeft}));
}

TEST(KeyMatrix, SilencesASecondPlayerWhoHoldsTheWrongKeys) {
  // Both go down and to the left: three of the four are heard.
  EXPECT_EQ(reported_after({KeyA, KeyS, ArrowDown, ArrowLeft}), (Keys{KeyA, KeyS, ArrowDown}));
}

}  // namespace
}  // namespace nextmove::support
