# Writes a header that names the state of some sources by a hash of their text: what hangs on their code alone may be kept
# until it changes. -DNAME=macro -DOUT=header -DSOURCES=file,file,...
string(REPLACE "," ";" files "${SOURCES}")
set(all "")
foreach(file ${files})
  file(SHA256 "${file}" one)
  string(APPEND all "${one}")
endforeach()
string(SHA256 sum "${all}")
string(SUBSTRING "${sum}" 0 24 sum)
file(WRITE "${OUT}" "#pragma once\n#define ${NAME} \"${sum}\"\n")
