// A game of its own that shows the remap screen.
#include <imgui.h>

#include <nextmove/imgui.hpp>
#include <nextmove/nextmove.hpp>

int main() {
  const nextmove::PlaybookDefinition book{
      .title = "Horn",
      .actions = {{.name = "horn"}},
      .contexts = {
          {.name = "helm", .bindings = {{.action = "horn", .control = nextmove::Control::Space}}}}};
  nextmove::Hub hub{*nextmove::make_playbook(book)};
  nextmove::Seat& seat = hub.add_seat("port tug");
  hub.update({});
  ImGui::CreateContext();
  ImGuiIO& io = ImGui::GetIO();
  io.IniFilename = nullptr;
  io.DisplaySize = {640, 480};
  io.Fonts->Build();
  {
    nextmove::imgui::RemapScreen screen{hub, seat, {}};
    screen.before_frame();
    ImGui::NewFrame();
    ImGui::SetNextWindowSize({600, 400});
    ImGui::Begin("Controls");
    screen.draw();
    ImGui::End();
    ImGui::Render();
  }
  const bool is_drawn = ImGui::GetDrawData()->TotalVtxCount > 0;
  ImGui::DestroyContext();
  return is_drawn ? 0 : 1;
}
