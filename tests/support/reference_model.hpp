// The rules of meaning once more, as plainly as they can be written and with no thought of speed:
// everything is worked out anew from definitions and values. It shares nothing with the core but
// the definitions and the table of controls.
#pragma once

#include <array>
#include <map>
#include <optional>
#include <set>
#include <string>
#include <vector>

#include <nextmove/nextmove.hpp>

namespace nextmove::support {

/// One seat that owns all devices. Touch zones and custom functions are not known here.
class ReferenceModel {
 public:
  explicit ReferenceModel(const PlaybookDefinition& book);  // as make_playbook has it

  void plug(DeviceId id, DeviceKind kind);
  void feed(const Event& event);
  void take_up(const Event& standing);
  void unplug(DeviceId id, Time time);
  void release_all(Time time);
  void enter(const std::string& context);
  void leave(const std::string& context);
  void switch_to(const std::string& context);
  void hold_to(const std::string& scheme);  // empty for none
  void set_typing(bool is_typing);
  void mute(const std::string& mute);
  void unmute(const std::string& mute);
  void update(Time now);
  bool take_press(const std::string& action, Duration within);

  /// Empty where `reading` is what the action reads as; else what is wrong.
  std::string difference(std::size_t action, const Reading& reading) const;
  /// Empty where it is so what is told of a way to do the action, on one device or for `none` on
  /// any; else what is wrong.
  std::string contradiction(std::size_t action, const ExplainedWay& way,
                            DeviceId device = DeviceId::none) const;
  /// Whether a binding has something of the control.
  bool is_bound(Control control) const;
  /// Whether so little has decided who drives that the rounding of floats may decide otherwise:
  /// what comes of the rest then proves nothing.
  bool is_in_doubt() const { return is_in_doubt_; }
  /// What a pointer is pushed adds up, and rounding with it: it goes on from where it is read.
  void follow(std::size_t action, const Reading& reading);

 private:
  class Witness;
  struct Point {
    double x = 0;
    double y = 0;
  };
  /// One control of one binding.
  struct Item {
    std::size_t context;
    std::size_t binding;  // counted over all contexts
    const BindingDefinition* definition;
    std::size_t action;
    ControlInfo control;
    const Direction* direction;  // nullptr where the control drives the whole action
    std::set<Control> with;
  };
  struct Contact {
    bool down = false;
    bool heard = false;
    bool holds = false;
    bool fired = false;
    Time since{};
    Time next{};
    int taps = 0;
    Point turned;  // a wheel, less than a detent
  };
  struct Flow {
    Point target;
    Point smooth;
    Point pending;
  };
  struct Device {
    DeviceId id;
    DeviceKind kind;
    std::map<Control, Vec2> values{};
    std::vector<Contact> contacts;        // by item
    std::map<Control, bool> with_down{};  // by with-control
    /// By source: the numbers of the presses that hold its halves down; 0 while up.
    std::map<Control, std::array<int, 4>> pressed{};
    std::vector<Flow> flows;    // by group; what is pending, by binding
    std::vector<double> sizes;  // by action: how far it is pushed
  };
  struct Action {
    int holders = 0;
    int mutes = 0;
    unsigned presses = 0;
    unsigned releases = 0;
    unsigned early = 0;
    unsigned downs = 0;
    DeviceId toggled_by = DeviceId::none;  // none while it is off
    std::size_t toggled_through = 0;       // the item, at this event
    int toggled_at = 0;
    std::vector<Time> log;
    std::size_t taken = 0;
    // the reading
    ButtonReading button;
    Point value;
    Point place{0.5, 0.5};
    bool present = false;
    DeviceId pointer = DeviceId::none;  // the device that points; none while nothing does
    DeviceId pointed = DeviceId::none;  // the last that pointed at a place
    DeviceId pusher = DeviceId::none;   // that pushed it last, if none has pointed at a place since
    // who drives
    DeviceId driver = DeviceId::none;
    Point way;      // displacements, and of a motion what rates came to, since the last update
    Point weighed;  // what it came to when it was weighed last
    Point peak;     // the largest to which it changed since the last update
    DeviceId peak_of = DeviceId::none;
    // its digits
    Digital digits;         // of what is pushed
    DirectionPresses ways;  // since the last update
    bool operated = false;  // by the event at hand
    Digital read_digits;    // the reading
    DirectionPresses read_ways;
  };
  struct Queued {
    Event event;
    enum { operating, standing, unplugging, releasing } what;
  };

