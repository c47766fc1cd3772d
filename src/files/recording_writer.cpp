#include <fmt/format.h>
#include <nlohmann/json.hpp>

#include <nextmove/recording_file.hpp>

namespace nextmove {
namespace {

using Json = nlohmann::ordered_json;

std::string dump(const Json& json) {
  return json.dump(-1, ' ', false, Json::error_handler_t::replace);
}
std::string dump(const std::string& text) { return dump(Json(text)); }

unsigned number(DeviceId id) { return static_cast<unsigned>(id); }

Json device_json(const Device& device) {
  Json json = {{"kind", to_string(device.kind)}, {"name", device.name}};
  if (device.vendor != 0) json["vendor"] = device.vendor;
  if (device.product != 0) json["product"] = device.product;
  if (!device.serial.empty()) json["serial"] = device.serial;
  return json;
}

// What each step says besides its time. fmt writes the shortest digits that read back as the same
// float, which JSON libraries, with their doubles, do not.
std::string fields(const Event& it) {
  std::string text = fmt::format(R"("device":{},"control":"{}","x":{})", number(it.device),
                                 to_string(it.control), it.x);
  if (it.y != 0) text += fmt::format(R"(,"y":{})", it.y);
  return text;
}
std::string fields(const Plugged& it) {
  const std::string device = dump(device_json(it.device));
  return fmt::format(R"("plug":{},{})", number(it.id), device.substr(1, device.size() - 2));
}
std::string fields(const Unplugged& it) { return fmt::format(R"("unplug":{})", number(it.id)); }
std::string fields(const Given& it) {
  return fmt::format(R"("give":{},"seat":{})", number(it.id), dump(it.seat));
}
std::string fields(const ReleasedAll& /*it*/) { return R"("release":"all")"; }
std::string fields(const Entered& it) {
  return fmt::format(R"("enter":{},"seat":{})", dump(it.context), dump(it.seat));
}
std::string fields(const Left& it) {
  return fmt::format(R"("leave":{},"seat":{})", dump(it.context), dump(it.seat));
}
std::string fields(const Updated& /*it*/) { return R"("update":true)"; }

}  // namespace

std::string to_json_line(const RecordingHeader& header) {
  Json json = {{"format", "nextmove-recording"}, {"version", 1}, {"title", header.title}};
  json["devices"] = Json::array();
  for (const RecordedDevice& recorded : header.devices) {
    Json device = {{"id", number(recorded.id)}};
    device.update(device_json(recorded.device));
    if (!recorded.seat.empty()) device["seat"] = recorded.seat;
    json["devices"].push_back(device);
  }
  json["seats"] = Json::array();
  for (const RecordedSeat& seat : header.seats) {
    json["seats"].push_back({{"name", seat.name}, {"contexts", seat.contexts}});
  }
  return dump(json) + '\n';
}

std::string to_json_line(const Step& step) {
  const std::string rest = std::visit([](const auto& it) { return fields(it); }, step);
  return fmt::format("{{\"t\":{},{}}}\n", to_seconds(time_of(step)), rest);
}

RecordingWriter::RecordingWriter(const std::string& path, const RecordingHeader& header)
    : file_(path, std::ios::binary) {
  file_ << to_json_line(header) << std::flush;
}

void RecordingWriter::write(const Step& step) {
  file_ << to_json_line(step);
  if (std::holds_alternative<Updated>(step)) file_.flush();
}

}  // namespace nextmove
