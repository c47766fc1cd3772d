#include "json_text.hpp"

#include <nlohmann/json.hpp>

namespace nextmove::files {

std::string json_text(std::string_view text) {
  using Json = nlohmann::ordered_json;
  return Json(text).dump(-1, ' ', false, Json::error_handler_t::replace);
}

}  // namespace nextmove::files