  const ActionDefinition& action_of(const Item& item) const { return book_.actions[item.action]; }
  bool is_entered(std::size_t context) const;
  bool plays(const Item& item) const;
  bool is_of_scheme(const Item& item) const;
  bool is_text(const Event& event) const;
  bool is_down(Control with) const;
  bool has_all(const Item& item) const;
  bool hears(const Item& item, int half) const;
  bool works_out_to_hear(const Item& item, int half) const;
  void hearing_changes();
  bool hears_any(const Item& item) const;
  bool hears_all(const Item& item) const;

  void work_off(const Queued& queued);
  std::vector<std::size_t> items_on(Control source) const;
  void operate(Device& device, Control source, Vec2 value, Time time);
  void take_up(Device& device, Control source, Vec2 value, Time time);
  void open_and_close(Device& device, Control source, Vec2 value);
  void number_presses(Device& device, Control source, Vec2 value);
  void release_what_is_up(Device& device, const std::vector<std::size_t>& items, Vec2 value,
                          Time time);
  void cut(Device& device);
  void operate_button(Device& device, std::size_t item, Vec2 value, Time time);
  void begin(const Device& device, Contact& contact, std::size_t item, Time time);
  void turn_toggle(const Device& device, std::size_t item, Time time);
  void end_toggle(Action& action);
  void end(Contact& contact, const Item& item, Time time);
  void cut(Contact& contact, const Item& item);
  void press(Action& action, Time time);
  void let_go(Action& action);
  void complete(Time until);
  void enter_number(std::size_t context);
  void silence(const std::string& mute);
  bool is_silenced(const std::string& mute, std::size_t action) const;
  void let_go_below(std::size_t context);
  bool is_taken_by(std::size_t context, const Item& item) const;
  void list(std::size_t context);
  void unlist(std::size_t context);
  void let_go_of(Device& device, std::size_t item);
  void settle_contexts();
  void note_what_is_down();
  void find_pointers();
  void point(const Device& device, const std::vector<std::size_t>& items);
  void push_pointers();
  bool may_push(DeviceId device, std::size_t action) const;
  bool is_bending() const;
  void settle_pushes();

  std::array<double, 4> contribution(const Item& item, Vec2 value) const;
  Shaping shaping_on(DeviceKind kind, std::size_t binding) const;
  bool has_directions(std::size_t binding) const;
  std::size_t find_group(DeviceKind kind, std::size_t binding) const;
  std::size_t group_of(DeviceKind kind, std::size_t binding) const {
    return groups_[static_cast<std::size_t>(kind)][binding];
  }
  Point shaped(const Device& device, std::size_t group) const;
  bool takes_time(const BindingDefinition& binding) const;
  void move_flows(Time until);
  void move_all_flows(Time until);
  double rate_of(std::size_t binding) const;
  double largest_rate(const Device* device, std::size_t action) const;
  double size_of_rates(const Device& device, std::size_t action) const;
  double share_of(const Device& device, std::size_t action) const;
  static Point limited(Point value, double most);
  void retarget(const Device* operated, Control source);
  /// Shaped apart, added up and limited: as it is pushed, or as smoothing lets it through.
  Point sum_of(const Device& device, std::size_t action, bool is_smooth) const;
  bool is_smoothed(const Device& device, std::size_t action) const;
  bool is_plain(std::size_t action) const;
  double size_of(const Device& device, std::size_t action) const;
  Point driven(std::size_t action) const;
  const Device* find_device(DeviceId id) const;
  Digital digits_of(std::size_t action, Point value, const Digital& before) const;
  void note_digits(std::size_t action);
  void press_by_detents(Contact& contact, const Item& item, Vec2 value);
  void note_what_is_operated(const std::vector<std::size_t>& items, Vec2 before, Vec2 value);
  void weigh();
  void choose_driver(std::size_t action);
  void forget_peaks(const Device& device);
  void read();

  PlaybookDefinition book_;
  std::vector<Item> items_;
  std::set<Control> with_controls_;
  /// By item and half: whether it hears, where that was asked since anything it depends on changed.
  mutable std::vector<std::array<std::optional<bool>, 4>> heard_;
  std::vector<const BindingDefinition*> bindings_;
  std::vector<std::size_t> binding_actions_;
  std::vector<std::size_t> binding_contexts_;
  std::array<std::vector<std::size_t>, device_kind_count> groups_;  // by kind and binding
  std::vector<Device> devices_;
  std::vector<Action> actions_;
  std::vector<std::size_t> entered_;  // who hears first in front
  std::string scheme_;                // empty for none
  bool is_typing_ = false;
  bool is_in_doubt_ = false;
  std::map<std::string, int> mutes_;
  std::vector<Queued> queue_;
  int pressed_ = 0;  // how many presses there were
  int event_ = 0;    // how many have been worked off
  Time now_{};
  Time moved_until_{};
  Time counts_from_{};  // what rates and repetitions did before does not count
};

}  // namespace nextmove::support
