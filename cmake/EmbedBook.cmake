# Puts the field descriptions of the bench book (one JSON file per calculation) into the core as text, so that the
# program needs no data file to know its own fields.
function(lw_embed_book OUT)
  file(GLOB FILES CONFIGURE_DEPENDS ${CMAKE_CURRENT_SOURCE_DIR}/book/fields/*.json)
  set(BODY "")
  foreach(F IN LISTS FILES)
    set_property(DIRECTORY APPEND PROPERTY CMAKE_CONFIGURE_DEPENDS ${F})
    get_filename_component(NAME ${F} NAME_WE)
    file(READ ${F} TEXT)
    string(APPEND BODY "    {\"${NAME}\", R\"lwjson(${TEXT})lwjson\"},\n")
  endforeach()
  file(CONFIGURE OUTPUT ${OUT} CONTENT [[// Generated from book/fields; do not edit.
#include "book/book.h"
namespace lw::book {
const std::map<std::string_view, std::string_view> &fieldTexts() {
    static const std::map<std::string_view, std::string_view> texts{
@BODY@    };
    return texts;
}
} // namespace lw::book
]] @ONLY)
endfunction()

# The shipped catalogue as text in the core.
function(lw_embed_catalogue OUT)
  set(BODY "")
  foreach(NAME motors drives servos servo_drives supplies pulleys belts screws ends couplings brakes reducers gears racks bearings nuts bushes resistors fans wires fuses
    contactors connectors)
    set(F ${CMAKE_SOURCE_DIR}/data/catalogue/${NAME}.csv)
    set_property(DIRECTORY APPEND PROPERTY CMAKE_CONFIGURE_DEPENDS ${F})
    file(READ ${F} TEXT)
    string(APPEND BODY "    if (file == \"${NAME}\") return R\"lwcsv(${TEXT})lwcsv\";\n")
  endforeach()
  file(CONFIGURE OUTPUT ${OUT} CONTENT [[// Generated from data/catalogue; do not edit.
#include <string_view>
namespace lw {
std::string_view catalogueText(std::string_view file);
std::string_view catalogueText(std::string_view file) {
@BODY@    return {};
}
} // namespace lw
]] @ONLY)
endfunction()
