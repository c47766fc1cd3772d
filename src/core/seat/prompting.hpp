// A seat's prompts, kept until something changes.
#pragma once

#include <cstdint>
#include <map>
#include <utility>
#include <vector>

#include <nextmove/prompt.hpp>

namespace nextmove::core {

class Prompting {
 public:
  std::uint32_t version() const { return version_; }
  /// What prompts go by has changed.
  void renew() {
    ++version_;
    kept_.clear();
  }

  const Labels& labels() const { return labels_; }
  void set_words(const Wording& wording, const KeyLabels& keys);
  void set_family(const Family& family);

  /// Valid until renewed. `setting` is made only where it is needed.
  template <class Setting>
  const std::vector<Prompt>& ways(ActionId action, ActionPart part, Setting setting) {
    auto& kept = kept_[{action, part}];
    if (kept.empty())
      kept = setting([&](const PromptSetting& it) { return prompts(action, part, it); });
    return kept;
  }

 private:
  Labels labels_;
  std::uint32_t version_ = 1;
  std::map<std::pair<ActionId, ActionPart>, std::vector<Prompt>> kept_;
};

}  // namespace nextmove::core
