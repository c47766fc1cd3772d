#include "game.hpp"

#include <algorithm>

#include "words.hpp"

namespace tidewater {

using namespace nextmove;

Game::Game(const GameOptions& options, const Playbook& playbook, const Recording* recording,
           const Screen& screen)
    : options_(options),
      renderer_(screen.renderer()),
      hub_(playbook),
      open_menu_(playbook.button("open_menu")),
      party_(hub_, options.choices, options.table),
      scene_(renderer_),
      profiles_(options.profiles),
      watch_(options.watch) {
  hub_.set_window(harbour_size.x, harbour_size.y);
  if (recording != nullptr) {
    for (const Diagnostic& it : differences(*recording, hub_)) {
      std::fprintf(stderr, "%s\n", to_string(it).c_str());
    }
    auto recorded = std::make_unique<RecordedSource>(*recording, hub_, screen.is_seen());
    draws_every_frame_ = screen.is_seen();
    menu_ = std::make_unique<RecordedMenu>(hub_, *recording, recorded->replay());
    if (!options.table.under_way.empty()) party_.go_on();
    source_ = std::move(recorded);
  } else {
    for (Seat* seat : party_.seats()) profiles_.load(hub_, *seat);
    menu_ = std::make_unique<LiveMenu>(hub_, profiles_, screen.window(), renderer_);
    reports_.emplace(hub_, options.reports);
    source_ = std::make_unique<LiveSource>(hub_, [this](const SDL_Event& event) {
      reports_->handle(event);
      menu_->handle(event);
    });
    pause_ = 16;  // at most 60 frames a second
  }
  if (!options.record.empty()) record(options.record);
}

void Game::record(const std::string& path) {
  writer_.emplace(path, describe(hub_, WithPlaybook::yes));
  hub_.on_step([this](const Step& step) { writer_->write(step); });
}

bool Game::play_frame() {
  if (!source_->advance()) return false;
  for (const Notice& notice : hub_.notices()) tell(notice);
  const Time now = hub_.now();
  step(last_ ? static_cast<float>(to_seconds(now - *last_)) : 0);
  last_ = now;
  if (watch_) watch_->look(hub_);
  if (draws_every_frame_) {
    draw();
    SDL_RenderPresent(renderer_);
  }
  if (pause_ != 0) SDL_Delay(pause_);
  return true;
}

// The game stands still while somebody changes controls, and the other may do so meanwhile.
void Game::step(float dt) {
  if (!menu_->is_open()) party_.step(dt);
  const auto& tugs = party_.tugs();
  const std::vector<Area> parts = screen_parts(tugs.size(), hub_.window());
  for (std::size_t i = 0; i < tugs.size(); ++i) {
    if (tugs[i]->seat().read(open_menu_).pressed) {
      menu_->open(tugs[i]->seat(), rectangle(parts[i]));
    }
  }
  menu_->step();
}

void Game::tell(const Notice& notice) {
  const bool is_dull = notice.kind == NoticeKind::plugged || notice.kind == NoticeKind::given ||
                       notice.kind == NoticeKind::in_hand;
  if (!is_dull) news_ = printable(to_text(notice, hub_));
}

void Game::draw() {
  if (party_.is_at_table()) {
    const std::vector<std::string> report = report_news();
    scene_.draw(table_picture(hub_, party_, report.empty() ? news_ : report[0] + ": " + report[1]));
  } else {
    scene_.draw(frame());
  }
  menu_->draw();
}

Frame Game::frame() const {
  Frame frame;
  if (watch_) frame.problems = watch_->problems();
  frame.report = report_news();
  frame.waiting = waiting_words(hub_, party_);
  const std::vector<Area> parts = screen_parts(party_.tugs().size(), hub_.window());
  const bool is_narrow = parts.size() > 1;
  for (std::size_t i = 0; i < parts.size(); ++i) {
    const Seat& seat = party_.tugs()[i]->seat();
    frame.views.push_back({.harbour = party_.tugs()[i].get(),
                           .part = parts[i],
                           .follows_tug = parts.size() > 1 && !options_.table.shares_screen,
                           .is_narrow = is_narrow,
                           .hint = what_to_press(*party_.tugs()[i], is_narrow),
                           .radio_hint = radio_hint(*party_.tugs()[i]),
                           .zones = zones_of(seat)});
  }
  return frame;
}

std::vector<std::string> Game::report_news() const {
  return reports_ ? reports_->news(hub_.now()) : std::vector<std::string>{};
}

std::vector<ZoneDefinition> Game::zones_of(const Seat& seat) const {
  std::vector<ZoneDefinition> zones;
  const bool touches = std::any_of(
      seat.devices().begin(), seat.devices().end(),
      [&](DeviceId device) { return hub_.find_device(device)->kind == DeviceKind::touch; });
  if (!options_.shows_zones && !touches) return zones;
  const std::span all = hub_.playbook().zones();
  for (std::size_t i = 0; i < all.size(); ++i) {
    if (seat.hears_zone(i)) zones.push_back(all[i]);
  }
  return zones;
}

}  // namespace tidewater
