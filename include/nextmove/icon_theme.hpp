// Icon themes: a game's own pictures of controls.
#pragma once

#include <map>
#include <string>
#include <string_view>
#include <vector>

#include <nextmove/family.hpp>
#include <nextmove/labels.hpp>
#include <nextmove/playbook.hpp>

namespace nextmove {

/// Where a picture is: a whole image file, or a rectangle of one.
struct IconPlace {
  std::string image{};  ///< a path
  int left = 0;         ///< in pixels, from the top left
  int top = 0;
  int width = 0;  ///< 0: the whole image
  int height = 0;

  friend bool operator==(const IconPlace&, const IconPlace&) = default;
};

/// Pictures by the names that prompts give. Plain data; load_icon_theme reads it from a file.
class IconTheme {
 public:
  /// Replaces what is there. An empty family is for all that have no picture of their own.
  void add(const std::string& family, const std::string& name, IconPlace place);

  /// The family's picture, else the one for all, else nullptr: then the text is to be shown. Valid
  /// until the next add.
  const IconPlace* find(std::string_view name, std::string_view family = {}) const;

  /// All that there are, by family and name.
  using Places = std::map<std::string, std::map<std::string, IconPlace, std::less<>>, std::less<>>;
  const Places& places() const { return places_; }

  friend bool operator==(const IconTheme&, const IconTheme&) = default;

 private:
  Places places_;
};

/// A control for which a theme has no picture.
struct MissingIcon {
  std::string name{};                   ///< of the icon
  std::vector<std::string> families{};  ///< of the gamepads that lack it; empty: all of them
  std::vector<std::string> actions{};   ///< that it drives; empty: players may choose it for one

  friend bool operator==(const MissingIcon&, const MissingIcon&) = default;
};

/// What the theme lacks for prompts of this playbook on gamepads of any of these families: first
/// what the playbook has, in its order, then every key and button that a player may remap an action
/// to.
std::vector<MissingIcon> missing_icons(const Playbook& playbook, const IconTheme& theme,
                                       const Families& families = {}, const Labels& labels = {});

}  // namespace nextmove
