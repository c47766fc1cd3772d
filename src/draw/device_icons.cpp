// Mice, gamepads and touches.
#include <array>
#include <string>
#include <tuple>
#include <utility>

#include "icon_shapes.hpp"

namespace nextmove::draw {
namespace {

using enum Control;

// ---- mice

void mouse_body(IconPen& pen, Fill left, Fill right, Fill wheel) {
  pen.box(0.26, 0.08, 0.48, 0.84, 0.22, Fill::body);
  cairo_t* cr = pen.cairo();
  const auto half = [&](double from, Fill fill) {
    if (fill != Fill::mark) return;
    cairo_save(cr);
    cairo_rectangle(cr, from, 0.05, 0.24, 0.39);
    cairo_clip(cr);
    pen.box(0.26, 0.08, 0.48, 0.84, 0.22, Fill::mark);
    cairo_restore(cr);
  };
  half(0.26, left);
  half(0.5, right);
  pen.line(0.26, 0.44, 0.74, 0.44);
  pen.line(0.5, 0.08, 0.5, 0.44);
  pen.box(0.45, 0.2, 0.1, 0.18, 0.05, wheel == Fill::none ? Fill::body : wheel);
}

void small_mouse(IconPen& pen) {
  pen.box(0.37, 0.29, 0.26, 0.42, 0.12, Fill::body);
  pen.line(0.37, 0.48, 0.63, 0.48);
  pen.line(0.5, 0.29, 0.5, 0.48);
}

void sideways(IconPen& pen) {
  pen.head(0.13, 0.5, 0.18, Towards::left);
  pen.head(0.87, 0.5, 0.18, Towards::right);
}
void up_and_down(IconPen& pen) {
  pen.head(0.5, 0.13, 0.18, Towards::up);
  pen.head(0.5, 0.87, 0.18, Towards::down);
}

void small_wheel(IconPen& pen) {
  pen.box(0.39, 0.27, 0.22, 0.46, 0.1, Fill::body);
  for (const double y : {0.4, 0.5, 0.6}) pen.line(0.42, y, 0.58, y);
}

// ---- gamepads

struct Spot {
  double x, y;
};
constexpr std::array<Spot, 4> diamond = {{{0.5, 0.78}, {0.78, 0.5}, {0.22, 0.5}, {0.5, 0.22}}};

// Four buttons, and which of them.
void face_by_place(IconPen& pen, std::size_t which) {
  for (std::size_t i = 0; i < diamond.size(); ++i) {
    pen.circle(diamond[i].x, diamond[i].y, 0.15, i == which ? Fill::mark : Fill::body);
  }
}

void face_shape(IconPen& pen, const std::string& shape) {
  if (shape == "cross") {
    pen.line(0.33, 0.33, 0.67, 0.67);
    pen.line(0.67, 0.33, 0.33, 0.67);
  } else if (shape == "circle") {
    pen.circle(0.5, 0.5, 0.2, Fill::none);
  } else if (shape == "square") {
    pen.box(0.33, 0.33, 0.34, 0.34, 0.01, Fill::none);
  } else if (shape == "triangle") {
    cairo_move_to(pen.cairo(), 0.5, 0.28);
    cairo_line_to(pen.cairo(), 0.71, 0.63);
    cairo_line_to(pen.cairo(), 0.29, 0.63);
    cairo_close_path(pen.cairo());
    pen.path_fill(Fill::none);
  } else {
    pen.text(0.5, 0.5, 0.54, 0.56, shape);
  }
}

void face(IconPen& pen, std::size_t which, const std::string& printed) {
  if (printed.empty()) return face_by_place(pen, which);
  pen.circle(0.5, 0.5, 0.43, Fill::body);
  face_shape(pen, printed);
}

void cross_outline(cairo_t* cr) {
  constexpr double a = 0.35;
  constexpr double b = 0.65;
  constexpr double near = 0.08;
  constexpr double far = 0.92;
  cairo_move_to(cr, a, near);
  for (const auto& [x, y] : {std::pair{b, near},
                             {b, a},
                             {far, a},
                             {far, b},
                             {b, b},
                             {b, far},
                             {a, far},
                             {a, b},
                             {near, b},
                             {near, a},
                             {a, a}}) {
    cairo_line_to(cr, x, y);
  }
  cairo_close_path(cr);
}

void pad_cross(IconPen& pen, const double* arm) {
  cairo_t* cr = pen.cairo();
  cross_outline(cr);
  pen.path_fill(Fill::body);
  if (arm != nullptr) pen.box(arm[0], arm[1], arm[2], arm[3], 0.02, Fill::mark);
}

void stick(IconPen& pen, Control control, bool is_left) {
  const ControlInfo& it = info(control);
  const bool is_press = it.form == ControlForm::button;
  const bool is_part = it.form == ControlForm::stick_half || it.form == ControlForm::stick_axis;
  const double ring = is_part ? 0.27 : 0.42;
  pen.circle(0.5, 0.5, ring, Fill::body);
  pen.circle(0.5, 0.5, ring * 0.68, is_press ? Fill::mark : Fill::none);
  pen.text(0.5, 0.5, ring * 0.9, ring * 0.95, is_left ? "L" : "R",
           is_press ? Fill::mark : Fill::body);
  if (!is_part) return;
  if ((it.part & part_right) != 0) pen.head(0.87, 0.5, 0.18, Towards::right);
  if ((it.part & part_left) != 0) pen.head(0.13, 0.5, 0.18, Towards::left);
  if ((it.part & part_up) != 0) pen.head(0.5, 0.13, 0.18, Towards::up);
  if ((it.part & part_down) != 0) pen.head(0.5, 0.87, 0.18, Towards::down);
}

void pill(IconPen& pen) {
  pen.box(0.08, 0.3, 0.84, 0.4, 0.2, Fill::body);
}

// ---- touches

void finger(IconPen& pen, double x, double y) {
  pen.circle(x, y, 0.13, Fill::mark);
}

void swipe(IconPen& pen, double dx, double dy, Towards towards) {
  finger(pen, 0.5 - dx * 0.24, 0.5 - dy * 0.24);
  pen.arrow(0.5 - dx * 0.04, 0.5 - dy * 0.04, 0.5 + dx * 0.32, 0.5 + dy * 0.32, towards);
}

}  // namespace

void draw_mouse(IconPen& pen, Control control) {
  switch (control) {
    case MouseLeft: return mouse_body(pen, Fill::mark, Fill::none, Fill::none);
    case MouseRight: return mouse_body(pen, Fill::none, Fill::mark, Fill::none);
    case MouseMiddle: return mouse_body(pen, Fill::none, Fill::none, Fill::mark);
    case MouseBack:
    case MouseForward: {
      const bool is_back = control == MouseBack;
      mouse_body(pen, Fill::none, Fill::none, Fill::none);
      pen.box(0.2, is_back ? 0.58 : 0.42, 0.12, 0.2, 0.04, Fill::mark);
      pen.head(0.53, 0.66, 0.2, is_back ? Towards::down : Towards::up);
      return;
    }
    case MousePosition: {
      cairo_t* cr = pen.cairo();
      cairo_move_to(cr, 0.28, 0.12);
      for (const auto& [x, y] : {std::pair{0.28, 0.78},
                                 {0.44, 0.64},
                                 {0.56, 0.88},
                                 {0.68, 0.82},
                                 {0.56, 0.6},
                                 {0.78, 0.58}}) {
        cairo_line_to(cr, x, y);
      }
      cairo_close_path(cr);
      return pen.path_fill(Fill::body);
    }
    case MouseMotion:
      small_mouse(pen);
      sideways(pen);
      return up_and_down(pen);
    case MouseMotionX: small_mouse(pen); return sideways(pen);
    case MouseMotionY: small_mouse(pen); return up_and_down(pen);
    case WheelX: small_wheel(pen); return sideways(pen);
    case WheelY: small_wheel(pen); return up_and_down(pen);
    case WheelRight: small_wheel(pen); return pen.head(0.87, 0.5, 0.18, Towards::right);
    case WheelLeft: small_wheel(pen); return pen.head(0.13, 0.5, 0.18, Towards::left);
    case WheelUp: small_wheel(pen); return pen.head(0.5, 0.13, 0.18, Towards::up);
    case WheelDown: small_wheel(pen); return pen.head(0.5, 0.87, 0.18, Towards::down);
    default:
      small_wheel(pen);
      sideways(pen);
      return up_and_down(pen);  // the wheel as a whole
  }
}

void draw_pad(IconPen& pen, Control control, const std::string& printed) {
  constexpr double up[] = {0.35, 0.08, 0.3, 0.27};
  constexpr double down[] = {0.35, 0.65, 0.3, 0.27};
  constexpr double left[] = {0.08, 0.35, 0.27, 0.3};
  constexpr double right[] = {0.65, 0.35, 0.27, 0.3};
  const auto named = [&](const std::string& usual) { return printed.empty() ? usual : printed; };
  switch (control) {
    case PadSouth: return face(pen, 0, printed);
    case PadEast: return face(pen, 1, printed);
    case PadWest: return face(pen, 2, printed);
    case PadNorth: return face(pen, 3, printed);
    case PadUp: return pad_cross(pen, up);
    case PadDown: return pad_cross(pen, down);
    case PadLeft: return pad_cross(pen, left);
    case PadRight: return pad_cross(pen, right);
    case PadLeftShoulder:
    case PadRightShoulder:
      pen.box(0.06, 0.28, 0.88, 0.42, 0.2, Fill::body);
      pen.line(0.2, 0.82, 0.8, 0.82);
      return pen.text(0.5, 0.49, 0.5, 0.36, named(control == PadLeftShoulder ? "L" : "R"));
    case PadLeftTrigger:
    case PadRightTrigger:
      pen.box(0.2, 0.06, 0.6, 0.66, 0.26, Fill::body);
      pen.head(0.5, 0.86, 0.2, Towards::down);
      return pen.text(0.5, 0.4, 0.4, 0.4, named(control == PadLeftTrigger ? "L" : "R"));
    case PadStart: pill(pen); return pen.head(0.52, 0.5, 0.24, Towards::right);
    case PadSelect: pill(pen); return pen.box(0.4, 0.42, 0.2, 0.16, 0.03, Fill::mark);
    case PadGuide:
      pen.circle(0.5, 0.5, 0.42, Fill::body);
      cairo_move_to(pen.cairo(), 0.5, 0.3);
      for (const auto& [x, y] : {std::pair{0.7, 0.5}, {0.5, 0.7}, {0.3, 0.5}}) {
        cairo_line_to(pen.cairo(), x, y);
      }
      cairo_close_path(pen.cairo());
      return pen.path_fill(Fill::mark);
    case PadExtra:
      pill(pen);
      pen.line(0.5, 0.41, 0.5, 0.59);
      return pen.line(0.41, 0.5, 0.59, 0.5);
    case PadPaddle1:
    case PadPaddle2:
    case PadPaddle3:
    case PadPaddle4: {
      const int number = static_cast<int>(control) - static_cast<int>(PadPaddle1) + 1;
      pen.box(0.28, 0.06, 0.44, 0.88, 0.2, Fill::body);
      return pen.text(0.5, 0.5, 0.34, 0.3, named("P" + std::to_string(number)));
    }
    case PadTouchpadPress:
      pen.box(0.06, 0.22, 0.88, 0.56, 0.1, Fill::body);
      return finger(pen, 0.5, 0.5);
    default: break;
  }
  return stick(pen, control, to_string(control).substr(0, 7) == "PadLeft");
}

bool draw_special(IconPen& pen, const std::string& name) {
  if (name == "Arrows") {
    for (const auto& [x, y, towards] :
         {std::tuple{0.5, 0.27, Towards::up}, std::tuple{0.5, 0.71, Towards::down},
          std::tuple{0.2, 0.71, Towards::left}, std::tuple{0.8, 0.71, Towards::right}}) {
      pen.box(x - 0.14, y - 0.18, 0.28, 0.36, 0.06, Fill::body);
      pen.head(x, y, 0.14, towards);
    }
  } else if (name == "PadCross") {
    pad_cross(pen, nullptr);
  } else if (name == "TouchButton") {
    pen.circle(0.5, 0.5, 0.42, Fill::body);
    finger(pen, 0.5, 0.5);
  } else if (name == "TouchTap") {
    finger(pen, 0.5, 0.5);
    pen.circle(0.5, 0.5, 0.3, Fill::none);
  } else if (name == "TouchStick") {
    pen.circle(0.5, 0.5, 0.42, Fill::body);
    pen.line(0.5, 0.5, 0.64, 0.36);
    finger(pen, 0.64, 0.36);
  } else if (name == "TouchPinch") {
    finger(pen, 0.34, 0.66);
    finger(pen, 0.66, 0.34);
    pen.line(0.16, 0.84, 0.24, 0.76);
    pen.line(0.84, 0.16, 0.76, 0.24);
    pen.line(0.12, 0.7, 0.12, 0.88);
    pen.line(0.12, 0.88, 0.3, 0.88);
    pen.line(0.7, 0.12, 0.88, 0.12);
    pen.line(0.88, 0.12, 0.88, 0.3);
  } else if (name == "TouchTurn") {
    cairo_new_sub_path(pen.cairo());
    cairo_arc(pen.cairo(), 0.5, 0.5, 0.36, -2.6, 0.4);
    pen.path_fill(Fill::none);
    pen.head(0.82, 0.68, 0.18, Towards::down);
    finger(pen, 0.36, 0.58);
    finger(pen, 0.6, 0.4);
  } else if (name == "SwipeUp") {
    swipe(pen, 0, -1, Towards::up);
  } else if (name == "SwipeDown") {
    swipe(pen, 0, 1, Towards::down);
  } else if (name == "SwipeLeft") {
    swipe(pen, -1, 0, Towards::left);
  } else if (name == "SwipeRight") {
    swipe(pen, 1, 0, Towards::right);
  } else {
    return false;
  }
  return true;
}

}  // namespace nextmove::draw
