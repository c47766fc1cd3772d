// The documentation as tests read it.
#pragma once

#include <string>

#include "support/process.hpp"

namespace nextmove::support {

inline std::string source_folder() {
  return NEXTMOVE_SOURCE;
}

/// The text between the fences of a page that are of this language and begin with `first_line`.
inline std::string block_of(const std::string& page, const std::string& language,
                            const std::string& first_line) {
  const std::string text = read_file(page);
  const std::string opening = "```" + language + "\n";
  for (std::size_t at = text.find(opening); at != std::string::npos;
       at = text.find(opening, at + 1)) {
    const std::size_t begin = at + opening.size();
    const std::string block = text.substr(begin, text.find("```", begin) - begin);
    if (block.rfind(first_line, 0) == 0) return block;
  }
  return "no such block in " + page;
}

}  // namespace nextmove::support
