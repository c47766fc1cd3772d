// From TOML to families.
#include <fmt/format.h>

#include <nextmove/families_file.hpp>
#include <nextmove/nearest.hpp>

#include "text_file.hpp"
#include "toml_document.hpp"
#include "toml_values.hpp"

namespace nextmove {
namespace {

using files::place_of;
using Entry = files::TomlEntry;

constexpr std::int64_t families_format = 1;

class FamiliesReader {
 public:
  explicit FamiliesReader(Families known) : families_(std::move(known)) {}

  void read(const toml::table& file) {
    bool has_format = false;
    for (const Entry& entry : files::TomlEntries{file}) {
      if (entry.name() == "format") {
        has_format = true;
        const auto* number = entry.node->as_integer();
        if (number == nullptr || number->get() != families_format) values_.wrong_type(entry, "1");
      } else if (entry.name() == "families") {
        for (const Entry& family : values_.table(entry)) read_family(family);
      } else if (entry.name() == "devices") {
        devices_ = entry.node->as_array();
        if (devices_ == nullptr) values_.wrong_type(entry, "a list of tables");
      } else {
        values_.unknown_key(entry, {"format", "families", "devices"});
      }
    }
    if (!has_format) values_.error({1, 1}, "the file begins with format = 1");
    // After the families, wherever they stand.
    if (devices_ != nullptr) {
      for (const toml::node& node : *devices_) read_device(node);
    }
  }

  Result<Families> result() {
    Result<Families> result;
    result.diagnostics = values_.take_problems();
    if (!has_errors(result.diagnostics)) result.value = std::move(families_);
    return result;
  }

 private:
  void read_family(const Entry& entry) {
    Family family{std::string{entry.name()}, {}};
    for (const Entry& button : values_.table(entry)) {
      const PlacedControl control = values_.control(button.name(), place_of(*button.key));
      const bool is_pads =
          control.control != Control::none && info(control.control).device == DeviceKind::gamepad;
      if (control.is_set() && !is_pads) {
        values_.error(place_of(*button.key),
                      fmt::format("{} is no control of a gamepad", button.name()));
      }
      std::string label = values_.text(button);
      if (is_pads) family.labels.insert_or_assign(control.control, std::move(label));
    }
    families_.add(std::move(family));
  }

  void read_device(const toml::node& node) {
    const toml::table* table = node.as_table();
    if (table == nullptr) return values_.error(place_of(node), "a device must be a table");
    FamilyDevice device;
    for (const Entry& entry : files::TomlEntries{*table}) {
      if (entry.name() == "vendor") {
        device.vendor = id_number(entry);
      } else if (entry.name() == "product") {
        device.product = id_number(entry);
      } else if (entry.name() == "family") {
        device.family = values_.text(entry);
        check_family(device.family, place_of(*entry.node));
      } else {
        values_.unknown_key(entry, {"vendor", "product", "family"});
      }
    }
    if (device.vendor == 0 || device.family.empty()) {
      values_.error(place_of(node), "a device needs a vendor number and a family");
    }
    if (families_.find(device.family) != nullptr) families_.add(std::move(device));
  }

  std::uint16_t id_number(const Entry& entry) {
    const auto* value = entry.node->as_integer();
    if (value != nullptr && value->get() > 0 && value->get() <= 0xffff) {
      return static_cast<std::uint16_t>(value->get());
    }
    values_.wrong_type(entry, "a number between 0x0001 and 0xffff");
    return 1;
  }

  void check_family(const std::string& name, Place place) {
    if (name.empty() || families_.find(name) != nullptr) return;
    std::vector<std::string_view> names;
    if (values_.seeks_nearest()) {
      for (const Family& family : families_.all()) names.push_back(family.name);
    }
    values_.error(place, fmt::format("unknown family \"{}\"{}", name, did_you_mean(name, names)));
  }

  Families families_;
  files::TomlValues values_;
  const toml::array* devices_ = nullptr;
};

}  // namespace

Result<Families> parse_families(std::string_view text, std::string_view file, Families known) {
  Result<toml::table> parsed = files::parse_toml(text, files::mebibyte);
  Result<Families> result;
  if (parsed) {
    FamiliesReader reader{std::move(known)};
    reader.read(*parsed);
    result = reader.result();
  } else {
    result.diagnostics = std::move(parsed.diagnostics);
  }
  files::arrange(result.diagnostics, file, text);
  return result;
}

Result<Families> load_families(const std::string& path, Families known) {
  const Result<std::string> text = files::read_text_file(path, files::mebibyte);
  if (!text) return {std::nullopt, text.diagnostics};
  return parse_families(*text, path, std::move(known));
}

}  // namespace nextmove
