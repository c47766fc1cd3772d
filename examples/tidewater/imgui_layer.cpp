#include "imgui_layer.hpp"

#include <algorithm>
#include <backends/imgui_impl_sdl.h>
#include <cfloat>
#include <filesystem>

#include "artwork.hpp"

namespace tidewater {
namespace {

constexpr const char* font_file = "/usr/share/fonts/truetype/dejavu/DejaVuSans.ttf";

ImVec4 colour(Colour c, double alpha) {
  return {static_cast<float>(c.red), static_cast<float>(c.green), static_cast<float>(c.blue),
          static_cast<float>(alpha)};
}

void choose_style() {
  constexpr Colour deep = {0.04, 0.09, 0.12};
  constexpr Colour water = {0.10, 0.24, 0.29};
  constexpr Colour shallow = {0.20, 0.42, 0.48};
  constexpr Colour brass = {0.93, 0.77, 0.35};
  ImGuiStyle& style = ImGui::GetStyle();
  style.WindowPadding = {18, 14};
  style.FramePadding = {9, 4};
  style.ItemSpacing = {8, 6};
  style.FrameRounding = 4;
  style.PopupRounding = 6;
  style.WindowRounding = 6;
  ImVec4* const of = style.Colors;
  of[ImGuiCol_Text] = colour(light_text, 1);
  of[ImGuiCol_TextDisabled] = colour({0.60, 0.68, 0.70}, 1);
  of[ImGuiCol_WindowBg] = colour(deep, 0.94);
  of[ImGuiCol_PopupBg] = colour(deep, 1);
  of[ImGuiCol_TitleBg] = of[ImGuiCol_TitleBgActive] = colour(water, 1);
  of[ImGuiCol_FrameBg] = colour(water, 0.8);
  of[ImGuiCol_Button] = colour(water, 1);
  of[ImGuiCol_ButtonHovered] = colour(shallow, 1);
  of[ImGuiCol_ButtonActive] = colour(brass, 0.7);
  of[ImGuiCol_TableHeaderBg] = colour(water, 0.6);
  of[ImGuiCol_TableRowBgAlt] = colour(light_text, 0.03);
  of[ImGuiCol_TableBorderLight] = colour(light_text, 0.12);
  of[ImGuiCol_PlotHistogram] = colour(brass, 1);
  of[ImGuiCol_NavHighlight] = colour(brass, 1);
  of[ImGuiCol_ScrollbarBg] = colour(deep, 0);
  of[ImGuiCol_ScrollbarGrab] = colour(shallow, 0.8);
  of[ImGuiCol_ModalWindowDimBg] = colour(deep, 0.6);
}

Texture make_font(SDL_Renderer* renderer) {
  ImFontAtlas& fonts = *ImGui::GetIO().Fonts;
  if (std::filesystem::exists(font_file)) fonts.AddFontFromFileTTF(font_file, 17);
  unsigned char* pixels = nullptr;
  int width = 0;
  int height = 0;
  fonts.GetTexDataAsRGBA32(&pixels, &width, &height);
  Texture texture{
      SDL_CreateTexture(renderer, SDL_PIXELFORMAT_RGBA32, SDL_TEXTUREACCESS_STATIC, width, height)};
  SDL_UpdateTexture(texture.get(), nullptr, pixels, 4 * width);
  SDL_SetTextureBlendMode(texture.get(), SDL_BLENDMODE_BLEND);
  fonts.SetTexID(texture.get());
  return texture;
}

void draw_command(SDL_Renderer* renderer, const ImDrawList& list, const ImDrawCmd& command) {
  const ImVec4& clip = command.ClipRect;
  const int left = std::max(0, static_cast<int>(clip.x));
  const int top = std::max(0, static_cast<int>(clip.y));
  const SDL_Rect seen = {left, top, static_cast<int>(clip.z) - left,
                         static_cast<int>(clip.w) - top};
  if (seen.w <= 0 || seen.h <= 0) return;
  SDL_RenderSetClipRect(renderer, &seen);
  const ImDrawVert* const first = list.VtxBuffer.Data + command.VtxOffset;
  constexpr int step = sizeof(ImDrawVert);
  SDL_RenderGeometryRaw(renderer, static_cast<SDL_Texture*>(command.GetTexID()), &first->pos.x,
                        step, reinterpret_cast<const SDL_Color*>(&first->col), step, &first->uv.x,
                        step, list.VtxBuffer.Size - static_cast<int>(command.VtxOffset),
                        list.IdxBuffer.Data + command.IdxOffset,
                        static_cast<int>(command.ElemCount), sizeof(ImDrawIdx));
}

}  // namespace

ImguiLayer::ImguiLayer(SDL_Window* window, SDL_Renderer* renderer, const SDL_Rect& part)
    : renderer_(renderer), part_(part), context_(ImGui::CreateContext()) {
  make_current();
  ImGui::GetIO().IniFilename = nullptr;
  ImGui::GetIO().BackendFlags |= ImGuiBackendFlags_RendererHasVtxOffset;
  choose_style();
  ImGui_ImplSDL2_InitForSDLRenderer(window);
  font_ = make_font(renderer);
}

ImguiLayer::~ImguiLayer() {
  make_current();
  ImGui_ImplSDL2_Shutdown();
}

void ImguiLayer::make_current() const {
  ImGui::SetCurrentContext(context_.get());
}

void ImguiLayer::handle(const SDL_Event& event) const {
  make_current();
  ImGui_ImplSDL2_ProcessEvent(&event);
}

// The backend takes the whole window for the context's.
void ImguiLayer::new_frame(bool has_mouse) const {
  make_current();
  ImGui_ImplSDL2_NewFrame();
  ImGuiIO& io = ImGui::GetIO();
  io.DisplaySize = {static_cast<float>(part_.w), static_cast<float>(part_.h)};
  const SDL_Point mouse = {static_cast<int>(io.MousePos.x), static_cast<int>(io.MousePos.y)};
  if (has_mouse && SDL_PointInRect(&mouse, &part_) == SDL_TRUE) {
    io.MousePos = {io.MousePos.x - static_cast<float>(part_.x),
                   io.MousePos.y - static_cast<float>(part_.y)};
  } else {
    io.MousePos = {-FLT_MAX, -FLT_MAX};
  }
}

void ImguiLayer::draw() const {
  make_current();
  SDL_RenderSetViewport(renderer_, &part_);
  const ImDrawData& data = *ImGui::GetDrawData();
  for (int i = 0; i < data.CmdListsCount; ++i) {
    const ImDrawList& list = *data.CmdLists[i];
    for (const ImDrawCmd& command : list.CmdBuffer) draw_command(renderer_, list, command);
  }
  SDL_RenderSetClipRect(renderer_, nullptr);
  SDL_RenderSetViewport(renderer_, nullptr);
}

}  // namespace tidewater
