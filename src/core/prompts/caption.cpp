// Texts with prompts in them.
#include <algorithm>
#include <charconv>
#include <optional>

#include <nextmove/nearest.hpp>
#include <nextmove/prompt.hpp>

#include "base/names.hpp"

namespace nextmove {
namespace {

/// `horn`, `steer.up`, `horn.2`, `steer.up.2`.
struct Asked {
  ActionId action;
  ActionPart part = ActionPart::whole;
  std::size_t way = 1;
};

class CaptionMaker {
 public:
  CaptionMaker(std::string_view text, const PromptSetting& setting)
      : text_(text), setting_(setting) {}

  Caption make() {
    for (std::size_t at = 0; at < text_.size();) at = read(at);
    flush();
    return std::move(caption_);
  }

 private:
  // Returns where to go on.
  std::size_t read(std::size_t at) {
    const char c = text_[at];
    if (c != '{' && c != '}') {
      words_ += c;
      return at + 1;
    }
    if (at + 1 < text_.size() && text_[at + 1] == c) {
      words_ += c;
      return at + 2;
    }
    const std::size_t end = c == '{' ? text_.find_first_of("{}", at + 1) : std::string_view::npos;
    if (end == std::string_view::npos || text_[end] == '{') {
      complain(at, 1,
               c == '{' ? "this brace is not closed; write {{ for a brace"
                        : "this brace closes nothing; write }} for a brace");
      words_ += c;
      return at + 1;
    }
    const std::string_view name = text_.substr(at + 1, end - at - 1);
    if (const std::optional<Asked> asked = find(name, at + 1)) {
      say(*asked);
    } else {
      words_ += text_.substr(at, end + 1 - at);
    }
    return end + 1;
  }

  std::optional<Asked> find(std::string_view name, std::size_t at) {
    const std::string_view action_name = name.substr(0, name.find('.'));
    const Playbook& playbook = setting_.playbook;
    const std::optional<ActionId> action = playbook.find_action(action_name);
    if (!action) {
      complain(at, action_name.size(),
               std::string{"the playbook has no action \""}
                   .append(action_name)
                   .append("\"")
                   .append(did_you_mean(action_name, core::names_of(playbook.actions()))));
      return {};
    }
    Asked asked{*action};
    std::size_t dot = action_name.size();
    while (dot < name.size()) {
      const std::size_t next = std::min(name.find('.', dot + 1), name.size());
      const std::string_view word = name.substr(dot + 1, next - dot - 1);
      if (!take(word, asked)) {
        complain(at + dot + 1, word.size(),
                 std::string{"\""}
                     .append(word)
                     .append("\" is neither a direction of \"")
                     .append(action_name)
                     .append("\" nor a number from 1"));
        return {};
      }
      dot = next;
    }
    return asked;
  }

  bool take(std::string_view word, Asked& asked) const {
    const auto part = find_action_part(word);
    if (part && *part != ActionPart::whole) {
      asked.part = *part;
      return has_part(setting_.playbook.action(asked.action).kind, *part);
    }
    const char* const end = word.data() + word.size();
    const auto [read_to, error] = std::from_chars(word.data(), end, asked.way);
    return error == std::errc{} && read_to == end && asked.way >= 1;
  }

  // Where there are fewer ways than asked for, the last.
  void say(const Asked& asked) {
    const std::vector<Prompt> ways = prompts(asked.action, asked.part, setting_);
    flush();
    const Prompt& way = ways[std::min(asked.way, ways.size()) - 1];
    for (PromptPart part : way.parts) {
      part.is_heard = !part.is_control() || way.is_heard;
      caption_.parts.push_back(std::move(part));
    }
  }

  void flush() {
    if (!words_.empty()) caption_.parts.push_back({std::move(words_)});
    words_.clear();
  }

  void complain(std::size_t at, std::size_t length, std::string message) {
    // Columns count characters, not bytes.
    const auto column =
        1 + std::count_if(text_.begin(), text_.begin() + static_cast<std::ptrdiff_t>(at),
                          [](char c) { return (c & 0xC0) != 0x80; });
    caption_.problems.push_back(
        {.place = {1, static_cast<int>(column), std::max(1, static_cast<int>(length))},
         .message = std::move(message),
         .source_line = std::string{text_}});
  }

  std::string_view text_;
  const PromptSetting& setting_;
  Caption caption_;
  std::string words_;
};

}  // namespace

Caption caption(std::string_view text, const PromptSetting& setting) {
  return CaptionMaker{text, setting}.make();
}

}  // namespace nextmove
