# The files of one folder are compiled together (with CMAKE_UNITY_BUILD, as the presets have it): what they include is
# read, and what they instantiate is made, once a folder instead of once a file. Which files meet does not change when one
# is added elsewhere, so a name in an unnamed namespace must be its own within its folder only.
function(lw_one_unit_a_folder NAME)
  get_target_property(files ${NAME} SOURCES)
  foreach(file ${files})
    if(file MATCHES "\\.cpp$")
      get_filename_component(folder ${file} DIRECTORY)
      string(MD5 group "${folder}")
      get_filename_component(last "${folder}" NAME)
      string(SUBSTRING ${group} 0 6 group)
      set_source_files_properties(${file} PROPERTIES UNITY_GROUP ${last}_${group})
    endif()
  endforeach()
  set_target_properties(${NAME} PROPERTIES UNITY_BUILD_MODE GROUP)
  # The compiler takes every file but the outermost for a header, and warns of unnamed namespaces in members there.
  target_compile_options(${NAME} PRIVATE -Wno-subobject-linkage)
endfunction()
