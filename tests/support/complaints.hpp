// Complaints that a test expects.
#pragma once

#include <string>
#include <utility>
#include <vector>

#include <nextmove/complaint.hpp>

namespace nextmove::support {

/// Hears every complaint while it lives, in place of whoever listened before.
class Complaints {
 public:
  Complaints()
      : before_(on_complaint([this](const Complaint& it) {
          heard_.emplace_back((it.is_doubt ? "doubt: " : "") + std::string{it.sentence});
          kinds_.push_back(it.kind);
        })) {}
  ~Complaints() { on_complaint(std::move(before_)); }
  Complaints(const Complaints&) = delete;
  Complaints& operator=(const Complaints&) = delete;

  /// The sentences since the last call.
  std::vector<std::string> take() {
    kinds_.clear();
    return std::exchange(heard_, {});
  }
  const std::vector<ComplaintKind>& kinds() const { return kinds_; }

 private:
  std::vector<std::string> heard_;
  std::vector<ComplaintKind> kinds_;
  ComplaintListener before_;
};

using Sentences = std::vector<std::string>;

}  // namespace nextmove::support
