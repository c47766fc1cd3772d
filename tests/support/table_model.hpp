// The rules of the table once more, written down as plainly as docs/seats.md tells them, to be held
// against the library. It shares nothing with it but the names of things.
#pragma once

#include <map>
#include <optional>
#include <set>
#include <string>
#include <tuple>
#include <vector>

#include <nextmove/hub.hpp>

namespace nextmove::support {

class TableModel {
 public:
  using Number = int;  // of a seat, in the order of adding; of a scheme, in the order of writing
  static constexpr Number nobody = -1;

  explicit TableModel(std::vector<SchemeDefinition> schemes) : schemes_(std::move(schemes)) {}

  /// What a player's profile puts the horn on, in place of all that is usual there.
  struct Changes {
    std::optional<Control> unnamed{};  // a key, under no scheme and under those that share nothing
    std::optional<Control> left_keys{};
    std::optional<Control> right_keys{};
    std::optional<Control> pad{};

    friend bool operator==(const Changes&, const Changes&) = default;
  };

  struct Seat {
    bool is_taken = false;
    bool is_reserved = false;
    bool has_context = false;  // from the end of the update in which it was made
    bool captures = false;
    bool types = false;
    Changes changes{};
    Number scheme = nobody;
    std::vector<DeviceId> devices{};  // in the order of coming
    std::set<DeviceKind> waits{};
    int waits_since = 0;
    std::set<std::pair<DeviceId, Control>> presses{};  // what presses its horn
    bool began = false;                                // a press, in this update
    bool held_before = false;                          // when this update began
  };
  struct Device {
    Device(nextmove::Device what, int number_, int born_at)
        : its(std::move(what)), number(number_), born(born_at) {}
    nextmove::Device its;
    int number;
    int born;           // counts what was ever plugged in
    int loss_from = 0;  // what is born from here on may be it, come back
    bool is_plugged = true;
    bool is_going = false;     // it is unplugged, and no update has reached that
    bool is_back = false;      // and another has taken its place
    bool is_untouched = true;  // nobody has had it
    bool is_by_rules = true;
    bool is_put_aside = false;  // by the game
    std::vector<Number> owners{};
    std::vector<DeviceId> may_be{};
    std::set<Control> down{};
    std::set<Control> silent{};  // what seated somebody, until it is up
    struct JoinPress {
      Number scheme;
      Time time;
      int order;  // of two at one time, which came first
    };
    std::map<Control, JoinPress> undecided{};
  };

  const std::vector<Seat>& seats() const { return seats_; }
  const std::map<DeviceId, Device>& devices() const { return devices_; }
  bool is_there(DeviceId id) const { return devices_.count(id) != 0 && devices_.at(id).is_plugged; }
  Control claim(DeviceId id, std::size_t number) const;

  void set_rules(const SeatingRules& rules);
  void add_seat();
  void plug(DeviceId id, const nextmove::Device& device);
  void unplug(DeviceId id, Time time);
  void feed(DeviceId id, Control control, bool is_down, Time time);
  void lose_focus(Time time);
  bool join(Number scheme, DeviceId device, Number seat);
  void leave(Number seat);
  void give(DeviceId id, Number seat);
  void free(DeviceId id);
  void swap(Number a, Number b);
  void hold_to(Number seat, Number scheme);
  void reserve(Number seat, bool is_reserved);
  void set_typing(Number seat, bool is_typing);
  void change(Number seat, const Changes& changes);
  /// Puts the horn on a key or a button under the seat's scheme, which it has. False where somebody
  /// else has the control who shares the keyboard, or it lets another join there.
  bool put_horn(Number seat, Control control, bool keeps_both);
  void begin_capture(Number seat);
  void end_capture(Number seat);
  /// What was said up to now happens.
  void update(Time now);

 private:
  struct Loss {
    DeviceId device;
    Number seat;
  };
  struct Said {
    Time time;
    enum { unplugged, moved, unfocused } what;
    DeviceId device;
    Control control;
    bool is_down;
  };

  Device& at(DeviceId id) { return devices_.at(id); }
  const Device& at(DeviceId id) const { return devices_.at(id); }
  DeviceKind kind(DeviceId id) const { return at(id).its.kind; }
  std::vector<DeviceId> plugged() const;
  bool has(Number seat, DeviceKind kind) const;
  bool can_share(DeviceId id, Number scheme, Number other) const;
  bool may_have(DeviceId id, Number scheme, Number seat) const;
  int others_at_the_table(Number seat) const;
  std::optional<std::vector<DeviceId>> devices_for(Number scheme, DeviceId given,
                                                   Number seat) const;
  bool hears(Number seat, Control control) const;

  void take(DeviceId id, Number seat);
  void drop(DeviceId id, Number seat);
  void sit(Number seat, Number scheme, const std::vector<DeviceId>& devices);
  Number free_seat();
  void hush(Number seat);
  void play_under(Number seat, Number scheme);
  using Edition = std::tuple<std::optional<Control>, Number, std::optional<Control>>;
  Edition edition(Number seat) const;
  std::optional<Control> key(Number seat) const;
  bool is_somebody_elses(Number seat, Control control) const;
  void rest(DeviceId id);
  bool is_text(DeviceId id) const;

  void follow();
  bool bring_one_back();
  std::vector<DeviceId> places(DeviceId id) const;
  std::vector<Number> losers(DeviceId lost) const;
  void return_to(DeviceId id, DeviceId lost);
  void come_along();
  void deal(bool anew);
  Number dealt_to(DeviceId id, const std::set<Number>& has_pad) const;
  void find_waits();
  int free_number(DeviceId id) const;

  void happen(const Said& said);
  void press(DeviceId id, Control control, Time time);
  bool join_press(DeviceId id, Control control, Time time);
  Number who_waits_for(Number scheme, DeviceId id) const;
  bool take_over(Number seat, Number scheme, DeviceId id);
  void decide(DeviceId id, Control control, bool is_held);
  void ripen(Time until);

  std::vector<SchemeDefinition> schemes_;
  SeatingRules rules_;
  std::vector<Seat> seats_;
  std::map<DeviceId, Device> devices_;
  std::vector<Loss> losses_;
  std::vector<Said> said_;
  int born_ = 0;
  int waits_ever_ = 0;
  int presses_ever_ = 0;
};

}  // namespace nextmove::support
