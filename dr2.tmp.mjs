import {createRequire as CR} from 'node:module'; const require=CR(import.meta.url);
var __defProp = Object.defineProperty;
var __getOwnPropNames = Object.getOwnPropertyNames;
var __esm = (fn, res, err) => function __init() {
  if (err) throw err[0];
  try {
    return fn && (res = (0, fn[__getOwnPropNames(fn)[0]])(fn = 0)), res;
  } catch (e) {
    throw err = [e], e;
  }
};
var __export = (target, all) => {
  for (var name3 in all)
    __defProp(target, name3, { get: all[name3], enumerable: true });
};

// node_modules/harfbuzzjs/dist/harfbuzz.js
async function createHarfBuzz(moduleArg = {}) {
  var moduleRtn;
  var Module2 = moduleArg;
  var ENVIRONMENT_IS_WEB = typeof window == "object";
  var ENVIRONMENT_IS_WORKER = typeof WorkerGlobalScope != "undefined";
  var ENVIRONMENT_IS_NODE = typeof process == "object" && process.versions?.node && process.type != "renderer";
  if (ENVIRONMENT_IS_NODE) {
    const { createRequire: createRequire3 } = await import("module");
    var require2 = createRequire3(import.meta.url);
  }
  var arguments_ = [];
  var thisProgram = "./this.program";
  var quit_ = (status, toThrow) => {
    throw toThrow;
  };
  var _scriptName = import.meta.url;
  var scriptDirectory = "";
  function locateFile(path) {
    if (Module2["locateFile"]) {
      return Module2["locateFile"](path, scriptDirectory);
    }
    return scriptDirectory + path;
  }
  var readAsync, readBinary;
  if (ENVIRONMENT_IS_NODE) {
    var fs = require2("fs");
    if (_scriptName.startsWith("file:")) {
      scriptDirectory = require2("path").dirname(require2("url").fileURLToPath(_scriptName)) + "/";
    }
    readBinary = (filename) => {
      filename = isFileURI(filename) ? new URL(filename) : filename;
      var ret = fs.readFileSync(filename);
      return ret;
    };
    readAsync = async (filename, binary = true) => {
      filename = isFileURI(filename) ? new URL(filename) : filename;
      var ret = fs.readFileSync(filename, binary ? void 0 : "utf8");
      return ret;
    };
    if (process.argv.length > 1) {
      thisProgram = process.argv[1].replace(/\\/g, "/");
    }
    arguments_ = process.argv.slice(2);
    quit_ = (status, toThrow) => {
      process.exitCode = status;
      throw toThrow;
    };
  } else if (ENVIRONMENT_IS_WEB || ENVIRONMENT_IS_WORKER) {
    try {
      scriptDirectory = new URL(".", _scriptName).href;
    } catch {
    }
    {
      if (ENVIRONMENT_IS_WORKER) {
        readBinary = (url) => {
          var xhr = new XMLHttpRequest();
          xhr.open("GET", url, false);
          xhr.responseType = "arraybuffer";
          xhr.send(null);
          return new Uint8Array(xhr.response);
        };
      }
      readAsync = async (url) => {
        if (isFileURI(url)) {
          return new Promise((resolve, reject) => {
            var xhr = new XMLHttpRequest();
            xhr.open("GET", url, true);
            xhr.responseType = "arraybuffer";
            xhr.onload = () => {
              if (xhr.status == 200 || xhr.status == 0 && xhr.response) {
                resolve(xhr.response);
                return;
              }
              reject(xhr.status);
            };
            xhr.onerror = reject;
            xhr.send(null);
          });
        }
        var response = await fetch(url, { credentials: "same-origin" });
        if (response.ok) {
          return response.arrayBuffer();
        }
        throw new Error(response.status + " : " + response.url);
      };
    }
  } else {
  }
  var out = console.log.bind(console);
  var err = console.error.bind(console);
  var wasmBinary;
  var ABORT = false;
  var EXITSTATUS;
  var isFileURI = (filename) => filename.startsWith("file://");
  var readyPromiseResolve, readyPromiseReject;
  var wasmMemory;
  var HEAP8, HEAPU8, HEAP16, HEAPU16, HEAP32, HEAPU32, HEAPF32, HEAPF64;
  var HEAP64, HEAPU64;
  var runtimeInitialized = false;
  function updateMemoryViews() {
    var b = wasmMemory.buffer;
    Module2["HEAP8"] = HEAP8 = new Int8Array(b);
    HEAP16 = new Int16Array(b);
    Module2["HEAPU8"] = HEAPU8 = new Uint8Array(b);
    Module2["HEAPU16"] = HEAPU16 = new Uint16Array(b);
    Module2["HEAP32"] = HEAP32 = new Int32Array(b);
    Module2["HEAPU32"] = HEAPU32 = new Uint32Array(b);
    Module2["HEAPF32"] = HEAPF32 = new Float32Array(b);
    HEAPF64 = new Float64Array(b);
    HEAP64 = new BigInt64Array(b);
    HEAPU64 = new BigUint64Array(b);
  }
  function preRun() {
    if (Module2["preRun"]) {
      if (typeof Module2["preRun"] == "function") Module2["preRun"] = [Module2["preRun"]];
      while (Module2["preRun"].length) {
        addOnPreRun(Module2["preRun"].shift());
      }
    }
    callRuntimeCallbacks(onPreRuns);
  }
  function initRuntime() {
    runtimeInitialized = true;
    wasmExports["__wasm_call_ctors"]();
  }
  function postRun() {
    if (Module2["postRun"]) {
      if (typeof Module2["postRun"] == "function") Module2["postRun"] = [Module2["postRun"]];
      while (Module2["postRun"].length) {
        addOnPostRun(Module2["postRun"].shift());
      }
    }
    callRuntimeCallbacks(onPostRuns);
  }
  var runDependencies = 0;
  var dependenciesFulfilled = null;
  function addRunDependency(id) {
    runDependencies++;
    Module2["monitorRunDependencies"]?.(runDependencies);
  }
  function removeRunDependency(id) {
    runDependencies--;
    Module2["monitorRunDependencies"]?.(runDependencies);
    if (runDependencies == 0) {
      if (dependenciesFulfilled) {
        var callback = dependenciesFulfilled;
        dependenciesFulfilled = null;
        callback();
      }
    }
  }
  function abort(what) {
    Module2["onAbort"]?.(what);
    what = "Aborted(" + what + ")";
    err(what);
    ABORT = true;
    what += ". Build with -sASSERTIONS for more info.";
    var e = new WebAssembly.RuntimeError(what);
    readyPromiseReject?.(e);
    throw e;
  }
  var wasmBinaryFile;
  function findWasmBinary() {
    if (Module2["locateFile"]) {
      return locateFile("harfbuzz.wasm");
    }
    return new URL("harfbuzz.wasm", import.meta.url).href;
  }
  function getBinarySync(file) {
    if (file == wasmBinaryFile && wasmBinary) {
      return new Uint8Array(wasmBinary);
    }
    if (readBinary) {
      return readBinary(file);
    }
    throw "both async and sync fetching of the wasm failed";
  }
  async function getWasmBinary(binaryFile) {
    if (!wasmBinary) {
      try {
        var response = await readAsync(binaryFile);
        return new Uint8Array(response);
      } catch {
      }
    }
    return getBinarySync(binaryFile);
  }
  async function instantiateArrayBuffer(binaryFile, imports) {
    try {
      var binary = await getWasmBinary(binaryFile);
      var instance = await WebAssembly.instantiate(binary, imports);
      return instance;
    } catch (reason) {
      err(`failed to asynchronously prepare wasm: ${reason}`);
      abort(reason);
    }
  }
  async function instantiateAsync(binary, binaryFile, imports) {
    if (!binary && !isFileURI(binaryFile) && !ENVIRONMENT_IS_NODE) {
      try {
        var response = fetch(binaryFile, { credentials: "same-origin" });
        var instantiationResult = await WebAssembly.instantiateStreaming(response, imports);
        return instantiationResult;
      } catch (reason) {
        err(`wasm streaming compile failed: ${reason}`);
        err("falling back to ArrayBuffer instantiation");
      }
    }
    return instantiateArrayBuffer(binaryFile, imports);
  }
  function getWasmImports() {
    return { env: wasmImports, wasi_snapshot_preview1: wasmImports };
  }
  async function createWasm() {
    function receiveInstance(instance, module) {
      wasmExports = instance.exports;
      Module2["wasmExports"] = wasmExports;
      wasmMemory = wasmExports["memory"];
      updateMemoryViews();
      wasmTable = wasmExports["__indirect_function_table"];
      assignWasmExports(wasmExports);
      removeRunDependency("wasm-instantiate");
      return wasmExports;
    }
    addRunDependency("wasm-instantiate");
    function receiveInstantiationResult(result2) {
      return receiveInstance(result2["instance"]);
    }
    var info = getWasmImports();
    if (Module2["instantiateWasm"]) {
      return new Promise((resolve, reject) => {
        Module2["instantiateWasm"](info, (mod, inst) => {
          resolve(receiveInstance(mod, inst));
        });
      });
    }
    wasmBinaryFile ??= findWasmBinary();
    var result = await instantiateAsync(wasmBinary, wasmBinaryFile, info);
    var exports2 = receiveInstantiationResult(result);
    return exports2;
  }
  class ExitStatus {
    name = "ExitStatus";
    constructor(status) {
      this.message = `Program terminated with exit(${status})`;
      this.status = status;
    }
  }
  var callRuntimeCallbacks = (callbacks) => {
    while (callbacks.length > 0) {
      callbacks.shift()(Module2);
    }
  };
  var onPostRuns = [];
  var addOnPostRun = (cb) => onPostRuns.push(cb);
  var onPreRuns = [];
  var addOnPreRun = (cb) => onPreRuns.push(cb);
  var noExitRuntime = true;
  var stackRestore = (val) => __emscripten_stack_restore(val);
  var stackSave = () => _emscripten_stack_get_current();
  var __abort_js = () => abort("");
  var runtimeKeepaliveCounter = 0;
  var __emscripten_runtime_keepalive_clear = () => {
    noExitRuntime = false;
    runtimeKeepaliveCounter = 0;
  };
  var timers = {};
  var handleException = (e) => {
    if (e instanceof ExitStatus || e == "unwind") {
      return EXITSTATUS;
    }
    quit_(1, e);
  };
  var keepRuntimeAlive = () => noExitRuntime || runtimeKeepaliveCounter > 0;
  var _proc_exit = (code2) => {
    EXITSTATUS = code2;
    if (!keepRuntimeAlive()) {
      Module2["onExit"]?.(code2);
      ABORT = true;
    }
    quit_(code2, new ExitStatus(code2));
  };
  var exitJS = (status, implicit) => {
    EXITSTATUS = status;
    _proc_exit(status);
  };
  var _exit = exitJS;
  var maybeExit = () => {
    if (!keepRuntimeAlive()) {
      try {
        _exit(EXITSTATUS);
      } catch (e) {
        handleException(e);
      }
    }
  };
  var callUserCallback = (func) => {
    if (ABORT) {
      return;
    }
    try {
      func();
      maybeExit();
    } catch (e) {
      handleException(e);
    }
  };
  var _emscripten_get_now = () => performance.now();
  var __setitimer_js = (which, timeout_ms) => {
    if (timers[which]) {
      clearTimeout(timers[which].id);
      delete timers[which];
    }
    if (!timeout_ms) return 0;
    var id = setTimeout(() => {
      delete timers[which];
      callUserCallback(() => __emscripten_timeout(which, _emscripten_get_now()));
    }, timeout_ms);
    timers[which] = { id, timeout_ms };
    return 0;
  };
  var getHeapMax = () => 2147483648;
  var alignMemory = (size2, alignment) => Math.ceil(size2 / alignment) * alignment;
  var growMemory = (size2) => {
    var oldHeapSize = wasmMemory.buffer.byteLength;
    var pages = (size2 - oldHeapSize + 65535) / 65536 | 0;
    try {
      wasmMemory.grow(pages);
      updateMemoryViews();
      return 1;
    } catch (e) {
    }
  };
  var _emscripten_resize_heap = (requestedSize) => {
    var oldSize = HEAPU8.length;
    requestedSize >>>= 0;
    var maxHeapSize = getHeapMax();
    if (requestedSize > maxHeapSize) {
      return false;
    }
    for (var cutDown = 1; cutDown <= 4; cutDown *= 2) {
      var overGrownHeapSize = oldSize * (1 + 0.2 / cutDown);
      overGrownHeapSize = Math.min(overGrownHeapSize, requestedSize + 100663296);
      var newSize = Math.min(maxHeapSize, alignMemory(Math.max(requestedSize, overGrownHeapSize), 65536));
      var replacement = growMemory(newSize);
      if (replacement) {
        return true;
      }
    }
    return false;
  };
  var uleb128EncodeWithLen = (arr) => {
    const n = arr.length;
    return [n % 128 | 128, n >> 7, ...arr];
  };
  var wasmTypeCodes = { i: 127, p: 127, j: 126, f: 125, d: 124, e: 111 };
  var generateTypePack = (types) => uleb128EncodeWithLen(Array.from(types, (type3) => {
    var code2 = wasmTypeCodes[type3];
    return code2;
  }));
  var convertJsFunctionToWasm = (func, sig) => {
    var bytes = Uint8Array.of(0, 97, 115, 109, 1, 0, 0, 0, 1, ...uleb128EncodeWithLen([1, 96, ...generateTypePack(sig.slice(1)), ...generateTypePack(sig[0] === "v" ? "" : sig[0])]), 2, 7, 1, 1, 101, 1, 102, 0, 0, 7, 5, 1, 1, 102, 0, 0);
    var module = new WebAssembly.Module(bytes);
    var instance = new WebAssembly.Instance(module, { e: { f: func } });
    var wrappedFunc = instance.exports["f"];
    return wrappedFunc;
  };
  var wasmTable;
  var getWasmTableEntry = (funcPtr) => wasmTable.get(funcPtr);
  var updateTableMap = (offset, count) => {
    if (functionsInTableMap) {
      for (var i = offset; i < offset + count; i++) {
        var item = getWasmTableEntry(i);
        if (item) {
          functionsInTableMap.set(item, i);
        }
      }
    }
  };
  var functionsInTableMap;
  var getFunctionAddress = (func) => {
    if (!functionsInTableMap) {
      functionsInTableMap = /* @__PURE__ */ new WeakMap();
      updateTableMap(0, wasmTable.length);
    }
    return functionsInTableMap.get(func) || 0;
  };
  var freeTableIndexes = [];
  var getEmptyTableSlot = () => {
    if (freeTableIndexes.length) {
      return freeTableIndexes.pop();
    }
    return wasmTable["grow"](1);
  };
  var setWasmTableEntry = (idx, func) => wasmTable.set(idx, func);
  var addFunction = (func, sig) => {
    var rtn = getFunctionAddress(func);
    if (rtn) {
      return rtn;
    }
    var ret = getEmptyTableSlot();
    try {
      setWasmTableEntry(ret, func);
    } catch (err2) {
      if (!(err2 instanceof TypeError)) {
        throw err2;
      }
      var wrapped2 = convertJsFunctionToWasm(func, sig);
      setWasmTableEntry(ret, wrapped2);
    }
    functionsInTableMap.set(func, ret);
    return ret;
  };
  var removeFunction = (index) => {
    functionsInTableMap.delete(getWasmTableEntry(index));
    setWasmTableEntry(index, null);
    freeTableIndexes.push(index);
  };
  var stackAlloc = (sz) => __emscripten_stack_alloc(sz);
  {
    if (Module2["noExitRuntime"]) noExitRuntime = Module2["noExitRuntime"];
    if (Module2["print"]) out = Module2["print"];
    if (Module2["printErr"]) err = Module2["printErr"];
    if (Module2["wasmBinary"]) wasmBinary = Module2["wasmBinary"];
    if (Module2["arguments"]) arguments_ = Module2["arguments"];
    if (Module2["thisProgram"]) thisProgram = Module2["thisProgram"];
  }
  Module2["wasmExports"] = wasmExports;
  Module2["stackSave"] = stackSave;
  Module2["stackRestore"] = stackRestore;
  Module2["stackAlloc"] = stackAlloc;
  Module2["addFunction"] = addFunction;
  Module2["removeFunction"] = removeFunction;
  var _hb_blob_create, _hb_blob_destroy, _hb_blob_get_length, _hb_blob_get_data, _hb_buffer_serialize, _hb_buffer_create, _hb_buffer_reset, _hb_buffer_reference, _hb_buffer_destroy, _hb_buffer_get_content_type, _hb_buffer_set_direction, _hb_buffer_set_script, _hb_buffer_set_language, _hb_buffer_set_flags, _hb_buffer_set_cluster_level, _hb_buffer_clear_contents, _hb_buffer_add, _hb_buffer_get_length, _hb_buffer_get_glyph_infos, _hb_buffer_get_glyph_positions, _hb_glyph_info_get_glyph_flags, _hb_buffer_guess_segment_properties, _hb_buffer_add_utf8, _hb_buffer_add_utf16, _hb_buffer_add_codepoints, _hb_buffer_set_message_func, _hb_language_from_string, _hb_language_to_string, _hb_script_from_string, _hb_version, _hb_version_string, _hb_feature_from_string, _hb_feature_to_string, _hb_variation_from_string, _hb_variation_to_string, _malloc, _free, _hb_draw_funcs_set_move_to_func, _hb_draw_funcs_set_line_to_func, _hb_draw_funcs_set_quadratic_to_func, _hb_draw_funcs_set_cubic_to_func, _hb_draw_funcs_set_close_path_func, _hb_draw_funcs_create, _hb_draw_funcs_destroy, _hb_face_create, _hb_face_reference, _hb_face_destroy, _hb_face_reference_table, _hb_face_get_upem, _hb_face_collect_unicodes, _hb_font_funcs_create, _hb_font_funcs_destroy, _hb_font_funcs_set_font_h_extents_func, _hb_font_funcs_set_font_v_extents_func, _hb_font_funcs_set_nominal_glyph_func, _hb_font_funcs_set_nominal_glyphs_func, _hb_font_funcs_set_variation_glyph_func, _hb_font_funcs_set_glyph_h_advance_func, _hb_font_funcs_set_glyph_v_advance_func, _hb_font_funcs_set_glyph_h_advances_func, _hb_font_funcs_set_glyph_v_advances_func, _hb_font_funcs_set_glyph_h_origin_func, _hb_font_funcs_set_glyph_v_origin_func, _hb_font_funcs_set_glyph_h_kerning_func, _hb_font_funcs_set_glyph_extents_func, _hb_font_funcs_set_glyph_name_func, _hb_font_funcs_set_glyph_from_name_func, _hb_font_get_h_extents, _hb_font_get_v_extents, _hb_font_get_glyph, _hb_font_get_nominal_glyph, _hb_font_get_variation_glyph, _hb_font_get_glyph_h_advance, _hb_font_get_glyph_v_advance, _hb_font_get_glyph_h_origin, _hb_font_get_glyph_v_origin, _hb_font_get_glyph_extents, _hb_font_get_glyph_from_name, _hb_font_draw_glyph_or_fail, _hb_font_paint_glyph_or_fail, _hb_font_draw_glyph, _hb_font_paint_glyph, _hb_font_glyph_to_string, _hb_font_create, _hb_font_set_variations, _hb_font_create_sub_font, _hb_font_reference, _hb_font_destroy, _hb_font_get_face, _hb_font_set_funcs, _hb_font_set_scale, _hb_ot_color_has_palettes, _hb_ot_color_palette_get_count, _hb_ot_color_palette_get_name_id, _hb_ot_color_palette_color_get_name_id, _hb_ot_color_palette_get_flags, _hb_ot_color_palette_get_colors, _hb_ot_color_has_layers, _hb_ot_color_has_paint, _hb_ot_color_glyph_has_paint, _hb_ot_color_glyph_get_layers, _hb_ot_color_has_png, _hb_ot_color_glyph_reference_png, _hb_ot_layout_get_glyph_class, _hb_ot_layout_get_ligature_carets, _hb_ot_layout_table_get_script_tags, _hb_ot_layout_table_get_feature_tags, _hb_ot_layout_script_get_language_tags, _hb_ot_layout_language_get_feature_tags, _hb_ot_layout_feature_get_lookups, _hb_ot_layout_feature_get_name_ids, _hb_ot_metrics_get_position_with_fallback, _hb_ot_layout_lookup_get_optical_bound, _hb_ot_tags_from_script_and_language, _hb_ot_metrics_get_position, _hb_ot_metrics_get_variation, _hb_ot_metrics_get_x_variation, _hb_ot_metrics_get_y_variation, _hb_ot_name_list_names, _hb_ot_name_get_utf16, _hb_set_create, _hb_set_destroy, _hb_ot_tag_to_script, _hb_ot_tag_to_language, _hb_ot_tags_to_script_and_language, _hb_ot_var_get_axis_infos, _hb_paint_funcs_set_push_transform_func, _hb_paint_funcs_set_pop_transform_func, _hb_paint_funcs_set_color_glyph_func, _hb_paint_funcs_set_push_clip_glyph_func, _hb_paint_funcs_set_push_clip_rectangle_func, _hb_paint_funcs_set_pop_clip_func, _hb_paint_funcs_set_color_func, _hb_paint_funcs_set_image_func, _hb_paint_funcs_set_linear_gradient_func, _hb_paint_funcs_set_radial_gradient_func, _hb_paint_funcs_set_sweep_gradient_func, _hb_paint_funcs_set_push_group_func, _hb_paint_funcs_set_pop_group_func, _hb_paint_funcs_set_custom_palette_color_func, _hb_paint_funcs_create, _hb_paint_funcs_destroy, _hb_color_line_get_color_stops, _hb_color_line_get_extend, _hb_set_get_population, _hb_set_next_many, _hb_shape, __emscripten_timeout, __emscripten_stack_restore, __emscripten_stack_alloc, _emscripten_stack_get_current;
  function assignWasmExports(wasmExports2) {
    Module2["_hb_blob_create"] = _hb_blob_create = wasmExports2["hb_blob_create"];
    Module2["_hb_blob_destroy"] = _hb_blob_destroy = wasmExports2["hb_blob_destroy"];
    Module2["_hb_blob_get_length"] = _hb_blob_get_length = wasmExports2["hb_blob_get_length"];
    Module2["_hb_blob_get_data"] = _hb_blob_get_data = wasmExports2["hb_blob_get_data"];
    Module2["_hb_buffer_serialize"] = _hb_buffer_serialize = wasmExports2["hb_buffer_serialize"];
    Module2["_hb_buffer_create"] = _hb_buffer_create = wasmExports2["hb_buffer_create"];
    Module2["_hb_buffer_reset"] = _hb_buffer_reset = wasmExports2["hb_buffer_reset"];
    Module2["_hb_buffer_reference"] = _hb_buffer_reference = wasmExports2["hb_buffer_reference"];
    Module2["_hb_buffer_destroy"] = _hb_buffer_destroy = wasmExports2["hb_buffer_destroy"];
    Module2["_hb_buffer_get_content_type"] = _hb_buffer_get_content_type = wasmExports2["hb_buffer_get_content_type"];
    Module2["_hb_buffer_set_direction"] = _hb_buffer_set_direction = wasmExports2["hb_buffer_set_direction"];
    Module2["_hb_buffer_set_script"] = _hb_buffer_set_script = wasmExports2["hb_buffer_set_script"];
    Module2["_hb_buffer_set_language"] = _hb_buffer_set_language = wasmExports2["hb_buffer_set_language"];
    Module2["_hb_buffer_set_flags"] = _hb_buffer_set_flags = wasmExports2["hb_buffer_set_flags"];
    Module2["_hb_buffer_set_cluster_level"] = _hb_buffer_set_cluster_level = wasmExports2["hb_buffer_set_cluster_level"];
    Module2["_hb_buffer_clear_contents"] = _hb_buffer_clear_contents = wasmExports2["hb_buffer_clear_contents"];
    Module2["_hb_buffer_add"] = _hb_buffer_add = wasmExports2["hb_buffer_add"];
    Module2["_hb_buffer_get_length"] = _hb_buffer_get_length = wasmExports2["hb_buffer_get_length"];
    Module2["_hb_buffer_get_glyph_infos"] = _hb_buffer_get_glyph_infos = wasmExports2["hb_buffer_get_glyph_infos"];
    Module2["_hb_buffer_get_glyph_positions"] = _hb_buffer_get_glyph_positions = wasmExports2["hb_buffer_get_glyph_positions"];
    Module2["_hb_glyph_info_get_glyph_flags"] = _hb_glyph_info_get_glyph_flags = wasmExports2["hb_glyph_info_get_glyph_flags"];
    Module2["_hb_buffer_guess_segment_properties"] = _hb_buffer_guess_segment_properties = wasmExports2["hb_buffer_guess_segment_properties"];
    Module2["_hb_buffer_add_utf8"] = _hb_buffer_add_utf8 = wasmExports2["hb_buffer_add_utf8"];
    Module2["_hb_buffer_add_utf16"] = _hb_buffer_add_utf16 = wasmExports2["hb_buffer_add_utf16"];
    Module2["_hb_buffer_add_codepoints"] = _hb_buffer_add_codepoints = wasmExports2["hb_buffer_add_codepoints"];
    Module2["_hb_buffer_set_message_func"] = _hb_buffer_set_message_func = wasmExports2["hb_buffer_set_message_func"];
    Module2["_hb_language_from_string"] = _hb_language_from_string = wasmExports2["hb_language_from_string"];
    Module2["_hb_language_to_string"] = _hb_language_to_string = wasmExports2["hb_language_to_string"];
    Module2["_hb_script_from_string"] = _hb_script_from_string = wasmExports2["hb_script_from_string"];
    Module2["_hb_version"] = _hb_version = wasmExports2["hb_version"];
    Module2["_hb_version_string"] = _hb_version_string = wasmExports2["hb_version_string"];
    Module2["_hb_feature_from_string"] = _hb_feature_from_string = wasmExports2["hb_feature_from_string"];
    Module2["_hb_feature_to_string"] = _hb_feature_to_string = wasmExports2["hb_feature_to_string"];
    Module2["_hb_variation_from_string"] = _hb_variation_from_string = wasmExports2["hb_variation_from_string"];
    Module2["_hb_variation_to_string"] = _hb_variation_to_string = wasmExports2["hb_variation_to_string"];
    Module2["_malloc"] = _malloc = wasmExports2["malloc"];
    Module2["_free"] = _free = wasmExports2["free"];
    Module2["_hb_draw_funcs_set_move_to_func"] = _hb_draw_funcs_set_move_to_func = wasmExports2["hb_draw_funcs_set_move_to_func"];
    Module2["_hb_draw_funcs_set_line_to_func"] = _hb_draw_funcs_set_line_to_func = wasmExports2["hb_draw_funcs_set_line_to_func"];
    Module2["_hb_draw_funcs_set_quadratic_to_func"] = _hb_draw_funcs_set_quadratic_to_func = wasmExports2["hb_draw_funcs_set_quadratic_to_func"];
    Module2["_hb_draw_funcs_set_cubic_to_func"] = _hb_draw_funcs_set_cubic_to_func = wasmExports2["hb_draw_funcs_set_cubic_to_func"];
    Module2["_hb_draw_funcs_set_close_path_func"] = _hb_draw_funcs_set_close_path_func = wasmExports2["hb_draw_funcs_set_close_path_func"];
    Module2["_hb_draw_funcs_create"] = _hb_draw_funcs_create = wasmExports2["hb_draw_funcs_create"];
    Module2["_hb_draw_funcs_destroy"] = _hb_draw_funcs_destroy = wasmExports2["hb_draw_funcs_destroy"];
    Module2["_hb_face_create"] = _hb_face_create = wasmExports2["hb_face_create"];
    Module2["_hb_face_reference"] = _hb_face_reference = wasmExports2["hb_face_reference"];
    Module2["_hb_face_destroy"] = _hb_face_destroy = wasmExports2["hb_face_destroy"];
    Module2["_hb_face_reference_table"] = _hb_face_reference_table = wasmExports2["hb_face_reference_table"];
    Module2["_hb_face_get_upem"] = _hb_face_get_upem = wasmExports2["hb_face_get_upem"];
    Module2["_hb_face_collect_unicodes"] = _hb_face_collect_unicodes = wasmExports2["hb_face_collect_unicodes"];
    Module2["_hb_font_funcs_create"] = _hb_font_funcs_create = wasmExports2["hb_font_funcs_create"];
    Module2["_hb_font_funcs_destroy"] = _hb_font_funcs_destroy = wasmExports2["hb_font_funcs_destroy"];
    Module2["_hb_font_funcs_set_font_h_extents_func"] = _hb_font_funcs_set_font_h_extents_func = wasmExports2["hb_font_funcs_set_font_h_extents_func"];
    Module2["_hb_font_funcs_set_font_v_extents_func"] = _hb_font_funcs_set_font_v_extents_func = wasmExports2["hb_font_funcs_set_font_v_extents_func"];
    Module2["_hb_font_funcs_set_nominal_glyph_func"] = _hb_font_funcs_set_nominal_glyph_func = wasmExports2["hb_font_funcs_set_nominal_glyph_func"];
    Module2["_hb_font_funcs_set_nominal_glyphs_func"] = _hb_font_funcs_set_nominal_glyphs_func = wasmExports2["hb_font_funcs_set_nominal_glyphs_func"];
    Module2["_hb_font_funcs_set_variation_glyph_func"] = _hb_font_funcs_set_variation_glyph_func = wasmExports2["hb_font_funcs_set_variation_glyph_func"];
    Module2["_hb_font_funcs_set_glyph_h_advance_func"] = _hb_font_funcs_set_glyph_h_advance_func = wasmExports2["hb_font_funcs_set_glyph_h_advance_func"];
    Module2["_hb_font_funcs_set_glyph_v_advance_func"] = _hb_font_funcs_set_glyph_v_advance_func = wasmExports2["hb_font_funcs_set_glyph_v_advance_func"];
    Module2["_hb_font_funcs_set_glyph_h_advances_func"] = _hb_font_funcs_set_glyph_h_advances_func = wasmExports2["hb_font_funcs_set_glyph_h_advances_func"];
    Module2["_hb_font_funcs_set_glyph_v_advances_func"] = _hb_font_funcs_set_glyph_v_advances_func = wasmExports2["hb_font_funcs_set_glyph_v_advances_func"];
    Module2["_hb_font_funcs_set_glyph_h_origin_func"] = _hb_font_funcs_set_glyph_h_origin_func = wasmExports2["hb_font_funcs_set_glyph_h_origin_func"];
    Module2["_hb_font_funcs_set_glyph_v_origin_func"] = _hb_font_funcs_set_glyph_v_origin_func = wasmExports2["hb_font_funcs_set_glyph_v_origin_func"];
    Module2["_hb_font_funcs_set_glyph_h_kerning_func"] = _hb_font_funcs_set_glyph_h_kerning_func = wasmExports2["hb_font_funcs_set_glyph_h_kerning_func"];
    Module2["_hb_font_funcs_set_glyph_extents_func"] = _hb_font_funcs_set_glyph_extents_func = wasmExports2["hb_font_funcs_set_glyph_extents_func"];
    Module2["_hb_font_funcs_set_glyph_name_func"] = _hb_font_funcs_set_glyph_name_func = wasmExports2["hb_font_funcs_set_glyph_name_func"];
    Module2["_hb_font_funcs_set_glyph_from_name_func"] = _hb_font_funcs_set_glyph_from_name_func = wasmExports2["hb_font_funcs_set_glyph_from_name_func"];
    Module2["_hb_font_get_h_extents"] = _hb_font_get_h_extents = wasmExports2["hb_font_get_h_extents"];
    Module2["_hb_font_get_v_extents"] = _hb_font_get_v_extents = wasmExports2["hb_font_get_v_extents"];
    Module2["_hb_font_get_glyph"] = _hb_font_get_glyph = wasmExports2["hb_font_get_glyph"];
    Module2["_hb_font_get_nominal_glyph"] = _hb_font_get_nominal_glyph = wasmExports2["hb_font_get_nominal_glyph"];
    Module2["_hb_font_get_variation_glyph"] = _hb_font_get_variation_glyph = wasmExports2["hb_font_get_variation_glyph"];
    Module2["_hb_font_get_glyph_h_advance"] = _hb_font_get_glyph_h_advance = wasmExports2["hb_font_get_glyph_h_advance"];
    Module2["_hb_font_get_glyph_v_advance"] = _hb_font_get_glyph_v_advance = wasmExports2["hb_font_get_glyph_v_advance"];
    Module2["_hb_font_get_glyph_h_origin"] = _hb_font_get_glyph_h_origin = wasmExports2["hb_font_get_glyph_h_origin"];
    Module2["_hb_font_get_glyph_v_origin"] = _hb_font_get_glyph_v_origin = wasmExports2["hb_font_get_glyph_v_origin"];
    Module2["_hb_font_get_glyph_extents"] = _hb_font_get_glyph_extents = wasmExports2["hb_font_get_glyph_extents"];
    Module2["_hb_font_get_glyph_from_name"] = _hb_font_get_glyph_from_name = wasmExports2["hb_font_get_glyph_from_name"];
    Module2["_hb_font_draw_glyph_or_fail"] = _hb_font_draw_glyph_or_fail = wasmExports2["hb_font_draw_glyph_or_fail"];
    Module2["_hb_font_paint_glyph_or_fail"] = _hb_font_paint_glyph_or_fail = wasmExports2["hb_font_paint_glyph_or_fail"];
    Module2["_hb_font_draw_glyph"] = _hb_font_draw_glyph = wasmExports2["hb_font_draw_glyph"];
    Module2["_hb_font_paint_glyph"] = _hb_font_paint_glyph = wasmExports2["hb_font_paint_glyph"];
    Module2["_hb_font_glyph_to_string"] = _hb_font_glyph_to_string = wasmExports2["hb_font_glyph_to_string"];
    Module2["_hb_font_create"] = _hb_font_create = wasmExports2["hb_font_create"];
    Module2["_hb_font_set_variations"] = _hb_font_set_variations = wasmExports2["hb_font_set_variations"];
    Module2["_hb_font_create_sub_font"] = _hb_font_create_sub_font = wasmExports2["hb_font_create_sub_font"];
    Module2["_hb_font_reference"] = _hb_font_reference = wasmExports2["hb_font_reference"];
    Module2["_hb_font_destroy"] = _hb_font_destroy = wasmExports2["hb_font_destroy"];
    Module2["_hb_font_get_face"] = _hb_font_get_face = wasmExports2["hb_font_get_face"];
    Module2["_hb_font_set_funcs"] = _hb_font_set_funcs = wasmExports2["hb_font_set_funcs"];
    Module2["_hb_font_set_scale"] = _hb_font_set_scale = wasmExports2["hb_font_set_scale"];
    Module2["_hb_ot_color_has_palettes"] = _hb_ot_color_has_palettes = wasmExports2["hb_ot_color_has_palettes"];
    Module2["_hb_ot_color_palette_get_count"] = _hb_ot_color_palette_get_count = wasmExports2["hb_ot_color_palette_get_count"];
    Module2["_hb_ot_color_palette_get_name_id"] = _hb_ot_color_palette_get_name_id = wasmExports2["hb_ot_color_palette_get_name_id"];
    Module2["_hb_ot_color_palette_color_get_name_id"] = _hb_ot_color_palette_color_get_name_id = wasmExports2["hb_ot_color_palette_color_get_name_id"];
    Module2["_hb_ot_color_palette_get_flags"] = _hb_ot_color_palette_get_flags = wasmExports2["hb_ot_color_palette_get_flags"];
    Module2["_hb_ot_color_palette_get_colors"] = _hb_ot_color_palette_get_colors = wasmExports2["hb_ot_color_palette_get_colors"];
    Module2["_hb_ot_color_has_layers"] = _hb_ot_color_has_layers = wasmExports2["hb_ot_color_has_layers"];
    Module2["_hb_ot_color_has_paint"] = _hb_ot_color_has_paint = wasmExports2["hb_ot_color_has_paint"];
    Module2["_hb_ot_color_glyph_has_paint"] = _hb_ot_color_glyph_has_paint = wasmExports2["hb_ot_color_glyph_has_paint"];
    Module2["_hb_ot_color_glyph_get_layers"] = _hb_ot_color_glyph_get_layers = wasmExports2["hb_ot_color_glyph_get_layers"];
    Module2["_hb_ot_color_has_png"] = _hb_ot_color_has_png = wasmExports2["hb_ot_color_has_png"];
    Module2["_hb_ot_color_glyph_reference_png"] = _hb_ot_color_glyph_reference_png = wasmExports2["hb_ot_color_glyph_reference_png"];
    Module2["_hb_ot_layout_get_glyph_class"] = _hb_ot_layout_get_glyph_class = wasmExports2["hb_ot_layout_get_glyph_class"];
    Module2["_hb_ot_layout_get_ligature_carets"] = _hb_ot_layout_get_ligature_carets = wasmExports2["hb_ot_layout_get_ligature_carets"];
    Module2["_hb_ot_layout_table_get_script_tags"] = _hb_ot_layout_table_get_script_tags = wasmExports2["hb_ot_layout_table_get_script_tags"];
    Module2["_hb_ot_layout_table_get_feature_tags"] = _hb_ot_layout_table_get_feature_tags = wasmExports2["hb_ot_layout_table_get_feature_tags"];
    Module2["_hb_ot_layout_script_get_language_tags"] = _hb_ot_layout_script_get_language_tags = wasmExports2["hb_ot_layout_script_get_language_tags"];
    Module2["_hb_ot_layout_language_get_feature_tags"] = _hb_ot_layout_language_get_feature_tags = wasmExports2["hb_ot_layout_language_get_feature_tags"];
    Module2["_hb_ot_layout_feature_get_lookups"] = _hb_ot_layout_feature_get_lookups = wasmExports2["hb_ot_layout_feature_get_lookups"];
    Module2["_hb_ot_layout_feature_get_name_ids"] = _hb_ot_layout_feature_get_name_ids = wasmExports2["hb_ot_layout_feature_get_name_ids"];
    Module2["_hb_ot_metrics_get_position_with_fallback"] = _hb_ot_metrics_get_position_with_fallback = wasmExports2["hb_ot_metrics_get_position_with_fallback"];
    Module2["_hb_ot_layout_lookup_get_optical_bound"] = _hb_ot_layout_lookup_get_optical_bound = wasmExports2["hb_ot_layout_lookup_get_optical_bound"];
    Module2["_hb_ot_tags_from_script_and_language"] = _hb_ot_tags_from_script_and_language = wasmExports2["hb_ot_tags_from_script_and_language"];
    Module2["_hb_ot_metrics_get_position"] = _hb_ot_metrics_get_position = wasmExports2["hb_ot_metrics_get_position"];
    Module2["_hb_ot_metrics_get_variation"] = _hb_ot_metrics_get_variation = wasmExports2["hb_ot_metrics_get_variation"];
    Module2["_hb_ot_metrics_get_x_variation"] = _hb_ot_metrics_get_x_variation = wasmExports2["hb_ot_metrics_get_x_variation"];
    Module2["_hb_ot_metrics_get_y_variation"] = _hb_ot_metrics_get_y_variation = wasmExports2["hb_ot_metrics_get_y_variation"];
    Module2["_hb_ot_name_list_names"] = _hb_ot_name_list_names = wasmExports2["hb_ot_name_list_names"];
    Module2["_hb_ot_name_get_utf16"] = _hb_ot_name_get_utf16 = wasmExports2["hb_ot_name_get_utf16"];
    Module2["_hb_set_create"] = _hb_set_create = wasmExports2["hb_set_create"];
    Module2["_hb_set_destroy"] = _hb_set_destroy = wasmExports2["hb_set_destroy"];
    Module2["_hb_ot_tag_to_script"] = _hb_ot_tag_to_script = wasmExports2["hb_ot_tag_to_script"];
    Module2["_hb_ot_tag_to_language"] = _hb_ot_tag_to_language = wasmExports2["hb_ot_tag_to_language"];
    Module2["_hb_ot_tags_to_script_and_language"] = _hb_ot_tags_to_script_and_language = wasmExports2["hb_ot_tags_to_script_and_language"];
    Module2["_hb_ot_var_get_axis_infos"] = _hb_ot_var_get_axis_infos = wasmExports2["hb_ot_var_get_axis_infos"];
    Module2["_hb_paint_funcs_set_push_transform_func"] = _hb_paint_funcs_set_push_transform_func = wasmExports2["hb_paint_funcs_set_push_transform_func"];
    Module2["_hb_paint_funcs_set_pop_transform_func"] = _hb_paint_funcs_set_pop_transform_func = wasmExports2["hb_paint_funcs_set_pop_transform_func"];
    Module2["_hb_paint_funcs_set_color_glyph_func"] = _hb_paint_funcs_set_color_glyph_func = wasmExports2["hb_paint_funcs_set_color_glyph_func"];
    Module2["_hb_paint_funcs_set_push_clip_glyph_func"] = _hb_paint_funcs_set_push_clip_glyph_func = wasmExports2["hb_paint_funcs_set_push_clip_glyph_func"];
    Module2["_hb_paint_funcs_set_push_clip_rectangle_func"] = _hb_paint_funcs_set_push_clip_rectangle_func = wasmExports2["hb_paint_funcs_set_push_clip_rectangle_func"];
    Module2["_hb_paint_funcs_set_pop_clip_func"] = _hb_paint_funcs_set_pop_clip_func = wasmExports2["hb_paint_funcs_set_pop_clip_func"];
    Module2["_hb_paint_funcs_set_color_func"] = _hb_paint_funcs_set_color_func = wasmExports2["hb_paint_funcs_set_color_func"];
    Module2["_hb_paint_funcs_set_image_func"] = _hb_paint_funcs_set_image_func = wasmExports2["hb_paint_funcs_set_image_func"];
    Module2["_hb_paint_funcs_set_linear_gradient_func"] = _hb_paint_funcs_set_linear_gradient_func = wasmExports2["hb_paint_funcs_set_linear_gradient_func"];
    Module2["_hb_paint_funcs_set_radial_gradient_func"] = _hb_paint_funcs_set_radial_gradient_func = wasmExports2["hb_paint_funcs_set_radial_gradient_func"];
    Module2["_hb_paint_funcs_set_sweep_gradient_func"] = _hb_paint_funcs_set_sweep_gradient_func = wasmExports2["hb_paint_funcs_set_sweep_gradient_func"];
    Module2["_hb_paint_funcs_set_push_group_func"] = _hb_paint_funcs_set_push_group_func = wasmExports2["hb_paint_funcs_set_push_group_func"];
    Module2["_hb_paint_funcs_set_pop_group_func"] = _hb_paint_funcs_set_pop_group_func = wasmExports2["hb_paint_funcs_set_pop_group_func"];
    Module2["_hb_paint_funcs_set_custom_palette_color_func"] = _hb_paint_funcs_set_custom_palette_color_func = wasmExports2["hb_paint_funcs_set_custom_palette_color_func"];
    Module2["_hb_paint_funcs_create"] = _hb_paint_funcs_create = wasmExports2["hb_paint_funcs_create"];
    Module2["_hb_paint_funcs_destroy"] = _hb_paint_funcs_destroy = wasmExports2["hb_paint_funcs_destroy"];
    Module2["_hb_color_line_get_color_stops"] = _hb_color_line_get_color_stops = wasmExports2["hb_color_line_get_color_stops"];
    Module2["_hb_color_line_get_extend"] = _hb_color_line_get_extend = wasmExports2["hb_color_line_get_extend"];
    Module2["_hb_set_get_population"] = _hb_set_get_population = wasmExports2["hb_set_get_population"];
    Module2["_hb_set_next_many"] = _hb_set_next_many = wasmExports2["hb_set_next_many"];
    Module2["_hb_shape"] = _hb_shape = wasmExports2["hb_shape"];
    __emscripten_timeout = wasmExports2["_emscripten_timeout"];
    __emscripten_stack_restore = wasmExports2["_emscripten_stack_restore"];
    __emscripten_stack_alloc = wasmExports2["_emscripten_stack_alloc"];
    _emscripten_stack_get_current = wasmExports2["emscripten_stack_get_current"];
  }
  var wasmImports = { _abort_js: __abort_js, _emscripten_runtime_keepalive_clear: __emscripten_runtime_keepalive_clear, _setitimer_js: __setitimer_js, emscripten_resize_heap: _emscripten_resize_heap, proc_exit: _proc_exit };
  var wasmExports = await createWasm();
  function run() {
    if (runDependencies > 0) {
      dependenciesFulfilled = run;
      return;
    }
    preRun();
    if (runDependencies > 0) {
      dependenciesFulfilled = run;
      return;
    }
    function doRun() {
      Module2["calledRun"] = true;
      if (ABORT) return;
      initRuntime();
      readyPromiseResolve?.(Module2);
      Module2["onRuntimeInitialized"]?.();
      postRun();
    }
    if (Module2["setStatus"]) {
      Module2["setStatus"]("Running...");
      setTimeout(() => {
        setTimeout(() => Module2["setStatus"](""), 1);
        doRun();
      }, 1);
    } else {
      doRun();
    }
  }
  function preInit() {
    if (Module2["preInit"]) {
      if (typeof Module2["preInit"] == "function") Module2["preInit"] = [Module2["preInit"]];
      while (Module2["preInit"].length > 0) {
        Module2["preInit"].shift()();
      }
    }
  }
  preInit();
  run();
  if (runtimeInitialized) {
    moduleRtn = Module2;
  } else {
    moduleRtn = new Promise((resolve, reject) => {
      readyPromiseResolve = resolve;
      readyPromiseReject = reject;
    });
  }
  ;
  return moduleRtn;
}
var harfbuzz_default;
var init_harfbuzz = __esm({
  "node_modules/harfbuzzjs/dist/harfbuzz.js"() {
    harfbuzz_default = createHarfBuzz;
  }
});

// node_modules/harfbuzzjs/dist/index.mjs
var dist_exports = {};
__export(dist_exports, {
  AxisFlags: () => AxisFlags,
  Blob: () => Blob,
  Buffer: () => Buffer2,
  BufferContentType: () => BufferContentType,
  BufferFlag: () => BufferFlag,
  BufferSerializeFlag: () => BufferSerializeFlag,
  BufferSerializeFormat: () => BufferSerializeFormat,
  ClusterLevel: () => ClusterLevel,
  ColorPaletteFlags: () => ColorPaletteFlags,
  Direction: () => Direction,
  DrawFuncs: () => DrawFuncs,
  Face: () => Face,
  Feature: () => Feature,
  Font: () => Font,
  FontFuncs: () => FontFuncs,
  GlyphClass: () => GlyphClass,
  GlyphFlag: () => GlyphFlag,
  MetricsTag: () => MetricsTag,
  PaintCompositeMode: () => PaintCompositeMode,
  PaintExtend: () => PaintExtend,
  PaintFuncs: () => PaintFuncs,
  TracePhase: () => TracePhase,
  Variation: () => Variation,
  otTagToLanguage: () => otTagToLanguage,
  otTagToScript: () => otTagToScript,
  otTagsFromScriptAndLanguage: () => otTagsFromScriptAndLanguage,
  otTagsToScriptAndLanguage: () => otTagsToScriptAndLanguage,
  shape: () => shape2,
  shapeWithTrace: () => shapeWithTrace,
  version: () => version,
  versionString: () => versionString
});
function track(obj, destroy) {
  const ptr = obj.ptr;
  registry.register(obj, () => destroy(ptr));
}
function init(module) {
  Module = module;
  exports = Module.wasmExports;
  freeFuncPtr = Module.addFunction((ptr) => {
    exports.free(ptr);
  }, "vi");
}
function hb_tag(s) {
  return (s.charCodeAt(0) & 255) << 24 | (s.charCodeAt(1) & 255) << 16 | (s.charCodeAt(2) & 255) << 8 | (s.charCodeAt(3) & 255) << 0;
}
function hb_untag(tag) {
  return String.fromCharCode(tag >> 24 & 255, tag >> 16 & 255, tag >> 8 & 255, tag >> 0 & 255);
}
function utf8_ptr_to_string(ptr, length2) {
  let end;
  if (length2 == void 0) end = Module.HEAPU8.indexOf(0, ptr);
  else end = ptr + length2;
  return utf8Decoder.decode(Module.HEAPU8.subarray(ptr, end));
}
function utf16_ptr_to_string(ptr, length2) {
  const end = ptr / 2 + length2;
  return String.fromCharCode(...Module.HEAPU16.subarray(ptr / 2, end));
}
function string_to_ascii_ptr(text3) {
  const ptr = exports.malloc(text3.length + 1);
  for (let i = 0; i < text3.length; ++i) {
    const char = text3.charCodeAt(i);
    if (char > 127) throw new Error("Expected ASCII text");
    Module.HEAPU8[ptr + i] = char;
  }
  Module.HEAPU8[ptr + text3.length] = 0;
  return {
    ptr,
    length: text3.length,
    free: function() {
      exports.free(ptr);
    }
  };
}
function string_to_utf8_ptr(text3) {
  const ptr = exports.malloc(text3.length);
  utf8Encoder.encodeInto(text3, Module.HEAPU8.subarray(ptr, ptr + text3.length));
  return {
    ptr,
    length: text3.length,
    free: function() {
      exports.free(ptr);
    }
  };
}
function string_to_utf16_ptr(text3) {
  const ptr = exports.malloc(text3.length * 2);
  const words = Module.HEAPU16.subarray(ptr / 2, ptr / 2 + text3.length);
  for (let i = 0; i < words.length; ++i) words[i] = text3.charCodeAt(i);
  return {
    ptr,
    length: words.length,
    free: function() {
      exports.free(ptr);
    }
  };
}
function language_to_string(language) {
  return utf8_ptr_to_string(exports.hb_language_to_string(language));
}
function language_from_string(str) {
  const languageStr = string_to_ascii_ptr(str);
  const languagePtr = exports.hb_language_from_string(languageStr.ptr, -1);
  languageStr.free();
  return languagePtr;
}
function typed_array_from_set(setPtr) {
  const setCount = exports.hb_set_get_population(setPtr);
  const arrayPtr = exports.malloc(setCount << 2);
  const arrayOffset = arrayPtr >> 2;
  exports.hb_set_next_many(setPtr, -1, arrayPtr, setCount);
  return Module.HEAPU32.subarray(arrayOffset, arrayOffset + setCount);
}
function register_callback_data_pointer(data) {
  if (data === void 0) return 0;
  const dataPtr = freeCallbackData.pop() ?? callbackData.length;
  callbackData[dataPtr] = data;
  return dataPtr;
}
function get_callback_data(dataPtr) {
  return callbackData[dataPtr];
}
function remove_callback_data_pointer(dataPtr) {
  if (dataPtr === 0) return;
  callbackData[dataPtr] = void 0;
  freeCallbackData.push(dataPtr);
}
function color_from_int(color) {
  return {
    red: color >> 8 & 255,
    green: color >> 16 & 255,
    blue: color >> 24 & 255,
    alpha: color & 255
  };
}
function color_to_int(color) {
  return (color.red << 8 | color.green << 16 | color.blue << 24 | color.alpha) >>> 0;
}
function getPathDrawFuncs() {
  if (!pathDrawFuncs) {
    pathDrawFuncs = new DrawFuncs();
    pathDrawFuncs.setMoveToFunc((x, y, path) => {
      path.push(`M${x},${y}`);
    });
    pathDrawFuncs.setLineToFunc((x, y, path) => {
      path.push(`L${x},${y}`);
    });
    pathDrawFuncs.setCubicToFunc((c1x, c1y, c2x, c2y, x, y, path) => {
      path.push(`C${c1x},${c1y} ${c2x},${c2y} ${x},${y}`);
    });
    pathDrawFuncs.setQuadraticToFunc((cx, cy, x, y, path) => {
      path.push(`Q${cx},${cy} ${x},${y}`);
    });
    pathDrawFuncs.setClosePathFunc((path) => {
      path.push("Z");
    });
  }
  return pathDrawFuncs;
}
function getJsonDrawFuncs() {
  if (!jsonDrawFuncs) {
    jsonDrawFuncs = new DrawFuncs();
    jsonDrawFuncs.setMoveToFunc((x, y, commands) => {
      commands.push({
        type: "M",
        values: [x, y]
      });
    });
    jsonDrawFuncs.setLineToFunc((x, y, commands) => {
      commands.push({
        type: "L",
        values: [x, y]
      });
    });
    jsonDrawFuncs.setCubicToFunc((c1x, c1y, c2x, c2y, x, y, commands) => {
      commands.push({
        type: "C",
        values: [
          c1x,
          c1y,
          c2x,
          c2y,
          x,
          y
        ]
      });
    });
    jsonDrawFuncs.setQuadraticToFunc((cx, cy, x, y, commands) => {
      commands.push({
        type: "Q",
        values: [
          cx,
          cy,
          x,
          y
        ]
      });
    });
    jsonDrawFuncs.setClosePathFunc((commands) => {
      commands.push({
        type: "Z",
        values: []
      });
    });
  }
  return jsonDrawFuncs;
}
function decode_color_line(colorLinePtr) {
  const extend = exports.hb_color_line_get_extend(colorLinePtr);
  const colorStops = [];
  const sp = Module.stackSave();
  const countPtr = Module.stackAlloc(4);
  const stopsPtr = Module.stackAlloc(1536);
  let startOffset = 0;
  let count = 128;
  while (count === 128) {
    Module.HEAPU32[countPtr / 4] = count;
    exports.hb_color_line_get_color_stops(colorLinePtr, startOffset, countPtr, stopsPtr);
    count = Module.HEAPU32[countPtr / 4];
    for (let i = 0; i < count; i++) {
      const o = (stopsPtr + i * 12) / 4;
      colorStops.push({
        offset: Module.HEAPF32[o],
        isForeground: Module.HEAPU32[o + 1] !== 0,
        color: color_from_int(Module.HEAPU32[o + 2])
      });
    }
    startOffset += count;
  }
  Module.stackRestore(sp);
  return {
    extend,
    colorStops
  };
}
function shape2(font2, buffer, features) {
  const featuresLen = features?.length ?? 0;
  const sp = Module.stackSave();
  let featuresPtr = 0;
  if (featuresLen) {
    featuresPtr = Module.stackAlloc(16 * featuresLen);
    features.forEach((feature, i) => {
      feature.writeTo(featuresPtr + i * 16);
    });
  }
  exports.hb_shape(font2.ptr, buffer.ptr, featuresPtr, featuresLen);
  Module.stackRestore(sp);
}
function shapeWithTrace(font2, buffer, features, stop_at, stop_phase) {
  const trace = [];
  let currentPhase = TracePhase.DONT_STOP;
  let stopping = false;
  buffer.setMessageFunc((buffer2, font3, message) => {
    if (message.startsWith("start table GSUB")) currentPhase = TracePhase.GSUB;
    else if (message.startsWith("start table GPOS")) currentPhase = TracePhase.GPOS;
    if (currentPhase != stop_phase) stopping = false;
    if (stop_phase != TracePhase.DONT_STOP && currentPhase == stop_phase && message.startsWith("end lookup " + stop_at)) stopping = true;
    if (stopping) return false;
    const traceBuf = buffer2.serialize({
      font: font3,
      format: BufferSerializeFormat.JSON,
      flags: BufferSerializeFlag.NO_GLYPH_NAMES
    });
    trace.push({
      m: message,
      t: JSON.parse(traceBuf),
      glyphs: buffer2.getContentType() == BufferContentType.GLYPHS
    });
    return true;
  });
  shape2(font2, buffer, features);
  return trace;
}
function version() {
  const sp = Module.stackSave();
  const versionPtr = Module.stackAlloc(12);
  exports.hb_version(versionPtr, versionPtr + 4, versionPtr + 8);
  const ver = {
    major: Module.HEAPU32[versionPtr / 4],
    minor: Module.HEAPU32[(versionPtr + 4) / 4],
    micro: Module.HEAPU32[(versionPtr + 8) / 4]
  };
  Module.stackRestore(sp);
  return ver;
}
function versionString() {
  return utf8_ptr_to_string(exports.hb_version_string());
}
function otTagToScript(tag) {
  const hbTag = hb_tag(tag);
  return hb_untag(exports.hb_ot_tag_to_script(hbTag));
}
function otTagToLanguage(tag) {
  const hbTag = hb_tag(tag);
  return language_to_string(exports.hb_ot_tag_to_language(hbTag));
}
function otTagsFromScriptAndLanguage(script, language) {
  const sp = Module.stackSave();
  const scriptStr = string_to_ascii_ptr(script);
  const languageStr = string_to_ascii_ptr(language);
  const scriptCountPtr = Module.stackAlloc(4);
  Module.HEAPU32[scriptCountPtr / 4] = HB_OT_MAX_TAGS_PER_SCRIPT;
  const scriptTagsPtr = Module.stackAlloc(HB_OT_MAX_TAGS_PER_SCRIPT * 4);
  const languageCountPtr = Module.stackAlloc(4);
  Module.HEAPU32[languageCountPtr / 4] = HB_OT_MAX_TAGS_PER_LANGUAGE;
  const languageTagsPtr = Module.stackAlloc(HB_OT_MAX_TAGS_PER_LANGUAGE * 4);
  exports.hb_ot_tags_from_script_and_language(exports.hb_script_from_string(scriptStr.ptr, -1), exports.hb_language_from_string(languageStr.ptr, -1), scriptCountPtr, scriptTagsPtr, languageCountPtr, languageTagsPtr);
  scriptStr.free();
  languageStr.free();
  const scriptTags = Module.HEAPU32.subarray(scriptTagsPtr / 4, scriptTagsPtr / 4 + Module.HEAPU32[scriptCountPtr / 4]);
  const languageTags = Module.HEAPU32.subarray(languageTagsPtr / 4, languageTagsPtr / 4 + Module.HEAPU32[languageCountPtr / 4]);
  Module.stackRestore(sp);
  return {
    scriptTags: [...scriptTags].map(hb_untag),
    languageTags: [...languageTags].map(hb_untag)
  };
}
function otTagsToScriptAndLanguage(scriptTag, languageTag) {
  const sp = Module.stackSave();
  const scriptPtr = Module.stackAlloc(4);
  const languagePtr = Module.stackAlloc(4);
  exports.hb_ot_tags_to_script_and_language(hb_tag(scriptTag), hb_tag(languageTag), scriptPtr, languagePtr);
  const script = Module.HEAPU32[scriptPtr / 4];
  const language = Module.HEAPU32[languagePtr / 4];
  Module.stackRestore(sp);
  return {
    script: hb_untag(script),
    language: language_to_string(language)
  };
}
var Module, exports, freeFuncPtr, utf8Decoder, utf8Encoder, registry, callbackData, freeCallbackData, ColorPaletteFlags, PaintExtend, PaintCompositeMode, AxisFlags, GlyphFlag, Blob, HB_OT_NAME_ID_INVALID, GlyphClass, Face, DrawFuncs, MetricsTag, pathDrawFuncs, jsonDrawFuncs, Font, FontFuncs, PaintFuncs, BufferContentType, BufferSerializeFlag, BufferFlag, Direction, ClusterLevel, BufferSerializeFormat, Buffer2, Feature, Variation, TracePhase, HB_OT_MAX_TAGS_PER_LANGUAGE, HB_OT_MAX_TAGS_PER_SCRIPT;
var init_dist = __esm({
  async "node_modules/harfbuzzjs/dist/index.mjs"() {
    init_harfbuzz();
    utf8Decoder = new TextDecoder("utf8");
    utf8Encoder = new TextEncoder();
    registry = new FinalizationRegistry((cleanup) => {
      cleanup();
    });
    callbackData = [void 0];
    freeCallbackData = [];
    ColorPaletteFlags = {
      DEFAULT: 0,
      USABLE_WITH_LIGHT_BACKGROUND: 1,
      USABLE_WITH_DARK_BACKGROUND: 2
    };
    PaintExtend = {
      PAD: 0,
      REPEAT: 1,
      REFLECT: 2
    };
    PaintCompositeMode = {
      CLEAR: 0,
      SRC: 1,
      DEST: 2,
      SRC_OVER: 3,
      DEST_OVER: 4,
      SRC_IN: 5,
      DEST_IN: 6,
      SRC_OUT: 7,
      DEST_OUT: 8,
      SRC_ATOP: 9,
      DEST_ATOP: 10,
      XOR: 11,
      PLUS: 12,
      SCREEN: 13,
      OVERLAY: 14,
      DARKEN: 15,
      LIGHTEN: 16,
      COLOR_DODGE: 17,
      COLOR_BURN: 18,
      HARD_LIGHT: 19,
      SOFT_LIGHT: 20,
      DIFFERENCE: 21,
      EXCLUSION: 22,
      MULTIPLY: 23,
      HSL_HUE: 24,
      HSL_SATURATION: 25,
      HSL_COLOR: 26,
      HSL_LUMINOSITY: 27
    };
    AxisFlags = { HIDDEN: 1 };
    GlyphFlag = {
      UNSAFE_TO_BREAK: 1,
      UNSAFE_TO_CONCAT: 2,
      SAFE_TO_INSERT_TATWEEL: 4,
      DEFINED: 7
    };
    Blob = class {
      /**
      * @param data Binary font data.
      */
      constructor(data) {
        const array = data instanceof Uint8Array ? data : new Uint8Array(data);
        const blobPtr = exports.malloc(array.byteLength);
        Module.HEAPU8.set(array, blobPtr);
        this.ptr = exports.hb_blob_create(blobPtr, array.byteLength, 2, blobPtr, freeFuncPtr);
        track(this, exports.hb_blob_destroy);
      }
    };
    HB_OT_NAME_ID_INVALID = 65535;
    GlyphClass = {
      UNCLASSIFIED: 0,
      BASE_GLYPH: 1,
      LIGATURE: 2,
      MARK: 3,
      COMPONENT: 4
    };
    Face = class {
      constructor(arg, index = 0) {
        if (typeof arg === "number") this.ptr = exports.hb_face_reference(arg);
        else this.ptr = exports.hb_face_create(arg.ptr, index);
        this.upem = exports.hb_face_get_upem(this.ptr);
        track(this, exports.hb_face_destroy);
      }
      /**
      * Return the binary contents of an OpenType table.
      * @param table Table name
      * @returns A Uint8Array of the table data, or undefined if the table is not found.
      */
      referenceTable(table) {
        const blob = exports.hb_face_reference_table(this.ptr, hb_tag(table));
        const length2 = exports.hb_blob_get_length(blob);
        if (!length2) return;
        const blobptr = exports.hb_blob_get_data(blob, 0);
        return Module.HEAPU8.subarray(blobptr, blobptr + length2);
      }
      /**
      * Return variation axis infos.
      * @returns A dictionary mapping axis tags to {@link AxisInfo} values.
      */
      getAxisInfos() {
        const sp = Module.stackSave();
        const axis = Module.stackAlloc(2048);
        const c = Module.stackAlloc(4);
        Module.HEAPU32[c / 4] = 64;
        exports.hb_ot_var_get_axis_infos(this.ptr, 0, c, axis);
        const result = {};
        Array.from({ length: Module.HEAPU32[c / 4] }).forEach((_, i) => {
          const info = {
            axisIndex: Module.HEAPU32[axis / 4 + i * 8],
            tag: hb_untag(Module.HEAPU32[axis / 4 + i * 8 + 1]),
            nameId: Module.HEAPU32[axis / 4 + i * 8 + 2],
            flags: Module.HEAPU32[axis / 4 + i * 8 + 3],
            min: Module.HEAPF32[axis / 4 + i * 8 + 4],
            default: Module.HEAPF32[axis / 4 + i * 8 + 5],
            max: Module.HEAPF32[axis / 4 + i * 8 + 6]
          };
          result[info.tag] = info;
        });
        Module.stackRestore(sp);
        return result;
      }
      /**
      * Return unicodes the face supports.
      * @returns A Uint32Array of supported Unicode code points.
      */
      collectUnicodes() {
        const unicodeSetPtr = exports.hb_set_create();
        exports.hb_face_collect_unicodes(this.ptr, unicodeSetPtr);
        const result = typed_array_from_set(unicodeSetPtr);
        exports.hb_set_destroy(unicodeSetPtr);
        return result;
      }
      /**
      * Return all scripts enumerated in the specified face's
      * GSUB table or GPOS table.
      * @param table The table to query, either "GSUB" or "GPOS".
      * @returns An array of 4-character script tag strings.
      */
      getTableScriptTags(table) {
        const sp = Module.stackSave();
        const tableTag = hb_tag(table);
        let startOffset = 0;
        let scriptCount = 128;
        const scriptCountPtr = Module.stackAlloc(4);
        const scriptTagsPtr = Module.stackAlloc(512);
        const tags = [];
        while (scriptCount == 128) {
          Module.HEAPU32[scriptCountPtr / 4] = scriptCount;
          exports.hb_ot_layout_table_get_script_tags(this.ptr, tableTag, startOffset, scriptCountPtr, scriptTagsPtr);
          scriptCount = Module.HEAPU32[scriptCountPtr / 4];
          const scriptTags = Module.HEAPU32.subarray(scriptTagsPtr / 4, scriptTagsPtr / 4 + scriptCount);
          tags.push(...Array.from(scriptTags).map(hb_untag));
          startOffset += scriptCount;
        }
        Module.stackRestore(sp);
        return tags;
      }
      /**
      * Return all features enumerated in the specified face's
      * GSUB table or GPOS table.
      * @param table The table to query, either "GSUB" or "GPOS".
      * @returns An array of 4-character feature tag strings.
      */
      getTableFeatureTags(table) {
        const sp = Module.stackSave();
        const tableTag = hb_tag(table);
        let startOffset = 0;
        let featureCount = 128;
        const featureCountPtr = Module.stackAlloc(4);
        const featureTagsPtr = Module.stackAlloc(512);
        const tags = [];
        while (featureCount == 128) {
          Module.HEAPU32[featureCountPtr / 4] = featureCount;
          exports.hb_ot_layout_table_get_feature_tags(this.ptr, tableTag, startOffset, featureCountPtr, featureTagsPtr);
          featureCount = Module.HEAPU32[featureCountPtr / 4];
          const featureTags = Module.HEAPU32.subarray(featureTagsPtr / 4, featureTagsPtr / 4 + featureCount);
          tags.push(...Array.from(featureTags).map(hb_untag));
          startOffset += featureCount;
        }
        Module.stackRestore(sp);
        return tags;
      }
      /**
      * Return language tags in the given face's GSUB or GPOS table, underneath
      * the specified script index.
      * @param table The table to query, either "GSUB" or "GPOS".
      * @param scriptIndex The index of the script to query.
      * @returns An array of 4-character language tag strings.
      */
      getScriptLanguageTags(table, scriptIndex) {
        const sp = Module.stackSave();
        const tableTag = hb_tag(table);
        let startOffset = 0;
        let languageCount = 128;
        const languageCountPtr = Module.stackAlloc(4);
        const languageTagsPtr = Module.stackAlloc(512);
        const tags = [];
        while (languageCount == 128) {
          Module.HEAPU32[languageCountPtr / 4] = languageCount;
          exports.hb_ot_layout_script_get_language_tags(this.ptr, tableTag, scriptIndex, startOffset, languageCountPtr, languageTagsPtr);
          languageCount = Module.HEAPU32[languageCountPtr / 4];
          const languageTags = Module.HEAPU32.subarray(languageTagsPtr / 4, languageTagsPtr / 4 + languageCount);
          tags.push(...Array.from(languageTags).map(hb_untag));
          startOffset += languageCount;
        }
        Module.stackRestore(sp);
        return tags;
      }
      /**
      * Return all features in the specified face's GSUB table or GPOS table,
      * underneath the specified script and language.
      * @param table The table to query, either "GSUB" or "GPOS".
      * @param scriptIndex The index of the script to query.
      * @param languageIndex The index of the language to query.
      * @returns An array of 4-character feature tag strings.
      */
      getLanguageFeatureTags(table, scriptIndex, languageIndex) {
        const sp = Module.stackSave();
        const tableTag = hb_tag(table);
        let startOffset = 0;
        let featureCount = 128;
        const featureCountPtr = Module.stackAlloc(4);
        const featureTagsPtr = Module.stackAlloc(512);
        const tags = [];
        while (featureCount == 128) {
          Module.HEAPU32[featureCountPtr / 4] = featureCount;
          exports.hb_ot_layout_language_get_feature_tags(this.ptr, tableTag, scriptIndex, languageIndex, startOffset, featureCountPtr, featureTagsPtr);
          featureCount = Module.HEAPU32[featureCountPtr / 4];
          const featureTags = Module.HEAPU32.subarray(featureTagsPtr / 4, featureTagsPtr / 4 + featureCount);
          tags.push(...Array.from(featureTags).map(hb_untag));
          startOffset += featureCount;
        }
        Module.stackRestore(sp);
        return tags;
      }
      /**
      * Fetches a list of all lookups enumerated for the specified feature, in
      * the specified face's GSUB table or GPOS table.
      * @param table The table to query, either "GSUB" or "GPOS".
      * @param featureIndex The index of the requested feature.
      * @returns An array of lookup indexes.
      */
      getFeatureLookups(table, featureIndex) {
        const sp = Module.stackSave();
        const tableTag = hb_tag(table);
        let startOffset = 0;
        let lookupCount = 128;
        const lookupCountPtr = Module.stackAlloc(4);
        const lookupIndexesPtr = Module.stackAlloc(512);
        const lookups = [];
        while (lookupCount == 128) {
          Module.HEAPU32[lookupCountPtr / 4] = lookupCount;
          exports.hb_ot_layout_feature_get_lookups(this.ptr, tableTag, featureIndex, startOffset, lookupCountPtr, lookupIndexesPtr);
          lookupCount = Module.HEAPU32[lookupCountPtr / 4];
          const lookupIndexes = Module.HEAPU32.subarray(lookupIndexesPtr / 4, lookupIndexesPtr / 4 + lookupCount);
          lookups.push(...Array.from(lookupIndexes));
          startOffset += lookupCount;
        }
        Module.stackRestore(sp);
        return lookups;
      }
      /**
      * Get the GDEF class of the requested glyph.
      * @param glyph The glyph to get the class of.
      * @returns The {@link GlyphClass} of the glyph.
      */
      getGlyphClass(glyph) {
        return exports.hb_ot_layout_get_glyph_class(this.ptr, glyph);
      }
      /**
      * Return all names in the specified face's name table.
      * @returns An array of {nameId, language} entries.
      */
      listNames() {
        const sp = Module.stackSave();
        const numEntriesPtr = Module.stackAlloc(4);
        const entriesPtr = exports.hb_ot_name_list_names(this.ptr, numEntriesPtr);
        const numEntries = Module.HEAPU32[numEntriesPtr / 4];
        const entries = [];
        for (let i = 0; i < numEntries; i++) entries.push({
          nameId: Module.HEAPU32[entriesPtr / 4 + i * 3],
          language: language_to_string(Module.HEAPU32[entriesPtr / 4 + i * 3 + 2])
        });
        Module.stackRestore(sp);
        return entries;
      }
      /**
      * Get the name of the specified face.
      * @param nameId The ID of the name to get.
      * @param language The language of the name to get.
      * @returns The name string.
      */
      getName(nameId, language) {
        const sp = Module.stackSave();
        const languagePtr = language_from_string(language);
        const nameLen = exports.hb_ot_name_get_utf16(this.ptr, nameId, languagePtr, 0, 0) + 1;
        const textSizePtr = Module.stackAlloc(4);
        const textPtr = exports.malloc(nameLen * 2);
        Module.HEAPU32[textSizePtr / 4] = nameLen;
        exports.hb_ot_name_get_utf16(this.ptr, nameId, languagePtr, textSizePtr, textPtr);
        const name3 = utf16_ptr_to_string(textPtr, nameLen - 1);
        exports.free(textPtr);
        Module.stackRestore(sp);
        return name3;
      }
      /**
      * Get the name IDs of the specified feature.
      * @param table The table to query, either "GSUB" or "GPOS".
      * @param featureIndex The index of the feature to query.
      * @returns An object with name IDs, or undefined if not found.
      */
      getFeatureNameIds(table, featureIndex) {
        const sp = Module.stackSave();
        const tableTag = hb_tag(table);
        const labelIdPtr = Module.stackAlloc(4);
        const tooltipIdPtr = Module.stackAlloc(4);
        const sampleIdPtr = Module.stackAlloc(4);
        const numNamedParametersPtr = Module.stackAlloc(4);
        const firstParameterIdPtr = Module.stackAlloc(4);
        const found = exports.hb_ot_layout_feature_get_name_ids(this.ptr, tableTag, featureIndex, labelIdPtr, tooltipIdPtr, sampleIdPtr, numNamedParametersPtr, firstParameterIdPtr);
        let names;
        if (found) {
          const uiLabelNameId = Module.HEAPU32[labelIdPtr / 4];
          const uiTooltipTextNameId = Module.HEAPU32[tooltipIdPtr / 4];
          const sampleTextNameId = Module.HEAPU32[sampleIdPtr / 4];
          const numNamedParameters = Module.HEAPU32[numNamedParametersPtr / 4];
          const firstParameterId = Module.HEAPU32[firstParameterIdPtr / 4];
          names = { paramUiLabelNameIds: Array.from({ length: numNamedParameters }, (_, i) => firstParameterId + i) };
          if (uiLabelNameId != HB_OT_NAME_ID_INVALID) names.uiLabelNameId = uiLabelNameId;
          if (uiTooltipTextNameId != HB_OT_NAME_ID_INVALID) names.uiTooltipTextNameId = uiTooltipTextNameId;
          if (sampleTextNameId != HB_OT_NAME_ID_INVALID) names.sampleTextNameId = sampleTextNameId;
        }
        Module.stackRestore(sp);
        return names;
      }
      /**
      * Tests whether a face includes a `CPAL` color-palette table.
      * @returns `true` if data found, `false` otherwise.
      */
      hasColorPalettes() {
        return !!exports.hb_ot_color_has_palettes(this.ptr);
      }
      /**
      * Fetches the color palettes in the face's `CPAL` table.
      * @returns An array of the face's {@link ColorPalette | color palettes}.
      */
      getColorPalettes() {
        const count = exports.hb_ot_color_palette_get_count(this.ptr);
        const palettes = [];
        const sp = Module.stackSave();
        const countPtr = Module.stackAlloc(4);
        const colorsPtr = Module.stackAlloc(512);
        for (let i = 0; i < count; i++) {
          const colors = [];
          let startOffset = 0;
          let colorCount = 128;
          while (colorCount === 128) {
            Module.HEAPU32[countPtr / 4] = colorCount;
            exports.hb_ot_color_palette_get_colors(this.ptr, i, startOffset, countPtr, colorsPtr);
            colorCount = Module.HEAPU32[countPtr / 4];
            for (let j = 0; j < colorCount; j++) {
              const color = color_from_int(Module.HEAPU32[colorsPtr / 4 + j]);
              const nameId2 = exports.hb_ot_color_palette_color_get_name_id(this.ptr, startOffset + j);
              if (nameId2 != HB_OT_NAME_ID_INVALID) color.nameId = nameId2;
              colors.push(color);
            }
            startOffset += colorCount;
          }
          const palette = {
            colors,
            flags: exports.hb_ot_color_palette_get_flags(this.ptr, i)
          };
          const nameId = exports.hb_ot_color_palette_get_name_id(this.ptr, i);
          if (nameId != HB_OT_NAME_ID_INVALID) palette.nameId = nameId;
          palettes.push(palette);
        }
        Module.stackRestore(sp);
        return palettes;
      }
      /**
      * Tests whether a face includes a `COLR` table with data according to COLRv0.
      * @returns `true` if data found, `false` otherwise.
      */
      hasColorLayers() {
        return !!exports.hb_ot_color_has_layers(this.ptr);
      }
      /**
      * Fetches a list of all color layers for the specified glyph index in the
      * specified face.
      * @param glyph The glyph index to query.
      * @returns An array of the glyph's {@link ColorLayer | color layers}.
      */
      getGlyphColorLayers(glyph) {
        const layers = [];
        const sp = Module.stackSave();
        const countPtr = Module.stackAlloc(4);
        const layersPtr = Module.stackAlloc(1024);
        let startOffset = 0;
        let layerCount = 128;
        while (layerCount === 128) {
          Module.HEAPU32[countPtr / 4] = layerCount;
          exports.hb_ot_color_glyph_get_layers(this.ptr, glyph, startOffset, countPtr, layersPtr);
          layerCount = Module.HEAPU32[countPtr / 4];
          for (let i = 0; i < layerCount; i++) {
            const o = layersPtr / 4 + i * 2;
            const layer = { glyph: Module.HEAPU32[o] };
            const colorIndex = Module.HEAPU32[o + 1];
            if (colorIndex != 65535) layer.colorIndex = colorIndex;
            layers.push(layer);
          }
          startOffset += layerCount;
        }
        Module.stackRestore(sp);
        return layers;
      }
      /**
      * Tests whether a face includes a `COLR` table with data according to COLRv1.
      * @returns `true` if data found, `false` otherwise.
      */
      hasColorPaint() {
        return !!exports.hb_ot_color_has_paint(this.ptr);
      }
      /**
      * Tests whether a face includes COLRv1 paint data for a glyph.
      * @param glyph The glyph index to query.
      * @returns `true` if data found, `false` otherwise.
      */
      glyphHasColorPaint(glyph) {
        return !!exports.hb_ot_color_glyph_has_paint(this.ptr, glyph);
      }
      /**
      * Tests whether a face has PNG glyph images (either in `CBDT` or `sbix`
      * tables).
      * @returns `true` if data found, `false` otherwise.
      */
      hasColorPng() {
        return !!exports.hb_ot_color_has_png(this.ptr);
      }
    };
    DrawFuncs = class {
      constructor() {
        this.funcPtrs = [];
        this.userDataPtrs = [];
        this.ptr = exports.hb_draw_funcs_create();
        const ptr = this.ptr;
        const funcPtrs = this.funcPtrs;
        const userDataPtrs = this.userDataPtrs;
        registry.register(this, () => {
          exports.hb_draw_funcs_destroy(ptr);
          for (const ptr2 of funcPtrs) Module.removeFunction(ptr2);
          for (const ptr2 of userDataPtrs) remove_callback_data_pointer(ptr2);
        });
      }
      /**
      * Sets move-to callback to the draw functions object.
      * @param func The move-to callback.
      * @param userData Data to pass to `func`.
      */
      setMoveToFunc(func, userData) {
        const userDataPtr = register_callback_data_pointer(userData);
        this.userDataPtrs.push(userDataPtr);
        const funcPtr = Module.addFunction((dfuncs, draw_data, draw_state, toX, toY, user_data) => {
          func(toX, toY, get_callback_data(draw_data), get_callback_data(user_data));
        }, "viiiffi");
        this.funcPtrs.push(funcPtr);
        exports.hb_draw_funcs_set_move_to_func(this.ptr, funcPtr, userDataPtr, 0);
      }
      /**
      * Sets line-to callback to the draw functions object.
      * @param func The line-to callback.
      * @param userData Data to pass to `func`.
      */
      setLineToFunc(func, userData) {
        const userDataPtr = register_callback_data_pointer(userData);
        this.userDataPtrs.push(userDataPtr);
        const funcPtr = Module.addFunction((dfuncs, draw_data, draw_state, toX, toY, user_data) => {
          func(toX, toY, get_callback_data(draw_data), get_callback_data(user_data));
        }, "viiiffi");
        this.funcPtrs.push(funcPtr);
        exports.hb_draw_funcs_set_line_to_func(this.ptr, funcPtr, userDataPtr, 0);
      }
      /**
      * Sets quadratic-to callback to the draw functions object.
      * @param func The quadratic-to callback.
      * @param userData Data to pass to `func`.
      */
      setQuadraticToFunc(func, userData) {
        const userDataPtr = register_callback_data_pointer(userData);
        this.userDataPtrs.push(userDataPtr);
        const funcPtr = Module.addFunction((dfuncs, draw_data, draw_state, cX, cY, toX, toY, user_data) => {
          func(cX, cY, toX, toY, get_callback_data(draw_data), get_callback_data(user_data));
        }, "viiiffffi");
        this.funcPtrs.push(funcPtr);
        exports.hb_draw_funcs_set_quadratic_to_func(this.ptr, funcPtr, userDataPtr, 0);
      }
      /**
      * Sets cubic-to callback to the draw functions object.
      * @param func The cubic-to callback.
      * @param userData Data to pass to `func`.
      */
      setCubicToFunc(func, userData) {
        const userDataPtr = register_callback_data_pointer(userData);
        this.userDataPtrs.push(userDataPtr);
        const funcPtr = Module.addFunction((dfuncs, draw_data, draw_state, c1X, c1Y, c2X, c2Y, toX, toY, user_data) => {
          func(c1X, c1Y, c2X, c2Y, toX, toY, get_callback_data(draw_data), get_callback_data(user_data));
        }, "viiiffffffi");
        this.funcPtrs.push(funcPtr);
        exports.hb_draw_funcs_set_cubic_to_func(this.ptr, funcPtr, userDataPtr, 0);
      }
      /**
      * Sets close-path callback to the draw functions object.
      * @param func The close-path callback.
      * @param userData Data to pass to `func`.
      */
      setClosePathFunc(func, userData) {
        const userDataPtr = register_callback_data_pointer(userData);
        this.userDataPtrs.push(userDataPtr);
        const funcPtr = Module.addFunction((dfuncs, draw_data, draw_state, user_data) => {
          func(get_callback_data(draw_data), get_callback_data(user_data));
        }, "viiii");
        this.funcPtrs.push(funcPtr);
        exports.hb_draw_funcs_set_close_path_func(this.ptr, funcPtr, userDataPtr, 0);
      }
    };
    MetricsTag = {
      HORIZONTAL_ASCENDER: hb_tag("hasc"),
      HORIZONTAL_DESCENDER: hb_tag("hdsc"),
      HORIZONTAL_LINE_GAP: hb_tag("hlgp"),
      HORIZONTAL_CLIPPING_ASCENT: hb_tag("hcla"),
      HORIZONTAL_CLIPPING_DESCENT: hb_tag("hcld"),
      VERTICAL_ASCENDER: hb_tag("vasc"),
      VERTICAL_DESCENDER: hb_tag("vdsc"),
      VERTICAL_LINE_GAP: hb_tag("vlgp"),
      HORIZONTAL_CARET_RISE: hb_tag("hcrs"),
      HORIZONTAL_CARET_RUN: hb_tag("hcrn"),
      HORIZONTAL_CARET_OFFSET: hb_tag("hcof"),
      VERTICAL_CARET_RISE: hb_tag("vcrs"),
      VERTICAL_CARET_RUN: hb_tag("vcrn"),
      VERTICAL_CARET_OFFSET: hb_tag("vcof"),
      X_HEIGHT: hb_tag("xhgt"),
      CAP_HEIGHT: hb_tag("cpht"),
      SUBSCRIPT_EM_X_SIZE: hb_tag("sbxs"),
      SUBSCRIPT_EM_Y_SIZE: hb_tag("sbys"),
      SUBSCRIPT_EM_X_OFFSET: hb_tag("sbxo"),
      SUBSCRIPT_EM_Y_OFFSET: hb_tag("sbyo"),
      SUPERSCRIPT_EM_X_SIZE: hb_tag("spxs"),
      SUPERSCRIPT_EM_Y_SIZE: hb_tag("spys"),
      SUPERSCRIPT_EM_X_OFFSET: hb_tag("spxo"),
      SUPERSCRIPT_EM_Y_OFFSET: hb_tag("spyo"),
      STRIKEOUT_SIZE: hb_tag("strs"),
      STRIKEOUT_OFFSET: hb_tag("stro"),
      UNDERLINE_SIZE: hb_tag("unds"),
      UNDERLINE_OFFSET: hb_tag("undo")
    };
    Font = class Font2 {
      constructor(arg) {
        if (typeof arg === "number") this.ptr = exports.hb_font_reference(arg);
        else {
          this.ptr = exports.hb_font_create(arg.ptr);
          this._face = arg;
        }
        track(this, exports.hb_font_destroy);
      }
      /** The {@link Face} associated with this font. */
      get face() {
        if (!this._face) this._face = new Face(exports.hb_font_get_face(this.ptr));
        return this._face;
      }
      /**
      * Create a sub font that inherits this font's properties.
      * @returns A new Font object representing the sub font.
      */
      subFont() {
        return new Font2(exports.hb_font_create_sub_font(this.ptr));
      }
      /**
      * Return font horizontal extents.
      * @returns Object with ascender, descender, and lineGap properties.
      */
      hExtents() {
        const sp = Module.stackSave();
        const extentsPtr = Module.stackAlloc(48);
        exports.hb_font_get_h_extents(this.ptr, extentsPtr);
        const extents = {
          ascender: Module.HEAP32[extentsPtr / 4],
          descender: Module.HEAP32[extentsPtr / 4 + 1],
          lineGap: Module.HEAP32[extentsPtr / 4 + 2]
        };
        Module.stackRestore(sp);
        return extents;
      }
      /**
      * Return font vertical extents.
      * @returns Object with ascender, descender, and lineGap properties.
      */
      vExtents() {
        const sp = Module.stackSave();
        const extentsPtr = Module.stackAlloc(48);
        exports.hb_font_get_v_extents(this.ptr, extentsPtr);
        const extents = {
          ascender: Module.HEAP32[extentsPtr / 4],
          descender: Module.HEAP32[extentsPtr / 4 + 1],
          lineGap: Module.HEAP32[extentsPtr / 4 + 2]
        };
        Module.stackRestore(sp);
        return extents;
      }
      /**
      * Return glyph name.
      * @param glyphId ID of the requested glyph in the font.
      * @returns The glyph name string.
      */
      glyphName(glyphId) {
        const sp = Module.stackSave();
        const strSize = 256;
        const strPtr = Module.stackAlloc(strSize);
        exports.hb_font_glyph_to_string(this.ptr, glyphId, strPtr, strSize);
        const name3 = utf8_ptr_to_string(strPtr);
        Module.stackRestore(sp);
        return name3;
      }
      /**
      * Draws the outline that corresponds to a glyph in the specified font.
      *
      * The outline is returned by way of calls to the callbacks of the `drawFuncs`
      * object, with `drawData` passed to them.
      * @param glyphId The glyph ID.
      * @param drawFuncs The {@link DrawFuncs} to draw to.
      * @param drawData User data to pass to draw callbacks.
      */
      drawGlyph(glyphId, drawFuncs, drawData) {
        const drawDataPtr = register_callback_data_pointer(drawData);
        try {
          exports.hb_font_draw_glyph(this.ptr, glyphId, drawFuncs.ptr, drawDataPtr);
        } finally {
          remove_callback_data_pointer(drawDataPtr);
        }
      }
      /**
      * Draws the outline that corresponds to a glyph in the specified font.
      *
      * This is a newer name for {@link Font.drawGlyph}, that returns `false` if the
      * font has no outlines for the glyph.
      *
      * The outline is returned by way of calls to the callbacks of the `drawFuncs`
      * object, with `drawData` passed to them.
      * @param glyphId The glyph ID.
      * @param drawFuncs The {@link DrawFuncs} to draw to.
      * @param drawData User data to pass to draw callbacks.
      * @returns `true` if the glyph was drawn, `false` otherwise.
      */
      drawGlyphOrFail(glyphId, drawFuncs, drawData) {
        const drawDataPtr = register_callback_data_pointer(drawData);
        try {
          return !!exports.hb_font_draw_glyph_or_fail(this.ptr, glyphId, drawFuncs.ptr, drawDataPtr);
        } finally {
          remove_callback_data_pointer(drawDataPtr);
        }
      }
      /**
      * Paints the glyph. This function is similar to {@link Font.paintGlyphOrFail},
      * but if painting a color glyph failed, it will fall back to painting an
      * outline monochrome glyph.
      *
      * The painting instructions are returned by way of calls to the callbacks of
      * the `paintFuncs` object, with `paintData` passed to them.
      *
      * If the font has color palettes, then `paletteIndex` selects the palette to
      * use. If the font only has one palette, this will be 0.
      * @param glyphId The glyph ID.
      * @param paintFuncs The {@link PaintFuncs} to paint with.
      * @param paintData User data to pass to paint callbacks.
      * @param paletteIndex The index of the font's color palette to use.
      * @param foreground The foreground color, unpremultiplied.
      */
      paintGlyph(glyphId, paintFuncs, paintData, paletteIndex = 0, foreground = {
        red: 0,
        green: 0,
        blue: 0,
        alpha: 255
      }) {
        const paintDataPtr = register_callback_data_pointer(paintData);
        try {
          exports.hb_font_paint_glyph(this.ptr, glyphId, paintFuncs.ptr, paintDataPtr, paletteIndex, color_to_int(foreground));
        } finally {
          remove_callback_data_pointer(paintDataPtr);
        }
      }
      /**
      * Paints a color glyph.
      *
      * Succeeds if the glyph has color paint layers (COLRv0), a color paint graph
      * (COLRv1), or a bitmap image that the font's callbacks render successfully.
      * Returns `false` if the font has no color data for the glyph; the client can
      * then fall back to {@link Font.drawGlyphOrFail} for the monochrome outline.
      *
      * The painting instructions are returned by way of calls to the callbacks of
      * the `paintFuncs` object, with `paintData` passed to them.
      *
      * If the font has color palettes, then `paletteIndex` selects the palette to
      * use. If the font only has one palette, this will be 0.
      * @param glyphId The glyph ID.
      * @param paintFuncs The {@link PaintFuncs} to paint with.
      * @param paintData User data to pass to paint callbacks.
      * @param paletteIndex The index of the font's color palette to use.
      * @param foreground The foreground color, unpremultiplied.
      * @returns `true` if the glyph was painted, `false` otherwise.
      */
      paintGlyphOrFail(glyphId, paintFuncs, paintData, paletteIndex = 0, foreground = {
        red: 0,
        green: 0,
        blue: 0,
        alpha: 255
      }) {
        const paintDataPtr = register_callback_data_pointer(paintData);
        try {
          return !!exports.hb_font_paint_glyph_or_fail(this.ptr, glyphId, paintFuncs.ptr, paintDataPtr, paletteIndex, color_to_int(foreground));
        } finally {
          remove_callback_data_pointer(paintDataPtr);
        }
      }
      /**
      * Fetches the PNG image for a glyph.
      *
      * To get an optimally sized PNG blob, the PPEM values must be set on the font.
      * If PPEM is unset, the blob returned will be the largest PNG available.
      * @param glyphId A glyph index.
      * @returns The PNG image for the glyph, or `undefined` if the glyph has no PNG
      * image.
      */
      getGlyphColorPng(glyphId) {
        const blob = exports.hb_ot_color_glyph_reference_png(this.ptr, glyphId);
        const length2 = exports.hb_blob_get_length(blob);
        let png2;
        if (length2) {
          const dataPtr = exports.hb_blob_get_data(blob, 0);
          png2 = Module.HEAPU8.slice(dataPtr, dataPtr + length2);
        }
        exports.hb_blob_destroy(blob);
        return png2;
      }
      /**
      * Return a glyph as an SVG path string.
      * @param glyphId ID of the requested glyph in the font.
      * @returns SVG path data string.
      */
      glyphToPath(glyphId) {
        const path = [];
        this.drawGlyph(glyphId, getPathDrawFuncs(), path);
        return path.join("");
      }
      /**
      * Return glyph horizontal advance.
      * @param glyphId ID of the requested glyph in the font.
      * @returns The horizontal advance width.
      */
      glyphHAdvance(glyphId) {
        return exports.hb_font_get_glyph_h_advance(this.ptr, glyphId);
      }
      /**
      * Return glyph vertical advance.
      * @param glyphId ID of the requested glyph in the font.
      * @returns The vertical advance height.
      */
      glyphVAdvance(glyphId) {
        return exports.hb_font_get_glyph_v_advance(this.ptr, glyphId);
      }
      /**
      * Return glyph horizontal origin.
      * @param glyphId ID of the requested glyph in the font.
      * @returns [x, y] origin coordinates, or undefined if not available.
      */
      glyphHOrigin(glyphId) {
        const sp = Module.stackSave();
        const xPtr = Module.stackAlloc(4);
        const yPtr = Module.stackAlloc(4);
        let origin;
        if (exports.hb_font_get_glyph_h_origin(this.ptr, glyphId, xPtr, yPtr)) origin = [Module.HEAP32[xPtr / 4], Module.HEAP32[yPtr / 4]];
        Module.stackRestore(sp);
        return origin;
      }
      /**
      * Return glyph vertical origin.
      * @param glyphId ID of the requested glyph in the font.
      * @returns [x, y] origin coordinates, or undefined if not available.
      */
      glyphVOrigin(glyphId) {
        const sp = Module.stackSave();
        const xPtr = Module.stackAlloc(4);
        const yPtr = Module.stackAlloc(4);
        let origin;
        if (exports.hb_font_get_glyph_v_origin(this.ptr, glyphId, xPtr, yPtr)) origin = [Module.HEAP32[xPtr / 4], Module.HEAP32[yPtr / 4]];
        Module.stackRestore(sp);
        return origin;
      }
      /**
      * Return glyph extents.
      * @param glyphId ID of the requested glyph in the font.
      * @returns An object with xBearing, yBearing, width, and height, or undefined.
      */
      glyphExtents(glyphId) {
        const sp = Module.stackSave();
        const extentsPtr = Module.stackAlloc(16);
        let extents;
        if (exports.hb_font_get_glyph_extents(this.ptr, glyphId, extentsPtr)) extents = {
          xBearing: Module.HEAP32[extentsPtr / 4],
          yBearing: Module.HEAP32[extentsPtr / 4 + 1],
          width: Module.HEAP32[extentsPtr / 4 + 2],
          height: Module.HEAP32[extentsPtr / 4 + 3]
        };
        Module.stackRestore(sp);
        return extents;
      }
      /**
      * Fetches the glyph ID for a Unicode code point in the specified
      * font, with an optional variation selector.
      *
      * If `variationSelector` is 0, it is equivalent to
      * {@link Font.nominalGlyph}; otherwise it is equivalent to
      * {@link Font.variationGlyph}.
      *
      * @param unicode The Unicode code point to query.
      * @param variationSelector A variation-selector code point.
      * @returns The glyph ID, or undefined if not found.
      */
      glyph(unicode, variationSelector = 0) {
        const sp = Module.stackSave();
        const glyphIdPtr = Module.stackAlloc(4);
        let glyphId;
        if (exports.hb_font_get_glyph(this.ptr, unicode, variationSelector, glyphIdPtr)) glyphId = Module.HEAPU32[glyphIdPtr / 4];
        Module.stackRestore(sp);
        return glyphId;
      }
      /**
      * Fetches the nominal glyph ID for a Unicode code point in the
      * specified font.
      *
      * This version of the function should not be used to fetch glyph IDs
      * for code points modified by variation selectors. For variation-selector
      * support, use {@link Font.variationGlyph} or {@link Font.glyph}.
      *
      * @param unicode The Unicode code point to query.
      * @returns The glyph ID, or undefined if not found.
      */
      nominalGlyph(unicode) {
        const sp = Module.stackSave();
        const glyphIdPtr = Module.stackAlloc(4);
        let glyphId;
        if (exports.hb_font_get_nominal_glyph(this.ptr, unicode, glyphIdPtr)) glyphId = Module.HEAPU32[glyphIdPtr / 4];
        Module.stackRestore(sp);
        return glyphId;
      }
      /**
      * Fetches the glyph ID for a Unicode code point when followed by
      * by the specified variation-selector code point, in the specified
      * font.
      *
      * @param unicode The Unicode code point to query.
      * @param variationSelector The variation-selector code point to query.
      * @returns The glyph ID, or undefined if not found.
      */
      variationGlyph(unicode, variationSelector) {
        const sp = Module.stackSave();
        const glyphIdPtr = Module.stackAlloc(4);
        let glyphId;
        if (exports.hb_font_get_variation_glyph(this.ptr, unicode, variationSelector, glyphIdPtr)) glyphId = Module.HEAPU32[glyphIdPtr / 4];
        Module.stackRestore(sp);
        return glyphId;
      }
      /**
      * Return glyph ID from name.
      * @param name Name of the requested glyph in the font.
      * @returns The glyph ID, or undefined if not found.
      */
      glyphFromName(name3) {
        const sp = Module.stackSave();
        const glyphIdPtr = Module.stackAlloc(4);
        const namePtr = string_to_utf8_ptr(name3);
        let glyphId;
        if (exports.hb_font_get_glyph_from_name(this.ptr, namePtr.ptr, namePtr.length, glyphIdPtr)) glyphId = Module.HEAPU32[glyphIdPtr / 4];
        namePtr.free();
        Module.stackRestore(sp);
        return glyphId;
      }
      /**
      * Return a glyph as a JSON path string
      * based on format described on https://svgwg.org/specs/paths/#InterfaceSVGPathSegment
      * @param glyphId ID of the requested glyph in the font.
      * @returns An array of path segment objects with type and values.
      */
      glyphToJson(glyphId) {
        const commands = [];
        this.drawGlyph(glyphId, getJsonDrawFuncs(), commands);
        return commands;
      }
      /**
      * Set the font's scale factor, affecting the position values returned from
      * shaping.
      * @param xScale Units to scale in the X dimension.
      * @param yScale Units to scale in the Y dimension.
      */
      setScale(xScale, yScale) {
        exports.hb_font_set_scale(this.ptr, xScale, yScale);
      }
      /**
      * Applies a list of font-variation settings to a font.
      *
      * Note that this overrides all existing variations set on the font.
      * Axes not included in `variations` will be effectively set to their
      * default values.
      *
      * @param variations Array of variation settings to apply.
      */
      setVariations(variations) {
        const sp = Module.stackSave();
        const vars = Module.stackAlloc(8 * variations.length);
        variations.forEach((variation, i) => {
          variation.writeTo(vars + i * 8);
        });
        exports.hb_font_set_variations(this.ptr, vars, variations.length);
        Module.stackRestore(sp);
      }
      /** Set the font's font functions. */
      setFuncs(fontFuncs) {
        exports.hb_font_set_funcs(this.ptr, fontFuncs.ptr);
      }
      /**
      * Fetches the optical bound of a glyph positioned at the margin of text.
      * The direction identifies which edge of the glyph to query.
      * @param lookupIndex Index of the feature lookup to query.
      * @param direction Edge of the glyph to query.
      * @param glyph A glyph id.
      * @returns Adjustment value. Negative values mean the glyph will stick out of the margin.
      */
      getLookupOpticalBound(lookupIndex, direction, glyph) {
        return exports.hb_ot_layout_lookup_get_optical_bound(this.ptr, lookupIndex, direction, glyph);
      }
      /**
      * Fetches a list of the caret positions defined for a ligature glyph in the
      * GDEF table of the font.
      *
      * Note that a ligature that is formed from n characters will have n-1
      * caret positions. The first character is not represented in the array,
      * since its caret position is the glyph position.
      *
      * The positions returned by this function are 'unshaped', and will have to
      * be fixed up for kerning that may be applied to the ligature glyph.
      *
      * @param direction The text direction to use.
      * @param glyph The glyph to query.
      * @returns An array of caret positions.
      */
      getLigatureCarets(direction, glyph) {
        const sp = Module.stackSave();
        let startOffset = 0;
        let caretCount = 128;
        const caretCountPtr = Module.stackAlloc(4);
        const caretArrayPtr = Module.stackAlloc(512);
        const carets = [];
        while (caretCount == 128) {
          Module.HEAPU32[caretCountPtr / 4] = caretCount;
          exports.hb_ot_layout_get_ligature_carets(this.ptr, direction, glyph, startOffset, caretCountPtr, caretArrayPtr);
          caretCount = Module.HEAPU32[caretCountPtr / 4];
          const caretArray = Module.HEAP32.subarray(caretArrayPtr / 4, caretArrayPtr / 4 + caretCount);
          carets.push(...Array.from(caretArray));
          startOffset += caretCount;
        }
        Module.stackRestore(sp);
        return carets;
      }
      /**
      * Fetches metrics value corresponding to `metricsTag` from the font.
      *
      * @param metricsTag {@link MetricsTag} of metrics value you like to fetch.
      * @returns The metrics value, or undefined if not found in the font.
      */
      getMetricPosition(metricsTag) {
        const sp = Module.stackSave();
        const positionPtr = Module.stackAlloc(4);
        let position;
        if (exports.hb_ot_metrics_get_position(this.ptr, metricsTag, positionPtr)) position = Module.HEAP32[positionPtr / 4];
        Module.stackRestore(sp);
        return position;
      }
      /**
      * Fetches metrics value corresponding to `metricsTag` from the font, and
      * synthesizes a value if the value is missing in the font.
      *
      * @param metricsTag {@link MetricsTag} of metrics value you like to fetch.
      * @returns The metrics value.
      */
      getMetricPositionWithFallback(metricsTag) {
        const sp = Module.stackSave();
        const positionPtr = Module.stackAlloc(4);
        exports.hb_ot_metrics_get_position_with_fallback(this.ptr, metricsTag, positionPtr);
        const position = Module.HEAP32[positionPtr / 4];
        Module.stackRestore(sp);
        return position;
      }
      /**
      * Fetches metrics value corresponding to `metricsTag` from the font with the
      * current font variation settings applied.
      *
      * @param metricsTag {@link MetricsTag} of metrics value you like to fetch.
      * @returns The requested metric value.
      */
      getMetricVariation(metricsTag) {
        return exports.hb_ot_metrics_get_variation(this.ptr, metricsTag);
      }
      /**
      * Fetches horizontal metrics value corresponding to `metricsTag` from the
      * font with the current font variation settings applied.
      *
      * @param metricsTag {@link MetricsTag} of metrics value you like to fetch.
      * @returns The requested metric value.
      */
      getMetricXVariation(metricsTag) {
        return exports.hb_ot_metrics_get_x_variation(this.ptr, metricsTag);
      }
      /**
      * Fetches vertical metrics value corresponding to `metricsTag` from the font
      * with the current font variation settings applied.
      *
      * @param metricsTag {@link MetricsTag} of metrics value you like to fetch.
      * @returns The requested metric value.
      */
      getMetricYVariation(metricsTag) {
        return exports.hb_ot_metrics_get_y_variation(this.ptr, metricsTag);
      }
    };
    FontFuncs = class {
      constructor() {
        this.ptr = exports.hb_font_funcs_create();
        track(this, exports.hb_font_funcs_destroy);
      }
      /**
      * Set the font's glyph extents function.
      * @param func The callback receives a Font and glyph ID. It should return
      * an object with xBearing, yBearing, width, and height, or undefined on failure.
      */
      setGlyphExtentsFunc(func) {
        const funcPtr = Module.addFunction((fontPtr, font_data, glyph, extentsPtr, user_data) => {
          const extents = func(new Font(fontPtr), glyph);
          if (extents) {
            Module.HEAP32[extentsPtr / 4] = extents.xBearing;
            Module.HEAP32[extentsPtr / 4 + 1] = extents.yBearing;
            Module.HEAP32[extentsPtr / 4 + 2] = extents.width;
            Module.HEAP32[extentsPtr / 4 + 3] = extents.height;
            return 1;
          }
          return 0;
        }, "ippipp");
        exports.hb_font_funcs_set_glyph_extents_func(this.ptr, funcPtr, 0, 0);
      }
      /**
      * Set the font's glyph from name function.
      * @param func The callback receives a Font and glyph name. It should return
      * the glyph ID, or undefined on failure.
      */
      setGlyphFromNameFunc(func) {
        const funcPtr = Module.addFunction((fontPtr, font_data, namePtr, len, glyphPtr, user_data) => {
          const glyph = func(new Font(fontPtr), utf8_ptr_to_string(namePtr, len));
          if (glyph) {
            Module.HEAPU32[glyphPtr / 4] = glyph;
            return 1;
          }
          return 0;
        }, "ipppipp");
        exports.hb_font_funcs_set_glyph_from_name_func(this.ptr, funcPtr, 0, 0);
      }
      /**
      * Set the font's glyph horizontal advance function.
      * @param func The callback receives a Font and glyph ID. It should return
      * the horizontal advance of the glyph.
      */
      setGlyphHAdvanceFunc(func) {
        const funcPtr = Module.addFunction((fontPtr, font_data, glyph, user_data) => {
          return func(new Font(fontPtr), glyph);
        }, "ippip");
        exports.hb_font_funcs_set_glyph_h_advance_func(this.ptr, funcPtr, 0, 0);
      }
      /**
      * Set the font's glyph vertical advance function.
      * @param func The callback receives a Font and glyph ID. It should return
      * the vertical advance of the glyph.
      */
      setGlyphVAdvanceFunc(func) {
        const funcPtr = Module.addFunction((fontPtr, font_data, glyph, user_data) => {
          return func(new Font(fontPtr), glyph);
        }, "ippip");
        exports.hb_font_funcs_set_glyph_v_advance_func(this.ptr, funcPtr, 0, 0);
      }
      /**
      * Set the font's glyph horizontal origin function.
      * @param func The callback receives a Font and glyph ID. It should return
      * the [x, y] horizontal origin of the glyph, or undefined on failure.
      */
      setGlyphHOriginFunc(func) {
        const funcPtr = Module.addFunction((fontPtr, font_data, glyph, xPtr, yPtr, user_data) => {
          const origin = func(new Font(fontPtr), glyph);
          if (origin) {
            Module.HEAP32[xPtr / 4] = origin[0];
            Module.HEAP32[yPtr / 4] = origin[1];
            return 1;
          }
          return 0;
        }, "ippippp");
        exports.hb_font_funcs_set_glyph_h_origin_func(this.ptr, funcPtr, 0, 0);
      }
      /**
      * Set the font's glyph vertical origin function.
      * @param func The callback receives a Font and glyph ID. It should return
      * the [x, y] vertical origin of the glyph, or undefined on failure.
      */
      setGlyphVOriginFunc(func) {
        const funcPtr = Module.addFunction((fontPtr, font_data, glyph, xPtr, yPtr, user_data) => {
          const origin = func(new Font(fontPtr), glyph);
          if (origin) {
            Module.HEAP32[xPtr / 4] = origin[0];
            Module.HEAP32[yPtr / 4] = origin[1];
            return 1;
          }
          return 0;
        }, "ippippp");
        exports.hb_font_funcs_set_glyph_v_origin_func(this.ptr, funcPtr, 0, 0);
      }
      /**
      * Set the font's glyph horizontal kerning function.
      * @param func The callback receives a Font, first glyph ID, and second glyph ID.
      * It should return the horizontal kerning of the glyphs.
      */
      setGlyphHKerningFunc(func) {
        const funcPtr = Module.addFunction((fontPtr, font_data, firstGlyph, secondGlyph, user_data) => {
          return func(new Font(fontPtr), firstGlyph, secondGlyph);
        }, "ippiip");
        exports.hb_font_funcs_set_glyph_h_kerning_func(this.ptr, funcPtr, 0, 0);
      }
      /**
      * Set the font's glyph name function.
      * @param func The callback receives a Font and glyph ID. It should return
      * the name of the glyph, or undefined on failure.
      */
      setGlyphNameFunc(func) {
        const utf8Encoder2 = new TextEncoder();
        const funcPtr = Module.addFunction((fontPtr, font_data, glyph, namePtr, size2, user_data) => {
          const name3 = func(new Font(fontPtr), glyph);
          if (name3) {
            utf8Encoder2.encodeInto(name3, Module.HEAPU8.subarray(namePtr, namePtr + size2));
            return 1;
          }
          return 0;
        }, "ippipip");
        exports.hb_font_funcs_set_glyph_name_func(this.ptr, funcPtr, 0, 0);
      }
      /**
      * Set the font's nominal glyph function.
      * @param func The callback receives a Font and unicode code point. It should
      * return the nominal glyph of the unicode, or undefined on failure.
      */
      setNominalGlyphFunc(func) {
        const funcPtr = Module.addFunction((fontPtr, font_data, unicode, glyphPtr, user_data) => {
          const glyph = func(new Font(fontPtr), unicode);
          if (glyph) {
            Module.HEAPU32[glyphPtr / 4] = glyph;
            return 1;
          }
          return 0;
        }, "ippipp");
        exports.hb_font_funcs_set_nominal_glyph_func(this.ptr, funcPtr, 0, 0);
      }
      /**
      * Set the font's variation glyph function.
      * @param func The callback receives a Font, unicode code point, and variation
      * selector. It should return the variation glyph, or undefined on failure.
      */
      setVariationGlyphFunc(func) {
        const funcPtr = Module.addFunction((fontPtr, font_data, unicode, variationSelector, glyphPtr, user_data) => {
          const glyph = func(new Font(fontPtr), unicode, variationSelector);
          if (glyph) {
            Module.HEAPU32[glyphPtr / 4] = glyph;
            return 1;
          }
          return 0;
        }, "ippiipp");
        exports.hb_font_funcs_set_variation_glyph_func(this.ptr, funcPtr, 0, 0);
      }
      /**
      * Set the font's horizontal extents function.
      * @param func The callback receives a Font. It should return an object with
      * ascender, descender, and lineGap, or undefined on failure.
      */
      setFontHExtentsFunc(func) {
        const funcPtr = Module.addFunction((fontPtr, font_data, extentsPtr, user_data) => {
          const extents = func(new Font(fontPtr));
          if (extents) {
            Module.HEAP32[extentsPtr / 4] = extents.ascender;
            Module.HEAP32[extentsPtr / 4 + 1] = extents.descender;
            Module.HEAP32[extentsPtr / 4 + 2] = extents.lineGap;
            return 1;
          }
          return 0;
        }, "ipppp");
        exports.hb_font_funcs_set_font_h_extents_func(this.ptr, funcPtr, 0, 0);
      }
      /**
      * Set the font's vertical extents function.
      * @param func The callback receives a Font. It should return an object with
      * ascender, descender, and lineGap, or undefined on failure.
      */
      setFontVExtentsFunc(func) {
        const funcPtr = Module.addFunction((fontPtr, font_data, extentsPtr, user_data) => {
          const extents = func(new Font(fontPtr));
          if (extents) {
            Module.HEAP32[extentsPtr / 4] = extents.ascender;
            Module.HEAP32[extentsPtr / 4 + 1] = extents.descender;
            Module.HEAP32[extentsPtr / 4 + 2] = extents.lineGap;
            return 1;
          }
          return 0;
        }, "ipppp");
        exports.hb_font_funcs_set_font_v_extents_func(this.ptr, funcPtr, 0, 0);
      }
    };
    PaintFuncs = class {
      constructor() {
        this.funcPtrs = [];
        this.userDataPtrs = [];
        this.ptr = exports.hb_paint_funcs_create();
        const ptr = this.ptr;
        const funcPtrs = this.funcPtrs;
        const userDataPtrs = this.userDataPtrs;
        registry.register(this, () => {
          exports.hb_paint_funcs_destroy(ptr);
          for (const ptr2 of funcPtrs) Module.removeFunction(ptr2);
          for (const ptr2 of userDataPtrs) remove_callback_data_pointer(ptr2);
        });
      }
      /**
      * Sets the push-transform callback on the paint functions object.
      * @param func The push-transform callback.
      * @param userData Data to pass to `func`.
      */
      setPushTransformFunc(func, userData) {
        const userDataPtr = register_callback_data_pointer(userData);
        this.userDataPtrs.push(userDataPtr);
        const funcPtr = Module.addFunction((funcs, paintData, xx, yx, xy, yy, dx, dy, user) => func(xx, yx, xy, yy, dx, dy, get_callback_data(paintData), get_callback_data(user)), "viiffffffi");
        this.funcPtrs.push(funcPtr);
        exports.hb_paint_funcs_set_push_transform_func(this.ptr, funcPtr, userDataPtr, 0);
      }
      /**
      * Sets the pop-transform callback on the paint functions object.
      * @param func The pop-transform callback.
      * @param userData Data to pass to `func`.
      */
      setPopTransformFunc(func, userData) {
        const userDataPtr = register_callback_data_pointer(userData);
        this.userDataPtrs.push(userDataPtr);
        const funcPtr = Module.addFunction((funcs, paintData, user) => func(get_callback_data(paintData), get_callback_data(user)), "viii");
        this.funcPtrs.push(funcPtr);
        exports.hb_paint_funcs_set_pop_transform_func(this.ptr, funcPtr, userDataPtr, 0);
      }
      /**
      * Sets the color-glyph callback on the paint functions object.
      * @param func The color-glyph callback.
      * @param userData Data to pass to `func`.
      */
      setColorGlyphFunc(func, userData) {
        const userDataPtr = register_callback_data_pointer(userData);
        this.userDataPtrs.push(userDataPtr);
        const funcPtr = Module.addFunction((funcs, paintData, glyph, fontPtr, user) => func(glyph, new Font(fontPtr), get_callback_data(paintData), get_callback_data(user)) ? 1 : 0, "iiiiii");
        this.funcPtrs.push(funcPtr);
        exports.hb_paint_funcs_set_color_glyph_func(this.ptr, funcPtr, userDataPtr, 0);
      }
      /**
      * Sets the push-clip-glyph callback on the paint functions object.
      * @param func The push-clip-glyph callback.
      * @param userData Data to pass to `func`.
      */
      setPushClipGlyphFunc(func, userData) {
        const userDataPtr = register_callback_data_pointer(userData);
        this.userDataPtrs.push(userDataPtr);
        const funcPtr = Module.addFunction((funcs, paintData, glyph, fontPtr, user) => func(glyph, new Font(fontPtr), get_callback_data(paintData), get_callback_data(user)), "viiiii");
        this.funcPtrs.push(funcPtr);
        exports.hb_paint_funcs_set_push_clip_glyph_func(this.ptr, funcPtr, userDataPtr, 0);
      }
      /**
      * Sets the push-clip-rectangle callback on the paint functions object.
      * @param func The push-clip-rectangle callback.
      * @param userData Data to pass to `func`.
      */
      setPushClipRectangleFunc(func, userData) {
        const userDataPtr = register_callback_data_pointer(userData);
        this.userDataPtrs.push(userDataPtr);
        const funcPtr = Module.addFunction((funcs, paintData, xmin, ymin, xmax, ymax, user) => func(xmin, ymin, xmax, ymax, get_callback_data(paintData), get_callback_data(user)), "viiffffi");
        this.funcPtrs.push(funcPtr);
        exports.hb_paint_funcs_set_push_clip_rectangle_func(this.ptr, funcPtr, userDataPtr, 0);
      }
      /**
      * Sets the pop-clip callback on the paint functions object.
      * @param func The pop-clip callback.
      * @param userData Data to pass to `func`.
      */
      setPopClipFunc(func, userData) {
        const userDataPtr = register_callback_data_pointer(userData);
        this.userDataPtrs.push(userDataPtr);
        const funcPtr = Module.addFunction((funcs, paintData, user) => func(get_callback_data(paintData), get_callback_data(user)), "viii");
        this.funcPtrs.push(funcPtr);
        exports.hb_paint_funcs_set_pop_clip_func(this.ptr, funcPtr, userDataPtr, 0);
      }
      /**
      * Sets the paint-color callback on the paint functions object.
      * @param func The paint-color callback.
      * @param userData Data to pass to `func`.
      */
      setColorFunc(func, userData) {
        const userDataPtr = register_callback_data_pointer(userData);
        this.userDataPtrs.push(userDataPtr);
        const funcPtr = Module.addFunction((funcs, paintData, isForeground, color, user) => func(isForeground !== 0, color_from_int(color), get_callback_data(paintData), get_callback_data(user)), "viiiii");
        this.funcPtrs.push(funcPtr);
        exports.hb_paint_funcs_set_color_func(this.ptr, funcPtr, userDataPtr, 0);
      }
      /**
      * Sets the paint-image callback on the paint functions object.
      * @param func The paint-image callback.
      * @param userData Data to pass to `func`.
      */
      setImageFunc(func, userData) {
        const userDataPtr = register_callback_data_pointer(userData);
        this.userDataPtrs.push(userDataPtr);
        const funcPtr = Module.addFunction((funcs, paintData, blob, width, height, format, slant, extentsPtr, user) => {
          const length2 = exports.hb_blob_get_length(blob);
          const dataPtr = exports.hb_blob_get_data(blob, 0);
          const image = Module.HEAPU8.subarray(dataPtr, dataPtr + length2);
          let extents;
          if (extentsPtr) extents = {
            xBearing: Module.HEAP32[extentsPtr / 4],
            yBearing: Module.HEAP32[extentsPtr / 4 + 1],
            width: Module.HEAP32[extentsPtr / 4 + 2],
            height: Module.HEAP32[extentsPtr / 4 + 3]
          };
          return func(image, width, height, hb_untag(format), extents, get_callback_data(paintData), get_callback_data(user)) ? 1 : 0;
        }, "iiiiiiifii");
        this.funcPtrs.push(funcPtr);
        exports.hb_paint_funcs_set_image_func(this.ptr, funcPtr, userDataPtr, 0);
      }
      /**
      * Sets the linear-gradient callback on the paint functions object.
      * @param func The linear-gradient callback.
      * @param userData Data to pass to `func`.
      */
      setLinearGradientFunc(func, userData) {
        const userDataPtr = register_callback_data_pointer(userData);
        this.userDataPtrs.push(userDataPtr);
        const funcPtr = Module.addFunction((funcs, paintData, colorLine, x0, y0, x1, y1, x2, y2, user) => func(decode_color_line(colorLine), x0, y0, x1, y1, x2, y2, get_callback_data(paintData), get_callback_data(user)), "viiiffffffi");
        this.funcPtrs.push(funcPtr);
        exports.hb_paint_funcs_set_linear_gradient_func(this.ptr, funcPtr, userDataPtr, 0);
      }
      /**
      * Sets the radial-gradient callback on the paint functions object.
      * @param func The radial-gradient callback.
      * @param userData Data to pass to `func`.
      */
      setRadialGradientFunc(func, userData) {
        const userDataPtr = register_callback_data_pointer(userData);
        this.userDataPtrs.push(userDataPtr);
        const funcPtr = Module.addFunction((funcs, paintData, colorLine, x0, y0, r0, x1, y1, r1, user) => func(decode_color_line(colorLine), x0, y0, r0, x1, y1, r1, get_callback_data(paintData), get_callback_data(user)), "viiiffffffi");
        this.funcPtrs.push(funcPtr);
        exports.hb_paint_funcs_set_radial_gradient_func(this.ptr, funcPtr, userDataPtr, 0);
      }
      /**
      * Sets the sweep-gradient callback on the paint functions object.
      * @param func The sweep-gradient callback.
      * @param userData Data to pass to `func`.
      */
      setSweepGradientFunc(func, userData) {
        const userDataPtr = register_callback_data_pointer(userData);
        this.userDataPtrs.push(userDataPtr);
        const funcPtr = Module.addFunction((funcs, paintData, colorLine, x0, y0, startAngle, endAngle, user) => func(decode_color_line(colorLine), x0, y0, startAngle, endAngle, get_callback_data(paintData), get_callback_data(user)), "viiiffffi");
        this.funcPtrs.push(funcPtr);
        exports.hb_paint_funcs_set_sweep_gradient_func(this.ptr, funcPtr, userDataPtr, 0);
      }
      /**
      * Sets the push-group callback on the paint functions object.
      * @param func The push-group callback.
      * @param userData Data to pass to `func`.
      */
      setPushGroupFunc(func, userData) {
        const userDataPtr = register_callback_data_pointer(userData);
        this.userDataPtrs.push(userDataPtr);
        const funcPtr = Module.addFunction((funcs, paintData, user) => func(get_callback_data(paintData), get_callback_data(user)), "viii");
        this.funcPtrs.push(funcPtr);
        exports.hb_paint_funcs_set_push_group_func(this.ptr, funcPtr, userDataPtr, 0);
      }
      /**
      * Sets the pop-group callback on the paint functions object.
      * @param func The pop-group callback.
      * @param userData Data to pass to `func`.
      */
      setPopGroupFunc(func, userData) {
        const userDataPtr = register_callback_data_pointer(userData);
        this.userDataPtrs.push(userDataPtr);
        const funcPtr = Module.addFunction((funcs, paintData, mode, user) => func(mode, get_callback_data(paintData), get_callback_data(user)), "viiii");
        this.funcPtrs.push(funcPtr);
        exports.hb_paint_funcs_set_pop_group_func(this.ptr, funcPtr, userDataPtr, 0);
      }
      /**
      * Sets the custom-palette-color callback on the paint functions object.
      * @param func The custom-palette-color callback.
      * @param userData Data to pass to `func`.
      */
      setCustomPaletteColorFunc(func, userData) {
        const userDataPtr = register_callback_data_pointer(userData);
        this.userDataPtrs.push(userDataPtr);
        const funcPtr = Module.addFunction((funcs, paintData, colorIndex, colorPtr, user) => {
          const color = func(colorIndex, get_callback_data(paintData), get_callback_data(user));
          if (color !== void 0) {
            Module.HEAPU32[colorPtr / 4] = color_to_int(color);
            return 1;
          }
          return 0;
        }, "iiiiii");
        this.funcPtrs.push(funcPtr);
        exports.hb_paint_funcs_set_custom_palette_color_func(this.ptr, funcPtr, userDataPtr, 0);
      }
    };
    BufferContentType = {
      INVALID: 0,
      UNICODE: 1,
      GLYPHS: 2
    };
    BufferSerializeFlag = {
      DEFAULT: 0,
      NO_CLUSTERS: 1,
      NO_POSITIONS: 2,
      NO_GLYPH_NAMES: 4,
      GLYPH_EXTENTS: 8,
      GLYPH_FLAGS: 16,
      NO_ADVANCES: 32,
      DEFINED: 63
    };
    BufferFlag = {
      DEFAULT: 0,
      BOT: 1,
      EOT: 2,
      PRESERVE_DEFAULT_IGNORABLES: 4,
      REMOVE_DEFAULT_IGNORABLES: 8,
      DO_NOT_INSERT_DOTTED_CIRCLE: 16,
      VERIFY: 32,
      PRODUCE_UNSAFE_TO_CONCAT: 64,
      PRODUCE_SAFE_TO_INSERT_TATWEEL: 128,
      DEFINED: 255
    };
    Direction = {
      INVALID: 0,
      LTR: 4,
      RTL: 5,
      TTB: 6,
      BTT: 7
    };
    ClusterLevel = {
      MONOTONE_GRAPHEMES: 0,
      MONOTONE_CHARACTERS: 1,
      CHARACTERS: 2,
      GRAPHEMES: 3,
      DEFAULT: 0
    };
    BufferSerializeFormat = {
      INVALID: 0,
      TEXT: hb_tag("TEXT"),
      JSON: hb_tag("JSON")
    };
    Buffer2 = class Buffer3 {
      /**
      * @param existingPtr @internal Wrap an existing buffer pointer.
      */
      constructor(existingPtr) {
        if (existingPtr != void 0) this.ptr = exports.hb_buffer_reference(existingPtr);
        else this.ptr = exports.hb_buffer_create();
        track(this, exports.hb_buffer_destroy);
      }
      /**
      * Appends a character with the Unicode value of `codePoint` to the buffer,
      * and gives it the initial cluster value of `cluster`. Clusters can be any
      * thing the client wants, they are usually used to refer to the index of the
      * character in the input text stream and are output in the `cluster` field
      * of {@link GlyphInfo}.
      *
      * This function does not check the validity of `codePoint`, it is up to the
      * caller to ensure it is a valid Unicode code point.
      * @param codePoint A Unicode code point.
      * @param cluster The cluster value of `codePoint`.
      */
      add(codePoint, cluster) {
        exports.hb_buffer_add(this.ptr, codePoint, cluster);
      }
      /**
      * Add text to the buffer.
      * @param text Text to be added to the buffer.
      * @param itemOffset The offset of the first character to add to the buffer.
      * @param itemLength The number of characters to add to the buffer, or omit for the end of text.
      */
      addText(text3, itemOffset = 0, itemLength) {
        const str = string_to_utf16_ptr(text3);
        exports.hb_buffer_add_utf16(this.ptr, str.ptr, str.length, itemOffset, itemLength ?? str.length);
        str.free();
      }
      /**
      * Add code points to the buffer.
      * @param codePoints Array of code points to be added to the buffer.
      * @param itemOffset The offset of the first code point to add to the buffer.
      * @param itemLength The number of code points to add to the buffer, or omit for the end of the array.
      */
      addCodePoints(codePoints, itemOffset = 0, itemLength) {
        const codePointsPtr = exports.malloc(codePoints.length * 4);
        Module.HEAPU32.subarray(codePointsPtr / 4, codePointsPtr / 4 + codePoints.length).set(codePoints);
        exports.hb_buffer_add_codepoints(this.ptr, codePointsPtr, codePoints.length, itemOffset, itemLength ?? codePoints.length);
        exports.free(codePointsPtr);
      }
      /**
      * Set buffer script, language and direction.
      *
      * This needs to be done before shaping.
      */
      guessSegmentProperties() {
        exports.hb_buffer_guess_segment_properties(this.ptr);
      }
      /**
      * Set buffer direction explicitly.
      * @param dir A {@link Direction} value.
      */
      setDirection(dir) {
        exports.hb_buffer_set_direction(this.ptr, dir);
      }
      /**
      * Set buffer flags explicitly.
      * @param flags A combination of {@link BufferFlag} values (OR them together).
      */
      setFlags(flags) {
        exports.hb_buffer_set_flags(this.ptr, flags);
      }
      /**
      * Set buffer language explicitly.
      * @param language The buffer language
      */
      setLanguage(language) {
        const str = string_to_ascii_ptr(language);
        exports.hb_buffer_set_language(this.ptr, exports.hb_language_from_string(str.ptr, -1));
        str.free();
      }
      /**
      * Set buffer script explicitly.
      * @param script The buffer script
      */
      setScript(script) {
        const str = string_to_ascii_ptr(script);
        exports.hb_buffer_set_script(this.ptr, exports.hb_script_from_string(str.ptr, -1));
        str.free();
      }
      /**
      * Set the HarfBuzz clustering level.
      *
      * Affects the cluster values returned from shaping.
      * @param level A {@link ClusterLevel} value. See the HarfBuzz manual chapter on Clusters.
      */
      setClusterLevel(level) {
        exports.hb_buffer_set_cluster_level(this.ptr, level);
      }
      /** Reset the buffer to its initial status. */
      reset() {
        exports.hb_buffer_reset(this.ptr);
      }
      /**
      * Similar to reset(), but does not clear the Unicode functions and the
      * replacement code point.
      */
      clearContents() {
        exports.hb_buffer_clear_contents(this.ptr);
      }
      /**
      * Set message func.
      * @param func The function to set. It receives the buffer, font, and message
      * string as arguments. Returning false will skip this shaping step and move
      * to the next one.
      */
      setMessageFunc(func) {
        const traceFunc = (bufferPtr, fontPtr, messagePtr, user_data) => {
          const message = utf8_ptr_to_string(messagePtr);
          return func(new Buffer3(bufferPtr), new Font(fontPtr), message) ? 1 : 0;
        };
        const traceFuncPtr = Module.addFunction(traceFunc, "iiiii");
        exports.hb_buffer_set_message_func(this.ptr, traceFuncPtr, 0, 0);
      }
      /**
      * Get the the number of items in the buffer.
      * @returns The buffer length.
      */
      getLength() {
        return exports.hb_buffer_get_length(this.ptr);
      }
      /**
      * Get the glyph information from the buffer.
      * @returns An array of {@link GlyphInfo} objects.
      */
      getGlyphInfos() {
        const infosPtr = exports.hb_buffer_get_glyph_infos(this.ptr, 0);
        const infosArray = Module.HEAPU32.subarray(infosPtr / 4, infosPtr / 4 + this.getLength() * 5);
        const infos2 = [];
        for (let i = 0; i < infosArray.length; i += 5) infos2.push({
          codepoint: infosArray[i],
          cluster: infosArray[i + 2],
          flags: exports.hb_glyph_info_get_glyph_flags(infosPtr + i * 4)
        });
        return infos2;
      }
      /**
      * Get the glyph positions from the buffer.
      * @returns An array of {@link GlyphPosition} objects.
      */
      getGlyphPositions() {
        const positionsPtr32 = exports.hb_buffer_get_glyph_positions(this.ptr, 0) / 4;
        if (positionsPtr32 == 0) return [];
        const positionsArray = Module.HEAP32.subarray(positionsPtr32, positionsPtr32 + this.getLength() * 5);
        const positions = [];
        for (let i = 0; i < positionsArray.length; i += 5) positions.push({
          xAdvance: positionsArray[i],
          yAdvance: positionsArray[i + 1],
          xOffset: positionsArray[i + 2],
          yOffset: positionsArray[i + 3]
        });
        return positions;
      }
      /**
      * Get the glyph information and positions from the buffer.
      * @returns The glyph information and positions.
      *
      * The glyph information is returned as an array of objects with the
      * properties from getGlyphInfos and getGlyphPositions combined.
      */
      getGlyphInfosAndPositions() {
        const infosPtr = exports.hb_buffer_get_glyph_infos(this.ptr, 0);
        const infosArray = Module.HEAPU32.subarray(infosPtr / 4, infosPtr / 4 + this.getLength() * 5);
        const positionsPtr32 = exports.hb_buffer_get_glyph_positions(this.ptr, 0) / 4;
        const positionsArray = positionsPtr32 ? Module.HEAP32.subarray(positionsPtr32, positionsPtr32 + this.getLength() * 5) : void 0;
        const out = [];
        for (let i = 0; i < infosArray.length; i += 5) {
          const info = {
            codepoint: infosArray[i],
            cluster: infosArray[i + 2],
            flags: exports.hb_glyph_info_get_glyph_flags(infosPtr + i * 4)
          };
          for (const [name3, idx] of [
            ["mask", 1],
            ["var1", 3],
            ["var2", 4]
          ]) Object.defineProperty(info, name3, {
            value: infosArray[i + idx],
            enumerable: false
          });
          if (positionsArray) {
            info.xAdvance = positionsArray[i];
            info.yAdvance = positionsArray[i + 1];
            info.xOffset = positionsArray[i + 2];
            info.yOffset = positionsArray[i + 3];
            Object.defineProperty(info, "var", {
              value: positionsArray[i + 4],
              enumerable: false
            });
          }
          out.push(info);
        }
        return out;
      }
      /**
      * Update the glyph positions in the buffer.
      * WARNING: Do not use unless you know what you are doing.
      */
      updateGlyphPositions(positions) {
        const positionsPtr32 = exports.hb_buffer_get_glyph_positions(this.ptr, 0) / 4;
        if (positionsPtr32 == 0) return;
        const len = Math.min(positions.length, this.getLength());
        const positionsArray = Module.HEAP32.subarray(positionsPtr32, positionsPtr32 + len * 5);
        for (let i = 0; i < len; i++) {
          positionsArray[i * 5] = positions[i].xAdvance;
          positionsArray[i * 5 + 1] = positions[i].yAdvance;
          positionsArray[i * 5 + 2] = positions[i].xOffset;
          positionsArray[i * 5 + 3] = positions[i].yOffset;
        }
      }
      /**
      * Serialize the buffer contents to a string.
      * @param options Serialization options:
      *  - `font`: the font to use for serialization;
      *  - `start`: the starting index of the glyphs (default `0`);
      *  - `end`: the ending index of the glyphs (default end of buffer);
      *  - `format`: a {@link BufferSerializeFormat} value (default `TEXT`);
      *  - `flags`: a combination of {@link BufferSerializeFlag} values (default `0`).
      * @returns The serialized buffer contents.
      */
      serialize(options = {}) {
        let { font: font2, start = 0, end, format = BufferSerializeFormat.TEXT, flags = 0 } = options;
        const sp = Module.stackSave();
        const endPos = end ?? this.getLength();
        const bufLen = 32 * 1024;
        const bufPtr = exports.malloc(bufLen);
        const bufConsumedPtr = Module.stackAlloc(4);
        let result = "";
        while (start < endPos) {
          start += exports.hb_buffer_serialize(this.ptr, start, endPos, bufPtr, bufLen, bufConsumedPtr, font2 ? font2.ptr : 0, format, flags);
          const bufConsumed = Module.HEAPU32[bufConsumedPtr / 4];
          if (bufConsumed == 0) break;
          result += utf8_ptr_to_string(bufPtr, bufConsumed);
        }
        exports.free(bufPtr);
        Module.stackRestore(sp);
        return result;
      }
      /**
      * Return the buffer content type.
      *
      * @returns The buffer content type as a {@link BufferContentType} value.
      */
      getContentType() {
        return exports.hb_buffer_get_content_type(this.ptr);
      }
    };
    Feature = class Feature2 {
      static {
        this.GLOBAL_START = 0;
      }
      static {
        this.GLOBAL_END = 4294967295;
      }
      constructor(tag, value2 = 1, start = Feature2.GLOBAL_START, end = Feature2.GLOBAL_END) {
        this.tag = tag;
        this.value = value2;
        this.start = start;
        this.end = end;
      }
      /**
      * Parses a string into a Feature.
      *
      * The format for specifying feature strings follows. All valid CSS
      * font-feature-settings values other than `normal` and the global values are
      * also accepted, though not documented below. CSS string escapes are not
      * supported.
      *
      * The range indices refer to the positions between Unicode characters. The
      * position before the first character is always 0.
      *
      * The format is Python-esque. Here is how it all works:
      *
      * | Syntax        | Value | Start | End | Meaning                          |
      * | ------------- | ----- | ----- | --- | -------------------------------- |
      * | `kern`        | 1     | 0     | ∞   | Turn feature on                  |
      * | `+kern`       | 1     | 0     | ∞   | Turn feature on                  |
      * | `-kern`       | 0     | 0     | ∞   | Turn feature off                 |
      * | `kern=0`      | 0     | 0     | ∞   | Turn feature off                 |
      * | `kern=1`      | 1     | 0     | ∞   | Turn feature on                  |
      * | `aalt=2`      | 2     | 0     | ∞   | Choose 2nd alternate             |
      * | `kern[]`      | 1     | 0     | ∞   | Turn feature on                  |
      * | `kern[:]`     | 1     | 0     | ∞   | Turn feature on                  |
      * | `kern[5:]`    | 1     | 5     | ∞   | Turn feature on, partial         |
      * | `kern[:5]`    | 1     | 0     | 5   | Turn feature on, partial         |
      * | `kern[3:5]`   | 1     | 3     | 5   | Turn feature on, range           |
      * | `kern[3]`     | 1     | 3     | 3+1 | Turn feature on, single char     |
      * | `aalt[3:5]=2` | 2     | 3     | 5   | Turn 2nd alternate on for range  |
      *
      * @param str The string to parse.
      * @returns A Feature, or undefined if the string is not a valid feature.
      */
      static fromString(str) {
        const sp = Module.stackSave();
        const featurePtr = Module.stackAlloc(16);
        const strPtr = string_to_ascii_ptr(str);
        let feature;
        if (exports.hb_feature_from_string(strPtr.ptr, -1, featurePtr)) feature = new Feature2(hb_untag(Module.HEAPU32[featurePtr / 4]), Module.HEAPU32[featurePtr / 4 + 1], Module.HEAPU32[featurePtr / 4 + 2], Module.HEAPU32[featurePtr / 4 + 3]);
        strPtr.free();
        Module.stackRestore(sp);
        return feature;
      }
      /**
      * Converts the feature to a string in the format understood by
      * {@link Feature.fromString}.
      *
      * Note that the feature value will be omitted if it is `1`, but the string
      * won't include any whitespace.
      *
      * @returns The feature string.
      */
      toString() {
        const sp = Module.stackSave();
        const featurePtr = Module.stackAlloc(16);
        this.writeTo(featurePtr);
        const bufLen = 128;
        const bufPtr = Module.stackAlloc(bufLen);
        exports.hb_feature_to_string(featurePtr, bufPtr, bufLen);
        const result = utf8_ptr_to_string(bufPtr);
        Module.stackRestore(sp);
        return result;
      }
      /** @internal Write this feature into the given hb_feature_t pointer. */
      writeTo(ptr) {
        Module.HEAPU32[ptr / 4] = hb_tag(this.tag);
        Module.HEAPU32[ptr / 4 + 1] = this.value;
        Module.HEAPU32[ptr / 4 + 2] = this.start;
        Module.HEAPU32[ptr / 4 + 3] = this.end;
      }
    };
    Variation = class Variation2 {
      constructor(tag, value2 = 0) {
        this.tag = tag;
        this.value = value2;
      }
      /**
      * Parses a string into a Variation.
      *
      * The format for specifying variation settings follows. All valid CSS
      * font-variation-settings values other than `normal` and `inherited` are
      * also accepted, though, not documented below.
      *
      * The format is a tag, optionally followed by an equals sign, followed by a
      * number. For example `wght=500`, or `slnt=-7.5`.
      *
      * @param str The string to parse.
      * @returns A Variation, or undefined if the string is not a valid variation.
      */
      static fromString(str) {
        const sp = Module.stackSave();
        const variationPtr = Module.stackAlloc(8);
        const strPtr = string_to_ascii_ptr(str);
        let variation;
        if (exports.hb_variation_from_string(strPtr.ptr, -1, variationPtr)) variation = new Variation2(hb_untag(Module.HEAPU32[variationPtr / 4]), Module.HEAPF32[variationPtr / 4 + 1]);
        strPtr.free();
        Module.stackRestore(sp);
        return variation;
      }
      /**
      * Converts the variation to a string in the format understood by
      * {@link Variation.fromString}.
      *
      * Note that the string won't include any whitespace.
      *
      * @returns The variation string.
      */
      toString() {
        const sp = Module.stackSave();
        const variationPtr = Module.stackAlloc(8);
        this.writeTo(variationPtr);
        const bufLen = 128;
        const bufPtr = Module.stackAlloc(bufLen);
        exports.hb_variation_to_string(variationPtr, bufPtr, bufLen);
        const result = utf8_ptr_to_string(bufPtr);
        Module.stackRestore(sp);
        return result;
      }
      /** @internal Write this variation into the given hb_variation_t pointer. */
      writeTo(ptr) {
        Module.HEAPU32[ptr / 4] = hb_tag(this.tag);
        Module.HEAPF32[ptr / 4 + 1] = this.value;
      }
    };
    TracePhase = {
      DONT_STOP: 0,
      GSUB: 1,
      GPOS: 2
    };
    HB_OT_MAX_TAGS_PER_LANGUAGE = 3;
    HB_OT_MAX_TAGS_PER_SCRIPT = 3;
    init(await harfbuzz_default());
  }
});

// packages/core/src/blend/modes.ts
var screen = (b, s) => b + s - b * s;
var hardLight = (b, s) => s <= 0.5 ? b * 2 * s : screen(b, 2 * s - 1);
var softLight = (b, s) => {
  if (s <= 0.5) return b - (1 - 2 * s) * b * (1 - b);
  const d = b <= 0.25 ? ((16 * b - 12) * b + 4) * b : Math.sqrt(b);
  return b + (2 * s - 1) * (d - b);
};
var lum = (c) => 0.3 * c[0] + 0.59 * c[1] + 0.11 * c[2];
var sat = (c) => Math.max(...c) - Math.min(...c);
var each = (c, change) => [change(c[0]), change(c[1]), change(c[2])];
var clipColour = (c) => {
  const [l, least, most] = [lum(c), Math.min(...c), Math.max(...c)];
  const up = least < 0 ? each(c, (v) => l + (v - l) * l / (l - least)) : c;
  return most > 1 ? each(up, (v) => l + (v - l) * (1 - l) / (most - l)) : up;
};
var setLum = (c, l) => clipColour(each(c, (v) => v + l - lum(c)));
var setSat = (c, s) => {
  const least = Math.min(...c);
  return sat(c) > 0 ? each(c, (v) => (v - least) * s / sat(c)) : [0, 0, 0];
};
var BLEND_MODES = [
  {
    name: "multiply",
    title: "multiply",
    suits: "light ground",
    purpose: "Darkens what lies beneath, as one ink over another.",
    source: "W3C",
    formula: (b, s) => b * s
  },
  {
    name: "darken",
    title: "darken",
    suits: "light ground",
    purpose: "Keeps the darker of the two in each colour.",
    source: "W3C",
    formula: (b, s) => Math.min(b, s)
  },
  {
    name: "add-ink",
    title: "add ink",
    suits: "light ground",
    purpose: "Takes both darknesses together: harder than multiply, goes to black soon.",
    source: "common practice",
    formula: (b, s) => Math.max(0, b + s - 1)
  },
  {
    name: "color-burn",
    title: "colour burn",
    suits: "light ground",
    purpose: "Burns mid-tones down and keeps white white.",
    source: "W3C",
    formula: (b, s) => b >= 1 ? 1 : s <= 0 ? 0 : 1 - Math.min(1, (1 - b) / s)
  },
  {
    name: "subtract",
    title: "subtract",
    suits: "light ground",
    purpose: "Takes its light away from what lies beneath.",
    source: "common practice",
    formula: (b, s) => Math.max(0, b - s)
  },
  {
    name: "screen",
    title: "screen (light)",
    suits: "dark ground",
    purpose: "Lightens what lies beneath, as light over light; black does nothing.",
    source: "W3C",
    formula: screen
  },
  {
    name: "lighten",
    title: "lighten",
    suits: "dark ground",
    purpose: "Keeps the lighter of the two in each colour.",
    source: "W3C",
    formula: (b, s) => Math.max(b, s)
  },
  {
    name: "add",
    title: "add",
    suits: "dark ground",
    purpose: "Adds its light: brighter than screen, goes to white soon.",
    source: "common practice",
    formula: (b, s) => Math.min(1, b + s)
  },
  {
    name: "color-dodge",
    title: "colour dodge",
    suits: "dark ground",
    purpose: "Lifts mid-tones to glowing and keeps black black.",
    source: "W3C",
    formula: (b, s) => b <= 0 ? 0 : s >= 1 ? 1 : Math.min(1, b / (1 - s))
  },
  {
    name: "divide",
    title: "divide",
    suits: "dark ground",
    purpose: "Divides by its light: a grey cast laid this way is evened out.",
    source: "common practice",
    formula: (b, s) => b <= 0 ? 0 : s <= 0 ? 1 : Math.min(1, b / s)
  },
  {
    name: "normal",
    title: "normal",
    suits: "either",
    purpose: "Covers what lies beneath.",
    source: "W3C",
    formula: (_, s) => s
  },
  {
    name: "knock-out",
    title: "knock out",
    suits: "either",
    purpose: "Removes the ink beneath, down to the stock.",
    source: "own",
    formula: null
  },
  {
    name: "overlay",
    title: "overlay",
    suits: "either",
    purpose: "Multiplies the darks beneath and screens the lights: more contrast, ends kept.",
    source: "W3C",
    formula: (b, s) => hardLight(s, b)
  },
  {
    name: "soft-light",
    title: "soft light",
    suits: "either",
    purpose: "Shades gently, as a lamp from afar.",
    source: "W3C",
    formula: softLight
  },
  {
    name: "hard-light",
    title: "hard light",
    suits: "either",
    purpose: "Multiplies with its darks and screens with its lights.",
    source: "W3C",
    formula: hardLight
  },
  {
    name: "all-or-nothing",
    title: "all or nothing",
    suits: "either",
    purpose: "Every colour full or nothing where the two together pass one.",
    source: "common practice",
    formula: (b, s) => b + s >= 1 ? 1 : 0
  },
  {
    name: "difference",
    title: "difference",
    suits: "either",
    purpose: "White turns what lies beneath into its negative, black does nothing.",
    source: "W3C",
    formula: (b, s) => Math.abs(b - s)
  },
  {
    name: "exclusion",
    title: "exclusion",
    suits: "either",
    purpose: "As difference, with less contrast: a faded wash at a quarter strength.",
    source: "W3C",
    formula: (b, s) => b + s - 2 * b * s
  },
  {
    name: "color",
    title: "colour",
    suits: "colour only",
    purpose: "Gives hue and saturation, keeps the lightness beneath.",
    source: "W3C",
    formula: null,
    whole: (b, s) => setLum(s, lum(b))
  },
  {
    name: "hue",
    title: "hue",
    suits: "colour only",
    purpose: "Gives the hue alone.",
    source: "W3C",
    formula: null,
    whole: (b, s) => setLum(setSat(s, sat(b)), lum(b))
  },
  {
    name: "saturation",
    title: "saturation",
    suits: "colour only",
    purpose: "Gives the saturation alone: a grey laid this way takes the colour out.",
    source: "W3C",
    formula: null,
    whole: (b, s) => setLum(setSat(b, sat(s)), lum(b))
  },
  {
    name: "luminosity",
    title: "luminosity",
    suits: "colour only",
    purpose: "Gives the lightness, keeps the colour beneath.",
    source: "W3C",
    formula: null,
    whole: (b, s) => setLum(b, lum(s))
  }
];
var blendMode = (name3) => BLEND_MODES.find((mode) => mode.name === name3);

// packages/core/src/units/vlq.ts
var BASE_64 = "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/";
var MORE = 32;
var NO_DIGIT = 255;
var LONGEST = 2 ** 30;
var VALUES = new Uint8Array(128).fill(NO_DIGIT);
for (let value2 = 0; value2 < BASE_64.length; value2++) VALUES[BASE_64.charCodeAt(value2)] = value2;
var vlqOf = (numbers2) => {
  let text3 = "";
  for (const number3 of numbers2) {
    let left = number3 < 0 ? 2 * -number3 + 1 : 2 * number3;
    do {
      const digit = left & MORE - 1;
      left >>>= 5;
      text3 += BASE_64[left > 0 ? digit | MORE : digit];
    } while (left > 0);
  }
  return text3;
};
var eachNumber = (text3, take) => {
  let [sum, place] = [0, 1];
  for (let i = 0; i < text3.length; i++) {
    const value2 = VALUES[text3.charCodeAt(i)] ?? NO_DIGIT;
    if (value2 === NO_DIGIT) throw new Error(`\u201C${text3[i]}\u201D is no digit of Base64 VLQ: A to Z, a to z, 0 to 9, + and / are`);
    if (place > LONGEST) throw new Error("a number in it is longer than any that is written");
    sum += (value2 & MORE - 1) * place;
    place *= MORE;
    if (value2 & MORE) continue;
    const half = Math.floor(sum / 2);
    take(sum % 2 === 1 ? -half : half);
    sum = 0;
    place = 1;
  }
  if (place > 1) throw new Error("its last number does not end");
};
var numbersOf = (text3) => {
  const numbers2 = [];
  eachNumber(text3, (number3) => numbers2.push(number3));
  return numbers2;
};

// packages/core/src/units/stroke-path.ts
var differences = (values2, apart2) => values2.map((value2, i) => value2 - (values2[i - apart2] ?? 0));
var sums = (steps2, apart2) => {
  const values2 = [];
  for (const [i, step2] of steps2.entries()) values2.push(step2 + (values2[i - apart2] ?? 0));
  return values2;
};
var pathOf = (points) => vlqOf(differences(points, 2));
var pointsOf = (path) => sums(numbersOf(path), 2);
var pressuresText = (pressures) => vlqOf(differences(pressures, 1));
var pressuresOf = (text3) => sums(numbersOf(text3), 1);
var textBounds = (text3, apart2) => {
  let [count, least, most, before, last] = [0, Infinity, -Infinity, 0, 0];
  eachNumber(text3, (step2) => {
    const value2 = step2 + (apart2 === 2 ? before : last);
    [before, last] = [last, value2];
    if (value2 < least) least = value2;
    if (value2 > most) most = value2;
    count++;
  });
  return { count, least, most };
};

// packages/core/src/fields/fields.ts
var number = (how = {}) => ({ shape: "number", ...how });
var whole = (min, max) => number({ whole: true, min, ...max === void 0 ? {} : { max } });
var share = number({ min: 0, max: 1 });
var text = (how = {}) => ({ shape: "text", ...how });
var name = (most) => text({ least: 1, most, isName: true });
var toggle = { shape: "toggle" };
var choice = (...options) => ({ shape: "choice", options });
var list = (of, how = {}) => ({
  shape: "list",
  of,
  ...how
});
var pair = (first, second) => ({
  shape: "tuple",
  of: [first, second]
});
var record = (fields, how = {}) => ({
  shape: "record",
  fields,
  ...how
});
var either = (...ways) => ({ shape: "either", ways });
var numbers = (packing) => ({ shape: "numbers", packing });
var packed = (packing) => ({ shape: "packed", packing });
var kinds = (of) => ({ shape: "kinds", kinds: of });
var versioned = (key, is, of) => ({ shape: "versioned", key, is, of });
var named = (of, make) => {
  let made3 = null;
  return { shape: "named", name: of, of: () => made3 ??= make() };
};
var open = { shape: "open" };
var optional = (field) => ({ ...field, optional: true });
var referring = (to, field) => ({ ...field, refers: to });

// packages/core/src/fields/values.ts
var HEX = text({ pattern: /^#[0-9a-fA-F]{6}$/, says: "a colour as #rrggbb" });
var ID = text({ least: 1, most: 80 });
var SHA256 = text({ pattern: /^[0-9a-f]{64}$/, says: "a SHA-256 in hexadecimal" });
var SHEET_PATH = optional(text({ least: 1 }));
var COLOUR_REF = named("colour", () => either(record({ ink: ID }), record({ srgb: HEX })));
var PICTURE_REF = referring(
  "picture",
  named("picture", () => record({ sha256: SHA256, path: SHEET_PATH }))
);
var fontRef = (families) => referring(
  "font",
  either(
    record({ family: text({ least: 1, known: families }) }),
    record({ sha256: SHA256, name: text(), path: SHEET_PATH })
  )
);
var RAMP_STOP = record({ at: share, colour: COLOUR_REF, strength: share });
var MOST_SEED = 999999;
var SEED = whole(0, MOST_SEED);
var SURFACE_REF = record({ name: text({ most: 80 }), seed: SEED });
var DRAWN = packed({ apart: 2, min: -1e6, max: 1e6, says: "x and y in turn, in hundredths of a millimetre" });
var BEND_WAYS = ["drag", "stir", "gather", "spread", "calm"];
var BEND_STROKE = named(
  "bend stroke",
  () => record({
    way: choice(...BEND_WAYS),
    size: number({ min: 1, max: 400 }),
    strength: number({ min: -1, max: 1 }),
    path: DRAWN
  })
);
var MOST_BENDS = 200;
var WAY = number({ min: -1e4, max: 1e4 });
var POINT = named("point", () => record({ x: WAY, y: WAY }));

// packages/core/src/fields/dials.ts
var pointOn = (value2, { unset: [u, v] = [0.5, 0.5] }, box2) => value2 ?? { x: (box2.x ?? 0) + u * box2.width, y: (box2.y ?? 0) + v * box2.height };
var within = (title, { min, max }, unit, scale = 1) => (value2) => typeof value2 === "number" && value2 >= min && value2 <= max ? { ok: true, value: value2 } : {
  ok: false,
  why: `${title} is ${JSON.stringify(value2)}; it goes from ${min * scale} to ${max * scale} ${unit}`.trim()
};
var ranged = ({ min, max }, unit) => ({ ...number({ min, max }), description: unit });
var inOrder = (values2, strictly) => values2.every((value2, i) => i === 0 || value2 > values2[i - 1] || !strictly && value2 === values2[i - 1]);
var share2 = (d) => {
  const range2 = { min: d.min ?? 0, max: d.max ?? 1 };
  return { type: "share", ...d, ...range2, check: within(d.title, range2, "(1 is 100 %)"), field: ranged(range2, "share, 1 = 100 %") };
};
var length = (d) => ({
  type: "length",
  unit: "mm",
  ...d,
  check: within(d.title, d, "mm"),
  field: ranged(d, "mm")
});
var angle = (d) => ({
  type: "angle",
  unit: "\xB0",
  ...d,
  check: within(d.title, d, "degrees"),
  field: ranged(d, "degrees, counter-clockwise")
});
var frequency = (d) => ({
  type: "frequency",
  unit: "lpi",
  ...d,
  check: within(d.title, d, "lines per inch"),
  field: ranged(d, "lines per inch")
});
var number2 = (d) => ({
  type: "number",
  ...d,
  check: within(d.title, d, d.unit),
  field: ranged(d, d.unit)
});
var seed = (d) => ({
  type: "seed",
  ...d,
  check: (value2) => Number.isInteger(value2) && value2 >= 0 && value2 <= MOST_SEED ? { ok: true, value: value2 } : { ok: false, why: `${d.title} is a whole number from 0 to ${MOST_SEED}` },
  field: SEED
});
var MOST_TEXT = 4e3;
var text2 = (d) => ({
  type: "text",
  ...d,
  check: (value2) => typeof value2 === "string" && value2.length <= MOST_TEXT ? { ok: true, value: value2 } : { ok: false, why: `${d.title} is text of at most ${MOST_TEXT} characters` },
  field: text({ most: MOST_TEXT })
});
var font = (d) => ({
  type: "font",
  ...d,
  check: (value2) => {
    const ref = value2;
    if (ref && typeof ref.family === "string" && ref.family !== "") return { ok: true, value: { family: ref.family } };
    if (ref && typeof ref.sha256 === "string" && /^[0-9a-f]{64}$/.test(ref.sha256) && typeof ref.name === "string") {
      const own = { sha256: ref.sha256, name: ref.name };
      return { ok: true, value: typeof ref.path === "string" ? { ...own, path: ref.path } : own };
    }
    return { ok: false, why: `${d.title} is a family that ships with the program, or a font by its SHA-256 and name` };
  },
  field: fontRef(d.families)
});
var MOST_STOPS = 12;
var ramp = (d) => {
  const isShare = (v) => typeof v === "number" && v >= 0 && v <= 1;
  return {
    type: "ramp",
    ...d,
    check: (value2) => {
      const stops = value2;
      const fine = Array.isArray(value2) && value2.length >= 2 && value2.length <= MOST_STOPS && stops.every((s, i) => isShare(s?.at) && isShare(s.strength) && (i === 0 || s.at >= stops[i - 1].at)) && stops.every((s) => s.colour && ("ink" in s.colour || /^#[0-9a-f]{6}$/i.test(s.colour.srgb)));
      return fine ? { ok: true, value: stops } : { ok: false, why: `${d.title} is a list of 2 to ${MOST_STOPS} colours { at, colour, strength } in order of their place` };
    },
    field: {
      ...list(RAMP_STOP, { least: 2, most: MOST_STOPS, says: "colours" }),
      fault: (stops) => inOrder(
        stops.map(({ at: at2 }) => at2),
        false
      ) ? null : `${d.title} has its colours in order of their place`
    }
  };
};
var choice2 = (d) => ({
  type: "choice",
  ...d,
  check: (value2) => d.options.includes(value2) ? { ok: true, value: value2 } : { ok: false, why: `${d.title} is ${JSON.stringify(value2)}; it is one of ${d.options.join(", ")}` },
  field: choice(...d.options)
});
var toggle2 = (d) => ({
  type: "toggle",
  ...d,
  check: (value2) => typeof value2 === "boolean" ? { ok: true, value: value2 } : { ok: false, why: `${d.title} is true or false` },
  field: toggle
});
var colour = (d) => ({
  type: "colour",
  ...d,
  check: (value2) => {
    const ref = value2;
    if (ref === null) return { ok: true, value: null };
    if (typeof ref === "object" && typeof ref.ink === "string") return { ok: true, value: { ink: ref.ink } };
    if (typeof ref === "object" && typeof ref.srgb === "string" && /^#[0-9a-f]{6}$/i.test(ref.srgb)) {
      return { ok: true, value: { srgb: ref.srgb } };
    }
    return { ok: false, why: `${d.title} is an ink of the sheet, a colour as #rrggbb, or null for the first ink` };
  },
  field: either(choice(null), COLOUR_REF)
});
var pass = (d) => ({
  type: "pass",
  ...d,
  check: (value2) => value2 === null || typeof value2 === "string" && value2 !== "" ? { ok: true, value: value2 } : { ok: false, why: `${d.title} is the id of a pass that prints earlier, or null for none` },
  field: either(choice(null), referring("pass", ID))
});
var picture = (d) => ({
  type: "picture",
  ...d,
  check: (value2) => {
    const ref = value2;
    return ref === null || typeof ref === "object" && typeof ref.sha256 === "string" && /^[0-9a-f]{64}$/.test(ref.sha256) ? { ok: true, value: ref } : { ok: false, why: `${d.title} is a picture of the job by its SHA-256, or null for none` };
  },
  field: either(choice(null), PICTURE_REF)
});
var point = (d) => ({
  type: "point",
  ...d,
  check: (value2) => {
    const { x, y } = value2 ?? {};
    const isSide = (side2) => typeof side2 === "number" && Math.abs(side2) <= 1e4;
    if (value2 === null && !d.arrow || isSide(x) && isSide(y)) return { ok: true, value: value2 };
    return { ok: false, why: `${d.title} is { x, y } in mm, each within \xB1 10000${d.arrow ? "" : ", or null for its place to begin with"}` };
  },
  field: d.arrow ? POINT : either(choice(null), POINT)
});
var bends = (d) => ({
  type: "bends",
  ...d,
  check: (value2) => {
    const isStroke = (stroke) => BEND_WAYS.some((way) => way === stroke?.way) && typeof stroke?.size === "number" && typeof stroke.strength === "number" && typeof stroke.path === "string";
    return Array.isArray(value2) && value2.length <= MOST_BENDS && value2.every(isStroke) ? { ok: true, value: value2 } : { ok: false, why: `${d.title} is a list of at most ${MOST_BENDS} strokes { way, size, strength, path }` };
  },
  field: list(BEND_STROKE, { most: MOST_BENDS, says: "strokes" })
});
var MOST_DRAWN = 2e3;
var drawn = (d) => ({
  type: "drawn",
  ...d,
  check: (value2) => {
    const why2 = `${d.title} is at most ${MOST_DRAWN} points, x and y in turn in hundredths of a mm, in Base64 VLQ`;
    if (typeof value2 !== "string") return { ok: false, why: why2 };
    try {
      const { count } = textBounds(value2, 2);
      return count % 2 === 0 && count <= 2 * MOST_DRAWN ? { ok: true, value: value2 } : { ok: false, why: why2 };
    } catch {
      return { ok: false, why: why2 };
    }
  },
  field: DRAWN
});
var MOST_HANDLES = 24;
var curve = (d) => {
  const [maxX, minY] = d.domain === "hue" ? [360, -1] : [1, 0];
  const good = (p) => Array.isArray(p) && p.length === 2 && p[0] >= 0 && p[0] <= maxX && p[1] >= minY && p[1] <= 1;
  return {
    type: "curve",
    ...d,
    check: (value2) => {
      const points = value2;
      const fine = Array.isArray(value2) && value2.length <= MOST_HANDLES && value2.every(good) && points.every((p, i) => i === 0 || p[0] > points[i - 1][0]);
      return fine ? { ok: true, value: points } : {
        ok: false,
        why: `${d.title} is a list of at most ${MOST_HANDLES} handles [x, y] in order of x, x in 0 \u2026 ${maxX}, y in ${minY} \u2026 1`
      };
    },
    field: {
      ...list(pair(number({ min: 0, max: maxX }), number({ min: minY, max: 1 })), {
        most: MOST_HANDLES,
        says: "handles"
      }),
      description: d.domain === "hue" ? "handles [degrees, \u22121 \u2026 1] in order" : "handles [tone, tone], 0 \u2026 1, in order",
      fault: (points) => inOrder(
        points.map(([x]) => x),
        true
      ) ? null : `${d.title} has its handles in order of x`
    }
  };
};
var defaultParams = ({ dials }) => Object.fromEntries(Object.entries(dials).map(([name3, dial]) => [name3, dial.default]));
var dialFields = (dials) => Object.fromEntries(
  Object.entries(dials).map(([name3, dial]) => [name3, { ...dial.field, title: dial.title, standard: dial.default }])
);

// packages/core/src/sheet/model.ts
var SHEET_FORMAT = "uvrant-sheet";
var LONGEST_NAME = 120;
var EDGES = choice("smooth", "hard", "screened");
var isWhole = (edges3) => edges3 !== "smooth";
var SIDE = number({ min: 0, above: true, max: 5e3 });
var SIZE = record({ width: SIDE, height: SIDE });
var PPI = whole(36, 2400);
var INK = record({ id: ID, name: name(60), colour: HEX });
var STOCK = record({ name: text({ least: 1 }), colour: HEX });
var PLACE = number({ min: -1e4, max: 1e4 });
var EXTENT = number({ min: 0.01, max: 2e4 });
var TURN = number({ min: -360, max: 360 });
var PLACEMENT = named(
  "placement",
  () => record({
    x: PLACE,
    y: PLACE,
    width: EXTENT,
    height: EXTENT,
    turn: TURN,
    flipX: toggle,
    flipY: toggle,
    fit: choice("fill", "whole", "free"),
    beyond: choice("nothing", "hold", "repeat", "mirror")
  })
);
var SHEET_REF = referring("sheet", record({ id: ID, path: SHEET_PATH }));
var MOST_EDGE = 20;
var MOST_CLEANED = 3;
var MASK_DIALS = {
  join: choice2({ title: "Together with those above", options: ["both", "either", "without"], default: "both" }),
  invert: toggle2({ title: "Inverted", default: false }),
  grow: length({ title: "Grow", min: -MOST_EDGE, max: MOST_EDGE, default: 0, more: "reaches further out" }),
  feather: length({ title: "Feather", min: 0, max: MOST_EDGE, default: 0, wide: true, more: "a softer edge" }),
  cleaned: length({
    title: "Old ground out of the edge",
    min: 0,
    max: MOST_CLEANED,
    default: 0,
    more: "a wider edge takes the colour of what is inside it"
  }),
  anchor: choice2({ title: "Stays with", options: ["art", "sheet"], default: "art" })
};
var { join, invert, grow, feather, cleaned, anchor } = dialFields(MASK_DIALS);
var MASK_BASE = {
  id: ID,
  on: toggle,
  invert,
  anchor,
  join: optional(join),
  feather: optional(feather),
  grow: optional(grow),
  cleaned: optional(cleaned),
  /** Where the art was when the mask was made; it has moved with the art since. Only where it follows the art. */
  home: optional(PLACEMENT)
};
var MOST_PASSES = 200;
var MOST_TIMES = 12;
var LAY = record({
  mode: text({ least: 1 }),
  strength: share,
  times: optional(whole(1, MOST_TIMES)),
  within: optional(referring("pass", ID))
});

// packages/core/src/raster/raster.ts
var ONE = 16384;
var HALF = 8192;
var sizeOf = (region) => region.width * region.height;
var bytesOf = (raster) => {
  switch (raster.kind) {
    case "colour":
      return raster.data.byteLength;
    case "tone":
      return raster.tone.byteLength + (raster.coverage?.byteLength ?? 0);
    case "ink":
      return raster.coverage.byteLength;
    case "index":
      return raster.entries.byteLength;
  }
};
var times = (v, w) => v * w + HALF >> 14;
var between = (from, to, share4) => from + ((to - from) * share4 + HALF >> 14);
var from8 = (v) => Math.floor((v * ONE * 2 + 255) / 510);
var from16 = (v) => Math.floor((v * ONE * 2 + 65535) / 131070);
var shareOf = (value2) => Math.floor(Math.max(0, Math.min(1, value2)) * ONE + 0.5);

// packages/core/src/units/latest.ts
var Latest = class {
  constructor(most) {
    this.most = most;
  }
  most;
  kept = /* @__PURE__ */ new Map();
  get(name3) {
    return this.kept.get(name3);
  }
  put(name3, value2) {
    this.kept.set(name3, value2);
    for (const first of this.kept.keys()) {
      if (this.kept.size <= this.most) break;
      this.kept.delete(first);
    }
    return value2;
  }
  /** What is kept by that name, or what is built for it now. */
  of(name3, build) {
    return this.kept.get(name3) ?? this.put(name3, build());
  }
};

// packages/core/src/units/remember.ts
var remembering = (count, nameOf2, build) => {
  const kept5 = new Latest(count);
  return (argument) => kept5.of(nameOf2(argument), () => build(argument));
};
var once = (make) => {
  let made3 = null;
  return () => (made3 ??= { value: make() }).value;
};

// packages/core/src/raster/uniform.ts
var values = /* @__PURE__ */ new WeakMap();
var made = remembering(
  24,
  ({ length: length2, value: value2 }) => `${length2} ${value2}`,
  ({ length: length2, value: value2 }) => {
    const plane2 = new Int16Array(length2).fill(value2);
    values.set(plane2, value2);
    return plane2;
  }
);
var uniformPlane = (length2, value2) => made({ length: length2, value: value2 });
var blankPlane = (length2) => uniformPlane(length2, 0);
var uniformValue = (plane2) => values.get(plane2) ?? null;
var isBlank = (plane2) => values.get(plane2) === 0;
var isSolid = (plane2) => values.get(plane2) === ONE;

// packages/core/src/raster/convert.ts
var greyShares = (red, green, blue) => {
  const whole4 = 2 ** 28;
  const r = Math.round(red * whole4);
  const b = Math.round(blue * whole4);
  return [r, Math.round((red + green + blue) * whole4) - r - b, b];
};
var LUMA = greyShares(0.2126, 0.7152, 0.0722);
var BLACK = { colour: [0, 0, 0], carriesLights: false };
var toneOf = (raster, kernels) => {
  const { region } = raster;
  switch (raster.kind) {
    case "tone":
      return raster;
    case "ink":
      return { kind: "tone", region, tone: blankPlane(raster.coverage.length), coverage: raster.coverage };
    case "index":
      return toneOf(colourOf(raster, kernels), kernels);
    case "colour": {
      const pixels = sizeOf(region);
      const none = blankPlane(pixels);
      if (isBlank(raster.data)) return { kind: "tone", region, tone: none, coverage: none };
      const tone = kernels.arena.plane(pixels);
      const coverage = kernels.arena.plane(pixels);
      const least = kernels.grey(raster.data, LUMA, tone, coverage);
      return { kind: "tone", region, tone, coverage: least === ONE ? null : coverage };
    }
  }
};
var inkOf = (raster, choice3, kernels) => {
  if (raster.kind === "ink") return raster;
  const { region, tone, coverage: there } = toneOf(raster, kernels);
  const { colour: colour2, carriesLights } = choice3;
  if (there && isBlank(there)) return { kind: "ink", region, coverage: there, colour: colour2 };
  if (carriesLights && !there) return { kind: "ink", region, coverage: tone, colour: colour2 };
  const coverage = kernels.arena.plane(tone.length);
  if (!carriesLights) kernels.complement(tone, ONE, coverage);
  if (there) kernels.multiply(carriesLights ? tone : coverage, there, coverage);
  return { kind: "ink", region, coverage, colour: colour2 };
};
var colourOf = (raster, kernels) => {
  const { region } = raster;
  const length2 = 4 * sizeOf(region);
  switch (raster.kind) {
    case "colour":
      return raster;
    case "ink": {
      if (isBlank(raster.coverage)) return { kind: "colour", region, data: blankPlane(length2) };
      const data = kernels.arena.plane(length2);
      kernels.paint(raster.coverage, raster.colour, data);
      return { kind: "colour", region, data };
    }
    case "tone": {
      if (raster.coverage && isBlank(raster.coverage)) return { kind: "colour", region, data: blankPlane(length2) };
      const data = kernels.arena.plane(length2);
      kernels.paintTones(raster.tone, raster.coverage, data);
      return { kind: "colour", region, data };
    }
    case "index": {
      const data = kernels.arena.plane(length2);
      kernels.lookUp(raster.entries, raster.palette, 4, data);
      return { kind: "colour", region, data };
    }
  }
};
var convert = (raster, kind, kernels, choice3 = BLACK) => {
  if (kind === "tone") return toneOf(raster, kernels);
  if (kind === "ink") return inkOf(raster, choice3, kernels);
  return colourOf(raster, kernels);
};

// packages/core/src/units/hash.ts
var contentHash = (text3) => {
  let a = 2654435769;
  let b = 2246822507;
  let c = 3266489909;
  let d = 668265263;
  for (let i = 0; i < text3.length; i++) {
    const unit = text3.charCodeAt(i);
    a = Math.imul(a ^ unit, 3432918353);
    a = a << 15 | a >>> 17;
    b = Math.imul(b ^ unit + a, 461845907);
    b = b << 13 | b >>> 19;
    c = Math.imul(c ^ unit + b, 3864292196);
    c = c << 16 | c >>> 16;
    d = Math.imul(d ^ unit + c, 951274213);
    d = d << 17 | d >>> 15;
  }
  const finish2 = (lane, other) => {
    let h = lane ^ Math.imul(other, 5) ^ text3.length;
    h = Math.imul(h ^ h >>> 16, 2246822507);
    h = Math.imul(h ^ h >>> 13, 3266489909);
    return ((h ^ h >>> 16) >>> 0).toString(16).padStart(8, "0");
  };
  return finish2(a, d) + finish2(b, a) + finish2(c, b) + finish2(d, c);
};
var canonicalJson = (value2) => {
  if (Array.isArray(value2)) return `[${value2.map(canonicalJson).join(",")}]`;
  if (value2 === null || typeof value2 !== "object") return JSON.stringify(value2) ?? "null";
  const entries = Object.entries(value2).filter(([, v]) => v !== void 0).sort(([a], [b]) => a < b ? -1 : 1);
  return `{${entries.map(([k, v]) => `${JSON.stringify(k)}:${canonicalJson(v)}`).join(",")}}`;
};

// packages/core/src/nodes/key.ts
var ENGINE_BUILD = "uvrant-engine-8";
var keyOf = (kind, facts, inputs) => contentHash(canonicalJson([ENGINE_BUILD, kind, facts, inputs.map((input) => input.key)]));

// packages/core/src/raster/region.ts
var grow2 = (region, by) => ({
  x: region.x - by,
  y: region.y - by,
  width: region.width + 2 * by,
  height: region.height + 2 * by
});
var hull = (a, b) => {
  const [x, y] = [Math.min(a.x, b.x), Math.min(a.y, b.y)];
  return { x, y, width: Math.max(a.x + a.width, b.x + b.width) - x, height: Math.max(a.y + a.height, b.y + b.height) - y };
};
var overlap = (a, b) => {
  const x = Math.max(a.x, b.x);
  const y = Math.max(a.y, b.y);
  const width = Math.min(a.x + a.width, b.x + b.width) - x;
  const height = Math.min(a.y + a.height, b.y + b.height) - y;
  return width > 0 && height > 0 ? { x, y, width, height } : null;
};
var tilesOf = (region, side2) => {
  const tiles = [];
  for (let ty = Math.floor(region.y / side2); ty * side2 < region.y + region.height; ty++) {
    for (let tx = Math.floor(region.x / side2); tx * side2 < region.x + region.width; tx++) {
      const tile2 = overlap(region, { x: tx * side2, y: ty * side2, width: side2, height: side2 });
      if (tile2) tiles.push(tile2);
    }
  }
  return tiles;
};
var bandsOf = (region, height) => {
  const bands = [];
  for (let y = 0; y < region.height; y += height) {
    bands.push({ ...region, y: region.y + y, height: Math.min(height, region.height - y) });
  }
  return bands;
};
var regionName = (r) => `${r.x},${r.y},${r.width},${r.height}`;
var paste = (plane2, from, out, to, channels = 1) => {
  const part2 = overlap(from, to);
  if (!part2) return;
  const line = part2.width * channels;
  for (let y = part2.y; y < part2.y + part2.height; y++) {
    const start = ((y - from.y) * from.width + part2.x - from.x) * channels;
    out.set(plane2.subarray(start, start + line), ((y - to.y) * to.width + part2.x - to.x) * channels);
  }
};
var crop = (plane2, from, to, arena, channels = 1) => {
  if (from.x === to.x && from.y === to.y && from.width === to.width && from.height === to.height) return plane2;
  const uniform = uniformValue(plane2);
  if (uniform !== null) return uniformPlane(to.width * to.height * channels, uniform);
  const out = arena.plane(to.width * to.height * channels);
  const line = to.width * channels;
  for (let row3 = 0; row3 < to.height; row3++) {
    const start = ((to.y + row3 - from.y) * from.width + (to.x - from.x)) * channels;
    out.set(plane2.subarray(start, start + line), row3 * line);
  }
  return out;
};

// packages/core/src/raster/source-tiles.ts
var SOURCE_TILE = 512;
var tileKey = (t) => `${t.sha256}/${t.level}/${t.x}-${t.y}`;
var levelSide = (side2, level) => Math.ceil(side2 / 2 ** level);

// packages/core/src/nodes/memo.ts
var cropped = (raster, region, arena) => {
  const { region: from } = raster;
  switch (raster.kind) {
    case "colour":
      return { ...raster, region, data: crop(raster.data, from, region, arena, 4) };
    case "ink":
      return { ...raster, region, coverage: crop(raster.coverage, from, region, arena) };
    case "tone": {
      const coverage = raster.coverage && crop(raster.coverage, from, region, arena);
      return { ...raster, region, tone: crop(raster.tone, from, region, arena), coverage };
    }
    case "index":
      throw new Error("an index plane is not cut");
  }
};
var holds = (outer, inner2) => {
  const both2 = overlap(outer, inner2);
  return both2 !== null && sizeOf(both2) === sizeOf(inner2);
};
var Memo = class {
  rasters = /* @__PURE__ */ new Map();
  largest = /* @__PURE__ */ new Map();
  get(key, region, arena) {
    const exact = this.rasters.get(`${key}@${regionName(region)}`);
    if (exact) return exact;
    const large = this.largest.get(key);
    return large && large.kind !== "index" && holds(large.region, region) ? cropped(large, region, arena) : void 0;
  }
  put(key, region, raster) {
    this.rasters.set(`${key}@${regionName(region)}`, raster);
    const large = this.largest.get(key);
    if (!large || bytesOf(raster) > bytesOf(large)) this.largest.set(key, raster);
  }
};

// packages/core/src/nodes/node.ts
var Wants = class {
  tiles = /* @__PURE__ */ new Map();
  /** True where something that is shared by all renderings is not kept yet, and will take its time. */
  isCold = false;
  seen = /* @__PURE__ */ new Set();
  tile(name3) {
    this.tiles.set(tileKey(name3), name3);
  }
  /** True the first time that a node is asked for a region, so that shared nodes are gone through once. */
  first(name3, _node, _region) {
    if (this.seen.has(name3)) return false;
    this.seen.add(name3);
    return true;
  }
};
var wantOnce = (node, region, wants2, work) => {
  const name3 = `${node.key}@${regionName(region)}`;
  if (!wants2.first(name3, node, region)) return;
  if (node.bounds && !overlap(node.bounds.box, region)) return;
  if (work.rasters?.touch(name3)) return;
  if (node.keeping === "shared") wants2.isCold = true;
  node.want(region, wants2, work);
};
var copiedOut = (array, arena) => arena.holds(array) ? array.slice() : array;
var settled = (raster, { arena }) => {
  switch (raster.kind) {
    case "colour":
      return { ...raster, data: copiedOut(raster.data, arena) };
    case "ink":
      return { ...raster, coverage: copiedOut(raster.coverage, arena) };
    case "tone":
      return { ...raster, tone: copiedOut(raster.tone, arena), coverage: raster.coverage && copiedOut(raster.coverage, arena) };
    case "index":
      return { ...raster, entries: arena.holds(raster.entries) ? raster.entries.slice() : raster.entries };
  }
};
function* rendered(node, region, work) {
  if (node.bounds && !overlap(node.bounds.box, region)) return node.bounds.bare(region);
  const name3 = `${node.key}@${regionName(region)}`;
  const known = work.memo?.get(node.key, region, work.kernels.arena) ?? work.rasters?.get(name3);
  if (known) return known;
  const raster = yield* node.render(region, work);
  yield;
  work.memo?.put(node.key, region, raster);
  if (work.rasters?.wants(name3, node.keeping)) {
    const kept5 = settled(raster, work.kernels);
    work.rasters.put(name3, kept5, bytesOf(kept5), node.keeping);
  }
  return raster;
}
function* scoped(work, run) {
  const { arena } = work.kernels;
  const mark = arena.mark();
  try {
    return yield* run({ ...work, memo: new Memo() });
  } finally {
    arena.release(mark);
  }
}

// packages/core/src/nodes/convert-node.ts
var bareOf = (kind, colour2 = [0, 0, 0]) => {
  const make = (region) => {
    const none = blankPlane(sizeOf(region));
    if (kind === "colour") return { kind: "colour", region, data: blankPlane(4 * sizeOf(region)) };
    return kind === "tone" ? { kind: "tone", region, tone: none, coverage: none } : { kind: "ink", region, coverage: none, colour: colour2 };
  };
  return make;
};
var convertNode = (input, kind, choice3) => {
  if (input.kind === kind) return input;
  if (kind === "tone" && input.asTone) return input.asTone();
  const from = kind === "ink" && input.asTone ? input.asTone() : input;
  return {
    key: keyOf("convert", { kind, choice: choice3 }, [from]),
    kind,
    keeping: "never",
    ...kind === "ink" ? { colour: choice3?.colour ?? [0, 0, 0] } : {},
    ...from.bounds ? { bounds: { box: from.bounds.box, bare: bareOf(kind, choice3?.colour) } } : {},
    want: (region, wants2, work) => wantOnce(from, region, wants2, work),
    *render(region, work) {
      return convert(yield* rendered(from, region, work), kind, work.kernels, choice3);
    }
  };
};

// packages/core/src/units/exact.ts
var PI = 3.141592653589793;
var LN2 = 0.6931471805599453;
var sineSeries = (r) => {
  const r2 = r * r;
  let term = r;
  let sum = r;
  for (let n = 1; n <= 10; n++) {
    term *= -r2 / (2 * n * (2 * n + 1));
    sum += term;
  }
  return sum;
};
var cosineSeries = (r) => {
  const r2 = r * r;
  let term = 1;
  let sum = 1;
  for (let n = 1; n <= 10; n++) {
    term *= -r2 / ((2 * n - 1) * (2 * n));
    sum += term;
  }
  return sum;
};
var sinDeg = (deg) => {
  const turn = deg % 360;
  const quadrant = Math.floor((turn + 45) / 90);
  const rest = (turn - quadrant * 90) * PI / 180;
  switch ((quadrant % 4 + 4) % 4) {
    case 0:
      return sineSeries(rest);
    case 1:
      return cosineSeries(rest);
    case 2:
      return -sineSeries(rest);
    default:
      return -cosineSeries(rest);
  }
};
var cosDeg = (deg) => sinDeg(deg + 90);
var exp = (x) => {
  const halvings = Math.floor(x / LN2 + 0.5);
  const rest = x - halvings * LN2;
  let term = 1;
  let sum = 1;
  for (let n = 1; n <= 18; n++) {
    term *= rest / n;
    sum += term;
  }
  for (let n = 0; n < halvings; n++) sum *= 2;
  for (let n = 0; n > halvings; n--) sum /= 2;
  return sum;
};
var ln = (x) => {
  let mantissa = x;
  let doublings = 0;
  while (mantissa > 1.4142135623730951) {
    mantissa /= 2;
    doublings++;
  }
  while (mantissa < 0.7071067811865476) {
    mantissa *= 2;
    doublings--;
  }
  const z = (mantissa - 1) / (mantissa + 1);
  const z2 = z * z;
  let power2 = z;
  let sum = z;
  for (let n = 3; n <= 31; n += 2) {
    power2 *= z2;
    sum += power2 / n;
  }
  return 2 * sum + doublings * LN2;
};
var power = (base, exponent) => base <= 0 ? 0 : exp(exponent * ln(base));
var arcSeries = (t) => {
  const half = t / (1 + Math.sqrt(1 + t * t));
  const z = half / (1 + Math.sqrt(1 + half * half));
  const z2 = z * z;
  let power2 = z;
  let sum = z;
  for (let n = 3; n <= 25; n += 2) {
    power2 *= -z2;
    sum += power2 / n;
  }
  return 4 * sum;
};
var atan2Deg = (y, x) => {
  const [ax, ay] = [Math.abs(x), Math.abs(y)];
  if (ax === 0 && ay === 0) return 0;
  const slope2 = arcSeries(Math.min(ax, ay) / Math.max(ax, ay)) * 180 / PI;
  const first = ay > ax ? 90 - slope2 : slope2;
  const half = x < 0 ? 180 - first : first;
  return y < 0 ? -half : half;
};

// packages/core/src/raster/blur.ts
var CUT_OFF = 3;
var blurReach = (sigmaPx2) => Math.ceil(CUT_OFF * sigmaPx2);
var gaussianWeights = remembering(32, String, (sigmaPx2) => {
  const reach = blurReach(sigmaPx2);
  const real = Array.from({ length: 2 * reach + 1 }, (_, i) => exp(-(i - reach) * (i - reach) / (2 * sigmaPx2 * sigmaPx2)));
  const sum = real.reduce((a, b) => a + b, 0);
  const whole4 = Int16Array.from(real, (v) => Math.floor(v / sum * ONE + 0.5));
  const rest = ONE - whole4.reduce((a, b) => a + b, 0);
  whole4[reach] = whole4[reach] + rest;
  return whole4;
});
var blurred = (plane2, channels, { width }, sigmaPx2, kernels) => {
  const weights = gaussianWeights(sigmaPx2);
  const across2 = kernels.arena.plane(plane2.length);
  kernels.convolve(plane2, channels, weights, across2);
  const down = kernels.arena.plane(plane2.length);
  kernels.convolve(across2, channels * width, weights, down);
  return down;
};

// packages/core/src/nodes/plane-nodes.ts
var planeOf = (key, inputs, reach, keeping, make) => ({
  key,
  kind: "tone",
  ...keeping ? { keeping } : {},
  want(region, wants2, work) {
    for (const input of inputs) wantOnce(input, grow2(region, reach), wants2, work);
  },
  *render(region, work) {
    const wide2 = grow2(region, reach);
    const tone = crop(yield* make(region, work, wide2), wide2, region, work.kernels.arena);
    return { kind: "tone", region, tone, coverage: null };
  }
});
var multiplied = (first, second, { arena, multiply }) => {
  if (isBlank(first) || isSolid(second)) return first;
  if (isBlank(second) || isSolid(first)) return second;
  const out = arena.plane(first.length);
  multiply(first, second, out);
  return out;
};
var complementOf = (plane2, strength, { arena, complement }) => {
  const uniform = uniformValue(plane2);
  if (uniform !== null) return uniformPlane(plane2.length, ONE - times(uniform, strength));
  const out = arena.plane(plane2.length);
  complement(plane2, strength, out);
  return out;
};
var coveragePlane = (raster, kernels) => {
  const pixels = sizeOf(raster.region);
  switch (raster.kind) {
    case "ink":
      return raster.coverage;
    case "tone":
      return raster.coverage ?? uniformPlane(pixels, ONE);
    case "colour": {
      if (isBlank(raster.data)) return blankPlane(pixels);
      const out = kernels.arena.plane(pixels);
      kernels.alphaOf(raster.data, out);
      return out;
    }
    case "index": {
      const out = kernels.arena.plane(pixels);
      kernels.lookUp(raster.entries, Int16Array.from(raster.palette.filter((_, i) => i % 4 === 3)), 1, out);
      return out;
    }
  }
};
var coverageNode = (input) => planeOf(keyOf("coverage", null, [input]), [input], 0, "never", function* (region, work) {
  return coveragePlane(yield* rendered(input, region, work), work.kernels);
});
var readNode = (input) => input.kind === "ink" ? coverageNode(input) : convertNode(input, "tone");
var lightNode = (input) => planeOf(keyOf("light", null, [input]), [input], 0, "never", function* (region, work) {
  const { tone, coverage } = yield* rendered(input, region, work);
  if (!coverage || isSolid(coverage)) return tone;
  if (isBlank(coverage)) return uniformPlane(tone.length, ONE);
  const out = work.kernels.arena.plane(tone.length);
  work.kernels.light(tone, coverage, out);
  return out;
});
var productNode = (planes2) => {
  if (planes2.length < 2) return planes2[0] ?? null;
  return planeOf(keyOf("product", null, planes2), planes2, 0, void 0, function* (region, work) {
    let product = uniformPlane(sizeOf(region), ONE);
    for (const plane2 of planes2) {
      product = multiplied(product, (yield* rendered(plane2, region, work)).tone, work.kernels);
      if (isBlank(product)) break;
    }
    return product;
  });
};
var softNode = (plane2, sigmaPx2) => planeOf(keyOf("soft", sigmaPx2, [plane2]), [plane2], blurReach(sigmaPx2), void 0, function* (_, work, wide2) {
  return blurred((yield* rendered(plane2, wide2, work)).tone, 1, wide2, sigmaPx2, work.kernels);
});
var complementNode = (plane2, strength = ONE) => planeOf(keyOf("complement", strength, [plane2]), [plane2], 0, "never", function* (region, work) {
  return complementOf((yield* rendered(plane2, region, work)).tone, strength, work.kernels);
});
var joinedNode = (before, mask, join6) => planeOf(keyOf("joined", join6, [before, mask]), [before, mask], 0, void 0, function* (region, work) {
  const { kernels } = work;
  const one2 = (yield* rendered(before, region, work)).tone;
  const two2 = (yield* rendered(mask, region, work)).tone;
  if (join6 === "both") return multiplied(one2, two2, kernels);
  if (join6 === "without") return multiplied(one2, complementOf(two2, ONE, kernels), kernels);
  if (isBlank(one2)) return two2;
  if (isBlank(two2)) return one2;
  const out = kernels.arena.plane(one2.length);
  kernels.multiply(one2, two2, out);
  for (let i = 0; i < out.length; i++) out[i] = one2[i] + two2[i] - out[i];
  return out;
});
var reducedNode = (there, by) => planeOf(keyOf("reduced", by, [there]), [there], 0, "never", function* (region, work) {
  const { tone } = yield* rendered(there, region, work);
  const uniform = uniformValue(tone);
  if (uniform !== null) return uniformPlane(tone.length, uniform > 0 ? ONE - by : ONE);
  const out = work.kernels.arena.plane(tone.length);
  for (let i = 0; i < out.length; i++) out[i] = tone[i] > 0 ? ONE - by : ONE;
  return out;
});
var takenNode = (texture2, table, tableKey) => planeOf(keyOf("taken", tableKey, [texture2]), [texture2], 0, void 0, function* (region, work) {
  const { kernels } = work;
  const { tone, coverage } = yield* rendered(texture2, region, work);
  if (coverage && isBlank(coverage)) return coverage;
  const out = kernels.arena.plane(tone.length);
  kernels.table(tone, table, out);
  return coverage ? multiplied(out, coverage, kernels) : out;
});
var boundsLike = (input) => {
  if (!input.bounds) return {};
  const bare2 = bareOf(input.kind, input.colour);
  return { bounds: { box: input.bounds.box, bare: bare2 } };
};
var maskedNode = (input, mask) => ({
  key: keyOf("masked", null, [input, mask]),
  kind: input.kind,
  ...input.colour ? { colour: input.colour } : {},
  ...boundsLike(input),
  want(region, wants2, work) {
    wantOnce(input, region, wants2, work);
    wantOnce(mask, region, wants2, work);
  },
  *render(region, work) {
    const { kernels } = work;
    const raster = yield* rendered(input, region, work);
    if (raster.kind === "colour") {
      if (isBlank(raster.data)) return raster;
      const { tone: weights } = yield* rendered(mask, region, work);
      if (isSolid(weights)) return raster;
      if (isBlank(weights)) return { ...raster, data: blankPlane(raster.data.length) };
      const data = kernels.arena.plane(raster.data.length);
      kernels.mix(blankPlane(data.length), raster.data, 4, ONE, weights, data);
      return { ...raster, data };
    }
    if (raster.kind === "index") throw new Error("an index plane is masked by its own node");
    const there = coveragePlane(raster, kernels);
    if (isBlank(there)) return raster;
    const coverage = multiplied(there, (yield* rendered(mask, region, work)).tone, kernels);
    return { ...raster, coverage };
  }
});
var cutOf = (plane2, { arena, cut }) => {
  const uniform = uniformValue(plane2);
  if (uniform !== null) return uniformPlane(plane2.length, 2 * uniform >= ONE ? ONE : 0);
  const out = arena.plane(plane2.length);
  cut(plane2, out);
  return out;
};
var cutPlaneNode = (plane2) => planeOf(keyOf("cut plane", null, [plane2]), [plane2], 0, "never", function* (region, work) {
  return cutOf((yield* rendered(plane2, region, work)).tone, work.kernels);
});
var cutNode = (input) => ({
  key: keyOf("cut", null, [input]),
  kind: input.kind,
  keeping: "never",
  ...input.colour ? { colour: input.colour } : {},
  ...boundsLike(input),
  want: (region, wants2, work) => wantOnce(input, region, wants2, work),
  *render(region, work) {
    const { arena, cutColours } = work.kernels;
    const raster = yield* rendered(input, region, work);
    if (raster.kind === "ink") return { ...raster, coverage: cutOf(raster.coverage, work.kernels) };
    if (raster.kind === "tone") return { ...raster, coverage: raster.coverage && cutOf(raster.coverage, work.kernels) };
    if (raster.kind === "index" || isBlank(raster.data)) return raster;
    const data = arena.plane(raster.data.length);
    cutColours(raster.data, ONE / 2, data);
    return { ...raster, data };
  }
});

// packages/core/src/type/scanline.ts
var LINES = 16;
var SHARES = 256;
var BLOCK = 4;
var ROWS = 64;
var RowOfLines = class {
  constructor(width) {
    this.width = width;
    this.steps = new Int32Array(width + 2);
  }
  width;
  /** How often what lies on the left of the region winds round it, a line. */
  windings = new Int32Array(LINES);
  /** How many crossings each line has, and where, in order: 2 · (1/256 px from the left) + 1 where they wind downwards. */
  counts = new Int32Array(LINES);
  crossings = new Int32Array(0);
  /** Crossings that a line has room for. */
  room = 0;
  /** Changes of coverage from pixel to pixel. */
  steps;
  /** A new row, which up to so many edges cross. */
  begin(edges3) {
    this.windings.fill(0);
    this.counts.fill(0);
    if (edges3 <= this.room) return;
    this.room = edges3;
    this.crossings = new Int32Array(LINES * edges3);
  }
  wind(line, turn) {
    this.windings[line] = this.windings[line] + turn;
  }
  cross(line, share4, turn) {
    const at2 = Math.max(0, Math.min(this.width * SHARES, share4));
    const packed4 = 2 * at2 + (turn > 0 ? 1 : 0);
    const start = line * this.room;
    let place = start + this.counts[line];
    this.counts[line] = this.counts[line] + 1;
    while (place > start && this.crossings[place - 1] > packed4) {
      this.crossings[place] = this.crossings[place - 1];
      place--;
    }
    this.crossings[place] = packed4;
  }
  /** Writes the row's coverage over nothing, from an index on; false where nothing is covered. */
  cover(out, start) {
    const { steps: steps2, width } = this;
    let [from, to] = [width + 1, -1];
    for (let line = 0; line < LINES; line++) {
      let winding = this.windings[line];
      const first = line * this.room;
      const end = first + this.counts[line];
      if (winding === 0 && end === first) continue;
      if (winding !== 0) {
        steps2[0] = steps2[0] + SHARES;
        [from, to] = [0, Math.max(0, to)];
      }
      for (let i = first; i < end; i++) {
        const packed4 = this.crossings[i];
        const before = winding;
        winding += packed4 & 1 ? 1 : -1;
        if (before !== 0 && winding !== 0) continue;
        const at2 = packed4 >> 1;
        const pixel = Math.floor(at2 / SHARES);
        const into = at2 - pixel * SHARES;
        const sign = winding !== 0 ? 1 : -1;
        steps2[pixel] = steps2[pixel] + sign * (SHARES - into);
        steps2[pixel + 1] = steps2[pixel + 1] + sign * into;
        if (pixel < from) from = pixel;
        if (pixel + 1 > to) to = pixel + 1;
      }
    }
    if (from > width) return false;
    let sum = 0;
    for (let x = from; x <= to; x++) {
      sum += steps2[x];
      steps2[x] = 0;
      if (x < width) out[start + x] = sum * (ONE / (LINES * SHARES));
    }
    if (sum !== 0) out.fill(sum * (ONE / (LINES * SHARES)), start + Math.min(to + 1, width), start + width);
    return true;
  }
};
var Fill = class {
  x0;
  y0;
  slope;
  first;
  last;
  turn;
  /** Least and greatest x of each edge. */
  least;
  most;
  blocks = /* @__PURE__ */ new Map();
  /** Least and greatest x of its edges. */
  left = Infinity;
  right = -Infinity;
  constructor(contours) {
    const count = contours.reduce((sum, contour) => sum + contour.length / 2, 0);
    this.x0 = new Float64Array(count);
    this.y0 = new Float64Array(count);
    this.slope = new Float64Array(count);
    this.first = new Int32Array(count);
    this.last = new Int32Array(count);
    this.turn = new Int8Array(count);
    this.least = new Float64Array(count);
    this.most = new Float64Array(count);
    let edge = 0;
    for (const contour of contours) {
      for (let i = 0; i < contour.length; i += 2) {
        const next = (i + 2) % contour.length;
        const ax = contour[i];
        const ay = contour[i + 1];
        const bx = contour[next];
        const by = contour[next + 1];
        const [x0, y0, x1, y1] = ay < by ? [ax, ay, bx, by] : [bx, by, ax, ay];
        const first = Math.ceil(y0 * LINES - 0.5);
        const last = Math.ceil(y1 * LINES - 0.5) - 1;
        if (last < first) continue;
        this.x0[edge] = x0;
        this.y0[edge] = y0;
        this.slope[edge] = (x1 - x0) / (y1 - y0);
        this.first[edge] = first;
        this.last[edge] = last;
        this.turn[edge] = ay < by ? 1 : -1;
        this.least[edge] = Math.min(x0, x1);
        this.most[edge] = Math.max(x0, x1);
        this.left = Math.min(this.left, x0, x1);
        this.right = Math.max(this.right, x0, x1);
        const bottom = Math.floor(last / LINES / BLOCK);
        for (let block = Math.floor(first / LINES / BLOCK); block <= bottom; block++) {
          const held2 = this.blocks.get(block);
          if (held2) held2.push(edge);
          else this.blocks.set(block, [edge]);
        }
        edge++;
      }
    }
  }
  /** Coverage of a region, 0 … ONE; null where nothing of it is covered. */
  coverage(region, arena) {
    const covering = this.covering(region, arena);
    for (; ; ) {
      const step2 = covering.next();
      if (step2.done) return step2.value;
    }
  }
  /** The same, some rows at a go. */
  *covering(region, arena) {
    if (!this.meets(region)) return null;
    const { width } = region;
    const out = arena.plane(sizeOf(region)).fill(0);
    const lines = new RowOfLines(width);
    let any = false;
    for (let row3 = 0; row3 < region.height; row3++) {
      const edges3 = this.blocks.get(Math.floor((region.y + row3) / BLOCK));
      if (!edges3) continue;
      lines.begin(edges3.length);
      for (const edge of edges3) this.cross(edge, region.x, (region.y + row3) * LINES, lines);
      if (lines.cover(out, row3 * width)) any = true;
      if (row3 % ROWS === ROWS - 1) yield;
    }
    return any ? out : null;
  }
  /** True where an edge may cover something of a region. */
  meets({ x, y, width, height }) {
    if (this.right <= x || this.left >= x + width) return false;
    for (let block = Math.floor(y / BLOCK); block * BLOCK < y + height; block++) if (this.blocks.has(block)) return true;
    return false;
  }
  /** Puts where an edge crosses the lines of a row, from `top` on, on them. */
  cross(edge, left, top, lines) {
    const first = Math.max(this.first[edge], top);
    const last = Math.min(this.last[edge], top + LINES - 1);
    if (first > last) return;
    const turn = this.turn[edge];
    if (this.most[edge] <= left) {
      for (let line = first; line <= last; line++) lines.wind(line - top, turn);
    } else if (this.least[edge] < left + lines.width) {
      const [x0, y0, slope2] = [this.x0[edge], this.y0[edge], this.slope[edge]];
      for (let line = first; line <= last; line++) {
        const x = x0 + ((line + 0.5) / LINES - y0) * slope2;
        lines.cross(line - top, Math.floor(x * SHARES + 0.5) - left * SHARES, turn);
      }
    }
  }
};

// packages/core/src/units/lists.ts
var each2 = (list2, change) => {
  const changed = list2.map(change);
  return changed.some((one2, i) => one2 !== list2[i]) ? changed : list2;
};

// packages/core/src/units/length.ts
var MM_PER_INCH = 25.4;
var inchesFromMm = (mm) => mm / MM_PER_INCH;
var pixelsOf = (mm, ppi) => Math.max(1, Math.round(mm * ppi / MM_PER_INCH));
var pxPerMm = (ppi) => ppi / MM_PER_INCH;
var cellMm = (lpi) => MM_PER_INCH / lpi;
var cellsAcross = (widthMm, lpi) => widthMm * lpi / MM_PER_INCH;

// packages/core/src/sheet/placing.ts
var boxAt = (x, y, width, height) => ({
  x,
  y,
  width,
  height,
  turn: 0,
  flipX: false,
  flipY: false,
  fit: "free",
  beyond: "nothing"
});
var cornersOf = ({ x, y, width, height, turn }) => {
  const [cos, sin] = [cosDeg(turn), sinDeg(turn)];
  return [
    [-1, -1],
    [1, -1],
    [1, 1],
    [-1, 1]
  ].map(([u, v]) => {
    const [px, py] = [u * width / 2, v * height / 2];
    return [x + cos * px + sin * py, y - sin * px + cos * py];
  });
};
var withinBox = ({ x, y, turn }, px, py) => {
  const [cos, sin] = [cosDeg(turn), sinDeg(turn)];
  const [dx, dy] = [px - x, py - y];
  return [cos * dx - sin * dy, sin * dx + cos * dy];
};

// packages/core/src/sheet/moving.ts
var AT_REST = { a: 1, b: 0, c: 0, d: 0, e: 1, f: 0 };
var movedBy = ({ a, b, c, d, e, f: f3 }, x, y) => [
  a * x + b * y + c,
  d * x + e * y + f3
];
var undone = ({ a, b, c, d, e, f: f3 }) => {
  const size2 = a * e - b * d;
  const [ia, ib, id, ie] = [e / size2, -b / size2, -d / size2, a / size2];
  return { a: ia, b: ib, c: -(ia * c + ib * f3), d: id, e: ie, f: -(id * c + ie * f3) };
};
var scaleOf = ({ a, b, d, e }) => Math.sqrt(Math.abs(a * e - b * d));
var motionOf = (home, now) => {
  const flip = (flipped) => flipped ? -1 : 1;
  const sx = now.width / home.width * flip(home.flipX) * flip(now.flipX);
  const sy = now.height / home.height * flip(home.flipY) * flip(now.flipY);
  const [cos, sin] = [cosDeg(now.turn), sinDeg(now.turn)];
  const at2 = (x, y) => {
    const [u, v] = withinBox(home, x, y);
    return [now.x + cos * u * sx + sin * v * sy, now.y - sin * u * sx + cos * v * sy];
  };
  const [c, f3] = at2(0, 0);
  const [xx, xy] = at2(1, 0);
  const [yx, yy] = at2(0, 1);
  return { a: xx - c, b: yx - c, c, d: xy - f3, e: yy - f3, f: f3 };
};
var movedPlacement = (placement, home, now) => {
  const [x, y] = movedBy(motionOf(home, now), placement.x, placement.y);
  const mirrored = home.flipX !== now.flipX !== (home.flipY !== now.flipY);
  const within4 = (placement.turn - home.turn) * (mirrored ? -1 : 1);
  const cos = cosDeg(within4);
  const [sx, sy] = [now.width / home.width, now.height / home.height];
  return {
    ...placement,
    x,
    y,
    width: placement.width * (sx * cos * cos + sy * (1 - cos * cos)),
    height: placement.height * (sy * cos * cos + sx * (1 - cos * cos)),
    turn: within4 + now.turn,
    flipX: placement.flipX !== (home.flipX !== now.flipX),
    flipY: placement.flipY !== (home.flipY !== now.flipY)
  };
};
var liesNow = ({ anchor: anchor2, home }, placement, art) => anchor2 === "art" && home ? movedPlacement(placement, home, art) : placement;
var motionSince = ({ anchor: anchor2, home }, art) => anchor2 === "art" && home ? motionOf(home, art) : null;

// packages/core/src/units/noise.ts
var chanceAt = (x, y, seed2) => {
  let h = Math.imul(x, 2246822507) ^ Math.imul(y, 3266489909) ^ Math.imul(seed2, 668265263);
  h = Math.imul(h ^ h >>> 15, 739982445);
  h = Math.imul(h ^ h >>> 12, 695872825);
  return ((h ^ h >>> 15) >>> 0) / 4294967296;
};
var fade = (t) => t * t * t * (t * (t * 6 - 15) + 10);
var smoothNoise = (x, y, seed2) => {
  const xi = Math.floor(x);
  const yi = Math.floor(y);
  const u = fade(x - xi);
  const v = fade(y - yi);
  const a = chanceAt(xi, yi, seed2);
  const b = chanceAt(xi + 1, yi, seed2);
  const c = chanceAt(xi, yi + 1, seed2);
  const d = chanceAt(xi + 1, yi + 1, seed2);
  return a + (b - a) * u + (c + (d - c) * u - a - (b - a) * u) * v;
};
var layeredNoise = (x, y, seed2, layers, finer2 = 2.3, weaker = 0.55) => {
  let sum = 0;
  let whole4 = 0;
  let weight = 1;
  let scale = 1;
  for (let layer = 0; layer < layers; layer++) {
    sum += weight * smoothNoise(x * scale + 17.3 * layer, y * scale - 9.1 * layer, seed2 + layer);
    whole4 += weight;
    weight *= weaker;
    scale *= finer2;
  }
  return sum / whole4;
};

// packages/core/src/type/shape.ts
var SHAPE_FORMS = ["rectangle", "ellipse", "polygon", "star burst", "line"];
var cornersOf2 = (radius) => 4 * Math.max(4, Math.min(512, Math.ceil(3.15 / 4 * Math.sqrt(radius / 0.04))));
var round = (count, radius) => Array.from({ length: count }, (_, i) => {
  const turn = 360 * i / count;
  return [sinDeg(turn) * radius(i), -cosDeg(turn) * radius(i)];
});
var filling = (corners) => {
  const [xs, ys] = [corners.map(([x]) => x), corners.map(([, y]) => y)];
  const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  return corners.map(([x, y]) => [2 * (x - left) / (right - left) - 1, 2 * (y - top) / (bottom - top) - 1]);
};
var CORNERS = {
  rectangle: () => [
    [-1, -1],
    [1, -1],
    [1, 1],
    [-1, 1]
  ],
  ellipse: (_, radiusPx) => round(cornersOf2(radiusPx), () => 1),
  polygon: ({ points }) => filling(round(points, () => 1)),
  "star burst": ({ points, inner: inner2 }) => filling(round(2 * points, (i) => i % 2 === 0 ? 1 : inner2)),
  line: () => [
    [-1, 0],
    [1, 0]
  ]
};
var shapeContour = (dials, radiusPx) => CORNERS[dials.form](dials, radiusPx).flat();

// packages/core/src/masks/tips.ts
var passage = (value2, cut, width) => Math.max(0, Math.min(1, (value2 - cut) / width + 0.5));
var grains = ({ x, y, seed: seed2, pixel }, cell, likely, least, most) => {
  const [cx, cy] = [Math.floor(x / cell), Math.floor(y / cell)];
  let best = 0;
  for (let dy = -1; dy <= 1; dy++) {
    for (let dx = -1; dx <= 1; dx++) {
      const [i, j] = [cx + dx, cy + dy];
      if (chanceAt(i, j, seed2) >= likely) continue;
      const size2 = chanceAt(i, j, seed2 + 3);
      const radius = cell * (least + (most - least) * size2 * size2);
      const [px, py] = [(i + chanceAt(i, j, seed2 + 1)) * cell - x, (j + chanceAt(i, j, seed2 + 2)) * cell - y];
      best = Math.max(best, (radius - Math.sqrt(px * px + py * py)) / pixel + 0.5);
    }
  }
  return Math.min(1, best);
};
var TIPS = [
  { name: "round", note: "even, to a soft or sharp edge", shape: ({ depth }) => depth },
  {
    name: "dry brush",
    note: "bristles that run out of paint",
    shape: ({ depth, along, across: across2, seed: seed2 }) => passage(layeredNoise(across2 / 0.55, along / 26, seed2, 3, 2.1, 0.7), 0.66 - 0.36 * depth, 0.09) * Math.min(1, 4 * depth)
  },
  {
    name: "sponge",
    note: "dabbed, with open pores",
    shape: ({ depth, x, y, seed: seed2 }) => passage(layeredNoise(x / 2.4, y / 2.4, seed2, 4, 2.2, 0.6), 0.66 - 0.24 * depth, 0.06)
  },
  {
    name: "roller",
    note: "rolled out thin, in patches",
    shape: ({ depth, x, y, seed: seed2 }) => passage(0.6 * layeredNoise(x / 8, y / 8, seed2, 3) + 0.4 * layeredNoise(x / 0.5, y / 0.5, seed2 + 9, 2), 0.55 - 0.14 * depth, 0.07)
  },
  {
    name: "chalk",
    note: "catches on the tooth of the paper",
    shape: ({ depth, x, y, seed: seed2 }) => passage(layeredNoise(x / 0.3, y / 0.3, seed2, 2), 0.72 - 0.36 * depth, 0.12)
  },
  { name: "spray", note: "fine drops, fewer outwards", shape: (at2) => grains(at2, 0.22, at2.depth * at2.depth, 0.3, 0.75) },
  { name: "grit", note: "scattered crumbs", shape: (at2) => grains(at2, 0.9, 0.75 * at2.depth, 0.06, 0.5) }
];
var BY_NAME = new Map(TIPS.map((tip) => [tip.name, tip]));
var tipOf = (name3) => BY_NAME.get(name3) ?? TIPS[0];

// packages/core/src/masks/stroke.ts
var STROKE_UNITS = 100;
var FARTHEST = 1e6;
var POINTS = { apart: 2, min: -FARTHEST, max: FARTHEST, says: "x and y in turn, in hundredths of a millimetre" };
var PRESSURES = { apart: 1, min: 0, max: 100, says: "percent" };
var LEAST_BRUSH = 0.2;
var MOST_BRUSH = 90;
var BRUSH_DIALS = {
  tip: choice2({ title: "Tip", options: TIPS.map(({ name: name3 }) => name3), default: "round" }),
  size: length({ title: "Size", min: LEAST_BRUSH, max: MOST_BRUSH, default: 12, wide: true, more: "a wider brush" }),
  softness: share2({ title: "Softness", default: 0.35, more: "a softer rim" }),
  strength: share2({ title: "Strength", default: 1, more: "each stroke counts for more" })
};
var WAY2 = {
  ...dialFields(BRUSH_DIALS),
  /** True for one that takes away. */
  erases: toggle,
  seed: SEED
};
var FIRST_STROKE = record({
  ...WAY2,
  points: numbers(POINTS),
  pressures: optional(numbers(PRESSURES))
});
var STROKE = named("stroke", () => ({
  ...record({ ...WAY2, path: packed(POINTS), pressures: optional(packed(PRESSURES)) }),
  earlier: { key: "points", of: FIRST_STROKE }
}));
var upgradedStroke = (stroke) => {
  if (!("points" in stroke)) return stroke;
  const { points, pressures, ...others } = stroke;
  return { ...others, path: pathOf(points), ...pressures ? { pressures: pressuresText(pressures) } : {} };
};
var movedPoints = (points, motion) => {
  const out = [];
  for (let i = 0; i < points.length; i += 2) {
    const [x, y] = movedBy(motion, points[i] / STROKE_UNITS, points[i + 1] / STROKE_UNITS);
    out.push(Math.floor(x * STROKE_UNITS + 0.5), Math.floor(y * STROKE_UNITS + 0.5));
  }
  return out;
};
var brushSize = (mm) => Math.max(LEAST_BRUSH, Math.min(MOST_BRUSH, mm));
var movedStrokes = (strokes2, motion) => strokes2.map((stroke) => ({
  ...stroke,
  size: brushSize(stroke.size * scaleOf(motion)),
  path: pathOf(movedPoints(pointsOf(stroke.path), motion))
}));

// packages/core/src/masks/outline.ts
var FINE_RADIUS = 4e3;
var cornersOf3 = ({ outline, points }) => {
  const mm = points.map((v) => v / STROKE_UNITS);
  if (outline === "polygon") return mm;
  const [x0 = 0, y0 = 0, x1 = 0, y1 = 0] = mm;
  const form = outline === "rectangle" ? "rectangle" : "ellipse";
  const unit = shapeContour({ form, points: 0, inner: 1 }, FINE_RADIUS);
  return unit.map((v, i) => i % 2 === 0 ? (x0 + x1) / 2 + v * (x1 - x0) / 2 : (y0 + y1) / 2 + v * (y1 - y0) / 2);
};
var STRETCH = 0.2;
var LEAST_STRETCH = 0.1;
var roughened = (corners, rough, seed2) => {
  const out = [];
  const part2 = Math.max(LEAST_STRETCH, rough * STRETCH);
  for (let i = 0; i < corners.length; i += 2) {
    const next = (i + 2) % corners.length;
    const [ax, ay] = [corners[i], corners[i + 1]];
    const [dx, dy] = [corners[next] - ax, corners[next + 1] - ay];
    const length2 = Math.sqrt(dx * dx + dy * dy);
    const count = Math.max(1, Math.ceil(length2 / part2));
    for (let n = 0; n < count && length2 > 0; n++) {
      const [x, y] = [ax + dx * n / count, ay + dy * n / count];
      const stray = 2.4 * rough * (layeredNoise(x / (3 * rough), y / (3 * rough), seed2, 4) - 0.5);
      out.push(x - dy / length2 * stray, y + dx / length2 * stray);
    }
  }
  return out;
};
var outlineContour = (dials, motion, pxPerMm2) => {
  const corners = cornersOf3(dials);
  const run = dials.rough > 0 ? roughened(corners, dials.rough, dials.seed) : corners;
  const out = [];
  for (let i = 0; i < run.length; i += 2) {
    const [x, y] = movedBy(motion, run[i], run[i + 1]);
    out.push(x * pxPerMm2, y * pxPerMm2);
  }
  return out;
};

// packages/core/src/masks/strokes.ts
var LEAST_PRESSURE = 0.15;
var trackOf = (stroke, motion, pxPerMm2) => {
  const points = pointsOf(stroke.path);
  const pressures = stroke.pressures === void 0 ? [] : pressuresOf(stroke.pressures);
  const count = points.length / 2;
  const [x, y, radius, along] = [0, 0, 0, 0].map(() => new Float64Array(count));
  const widest = stroke.size / 2 * scaleOf(motion) * pxPerMm2;
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let i = 0; i < count; i++) {
    const [mmX, mmY] = movedBy(motion, points[2 * i] / STROKE_UNITS, points[2 * i + 1] / STROKE_UNITS);
    const [px, py] = [Math.floor(mmX * pxPerMm2 * 256 + 0.5) / 256, Math.floor(mmY * pxPerMm2 * 256 + 0.5) / 256];
    const pressure = Math.max(LEAST_PRESSURE, (pressures[i] ?? 100) / 100);
    x[i] = px;
    y[i] = py;
    radius[i] = Math.max(0.5, widest * pressure);
    if (i > 0) {
      const [dx, dy] = [px - x[i - 1], py - y[i - 1]];
      along[i] = along[i - 1] + Math.sqrt(dx * dx + dy * dy);
    }
    left = Math.min(left, px);
    top = Math.min(top, py);
    right = Math.max(right, px);
    bottom = Math.max(bottom, py);
  }
  const reach = Math.ceil(Math.max(0.5, widest)) + 1;
  const [x0, y0] = [Math.floor(left) - reach, Math.floor(top) - reach];
  return { x, y, radius, along, bounds: { x: x0, y: y0, width: Math.ceil(right) + reach - x0, height: Math.ceil(bottom) + reach - y0 } };
};
var stretch = (track2, i, softness, area, out) => {
  const j = Math.min(i + 1, track2.x.length - 1);
  const [ax, ay, ar, as] = [track2.x[i], track2.y[i], track2.radius[i], track2.along[i]];
  const [bx, by, br, bs] = [track2.x[j], track2.y[j], track2.radius[j], track2.along[j]];
  const [dx, dy] = [bx - ax, by - ay];
  const length2 = dx * dx + dy * dy;
  const length3 = Math.sqrt(length2);
  const widest = Math.max(ar, br) + 1;
  const x0 = Math.max(area.x, Math.floor(Math.min(ax, bx) - widest));
  const x1 = Math.min(area.x + area.width, Math.ceil(Math.max(ax, bx) + widest));
  const y0 = Math.max(area.y, Math.floor(Math.min(ay, by) - widest));
  const y1 = Math.min(area.y + area.height, Math.ceil(Math.max(ay, by) + widest));
  for (let y = y0; y < y1; y++) {
    for (let x = x0, o = (y - area.y) * area.width + x0 - area.x; x < x1; x++, o++) {
      const [px, py] = [x + 0.5 - ax, y + 0.5 - ay];
      const t = length2 > 0 ? Math.max(0, Math.min(1, (px * dx + py * dy) / length2)) : 0;
      const [ex, ey] = [px - t * dx, py - t * dy];
      const away = Math.sqrt(ex * ex + ey * ey);
      const radius = ar + (br - ar) * t;
      const edge = softness * radius;
      let depth = edge > 1 ? (radius - away) / edge : radius - away + 0.5;
      if (depth <= 0) continue;
      if (depth > 1) depth = 1;
      else if (edge > 1) depth = depth * depth * (3 - 2 * depth);
      if (depth <= out.depth[o]) continue;
      out.depth[o] = depth;
      out.along[o] = as + (bs - as) * t;
      out.across[o] = length3 > 0 ? (px * dy - py * dx) / length3 : px;
    }
  }
};
var SETTLED_ROWS = 16;
function* settle(stroke, motion, pxPerMm2, area, from, plane2, region) {
  const tip = tipOf(stroke.tip);
  const back = undone(motion);
  const scale = scaleOf(motion) * pxPerMm2;
  const strength = stroke.strength * ONE * (stroke.erases ? -1 : 1);
  const at2 = { depth: 0, along: 0, across: 0, x: 0, y: 0, seed: stroke.seed, pixel: 1 / scale };
  for (let row3 = 0, i = 0; row3 < area.height; row3++) {
    if (row3 % SETTLED_ROWS === SETTLED_ROWS - 1) yield;
    let o = (area.y + row3 - region.y) * region.width + area.x - region.x;
    for (let column = 0; column < area.width; column++, i++, o++) {
      const depth = from.depth[i];
      if (depth === 0) continue;
      const [mmX, mmY] = [(area.x + column + 0.5) / pxPerMm2, (area.y + row3 + 0.5) / pxPerMm2];
      at2.depth = depth;
      at2.along = from.along[i] / scale;
      at2.across = from.across[i] / scale;
      at2.x = back.a * mmX + back.b * mmY + back.c;
      at2.y = back.d * mmX + back.e * mmY + back.f;
      const value2 = plane2[o] + Math.floor(tip.shape(at2) * strength + 0.5);
      plane2[o] = value2 < 0 ? 0 : value2 > ONE ? ONE : value2;
    }
  }
}
function* paintStrokes(before, region, strokes2, motion, pxPerMm2, arena) {
  let plane2 = before;
  for (const stroke of strokes2) {
    if (stroke.path === "") continue;
    const track2 = trackOf(stroke, motion, pxPerMm2);
    const area = overlap(track2.bounds, region);
    if (!area) continue;
    const count = sizeOf(area);
    const depths = { depth: new Float32Array(count), along: new Float32Array(count), across: new Float32Array(count) };
    for (let i = 0; i < Math.max(1, track2.x.length - 1); i++) {
      stretch(track2, i, stroke.softness, area, depths);
      yield;
    }
    if (plane2 === before) {
      plane2 = arena.plane(before.length);
      plane2.set(before);
    }
    yield* settle(stroke, motion, pxPerMm2, area, depths, plane2, region);
    yield;
  }
  return plane2;
}

// packages/core/src/masks/painted.ts
var DIALS = {};
var PARTS = { strokes: list(STROKE) };
var KEPT_STROKES = 8;
var paintedNode = (strokes2, motion, pxPerMm2) => {
  const before = Math.floor(Math.max(0, strokes2.length - 1) / KEPT_STROKES) * KEPT_STROKES;
  const under2 = before > 0 ? paintedNode(strokes2.slice(0, before), motion, pxPerMm2) : null;
  const late = strokes2.slice(before);
  return planeOf(
    keyOf("painted", { late, motion, pxPerMm: pxPerMm2 }, under2 ? [under2] : []),
    under2 ? [under2] : [],
    0,
    "dear",
    function* (region, work) {
      const before2 = under2 ? (yield* rendered(under2, region, work)).tone : blankPlane(sizeOf(region));
      return yield* paintStrokes(before2, region, late, motion, pxPerMm2, work.kernels.arena);
    }
  );
};
var painted = {
  kind: "painted",
  title: "Painted mask",
  purpose: "Shows where it was painted with a brush.",
  words: "brush paint by hand strokes eraser erase",
  dials: DIALS,
  parts: PARTS,
  begins: { strokes: [] },
  follows: "art",
  // Nothing painted yet hides nothing: the first strokes take away.
  joins: { first: "without" },
  plane: ({ strokes: strokes2 }, { motion, pxPerMm: pxPerMm2 }) => paintedNode(strokes2, motion, pxPerMm2),
  moved: (mask, motion) => ({ ...mask, strokes: movedStrokes(mask.strokes, motion) }),
  upgraded: (mask) => ({ ...mask, strokes: each2(mask.strokes, upgradedStroke) }),
  inWords: ({ strokes: strokes2 }) => `${strokes2.length} ${strokes2.length === 1 ? "stroke" : "strokes"}`,
  change: (before, after2) => {
    if (before.strokes === after2.strokes) return null;
    return after2.strokes.length >= before.strokes.length ? "Brush stroke" : "Strokes removed";
  }
};

// packages/core/src/masks/recoloured-node.ts
var recolouredNode = (name3, dials, picture4, coverage, reach, recoloured) => ({
  key: keyOf(name3, dials, [picture4, coverage]),
  kind: "colour",
  keeping: "dear",
  want(region, wants2, work) {
    for (const input of [picture4, coverage]) wantOnce(input, grow2(region, reach), wants2, work);
  },
  *render(region, work) {
    const wide2 = grow2(region, reach);
    const seen = yield* rendered(picture4, wide2, work);
    const { tone } = yield* rendered(coverage, wide2, work);
    yield;
    return { kind: "colour", region, data: crop(recoloured(seen, tone).data, wide2, region, work.kernels.arena, 4) };
  }
});

// packages/core/src/raster/distance.ts
var distancesTo = (set, width, height, most) => {
  const far2 = (Math.ceil(most) + 1) ** 2;
  const squares2 = new Float64Array(width * height);
  for (let x = 0; x < width; x++) {
    let away = most + 1;
    for (let y = 0, i = x; y < height; y++, i += width) {
      away = set[i] ? 0 : away + 1;
      squares2[i] = Math.min(far2, away * away);
    }
    away = most + 1;
    for (let y = height - 1, i = y * width + x; y >= 0; y--, i -= width) {
      away = set[i] ? 0 : away + 1;
      squares2[i] = Math.min(squares2[i], away * away);
    }
  }
  const out = new Float64Array(width * height);
  const row3 = new Float64Array(width);
  const places = new Int32Array(width);
  const starts = new Float64Array(width + 1);
  for (let y = 0; y < height; y++) {
    row3.set(squares2.subarray(y * width, (y + 1) * width));
    lowestOfRow(row3, places, starts, out.subarray(y * width, (y + 1) * width), most);
  }
  return out;
};
var lowestOfRow = (row3, places, starts, out, most) => {
  const n = row3.length;
  let k = 0;
  places[0] = 0;
  starts[0] = -Infinity;
  starts[1] = Infinity;
  for (let q = 1; q < n; q++) {
    const at2 = (p) => (row3[q] + q * q - (row3[p] + p * p)) / (2 * q - 2 * p);
    let s = at2(places[k]);
    while (s <= starts[k]) s = at2(places[--k]);
    k++;
    places[k] = q;
    starts[k] = s;
    starts[k + 1] = Infinity;
  }
  k = 0;
  for (let q = 0; q < n; q++) {
    while (starts[k + 1] < q) k++;
    const p = places[k];
    out[q] = Math.min(most, Math.sqrt((q - p) * (q - p) + row3[p]));
  }
};

// packages/core/src/raster/guided.ts
var boxSums = (values2, width, height, reach) => {
  const across2 = new Float64Array(values2.length);
  for (let y = 0; y < height; y++) {
    const row3 = y * width;
    let sum = 0;
    for (let x = 0; x < Math.min(width, 2 * reach + 1); x++) sum += values2[row3 + x];
    for (let x = reach; x < width - reach; x++) {
      across2[row3 + x] = sum;
      sum += (values2[row3 + x + reach + 1] || 0) - values2[row3 + x - reach];
    }
  }
  const out = new Float64Array(values2.length);
  const sums2 = new Float64Array(width);
  const add2 = (y, sign) => {
    const row3 = y * width;
    for (let x = 0; x < width; x++) sums2[x] = sums2[x] + sign * across2[row3 + x];
  };
  for (let y = 0; y < Math.min(height, 2 * reach + 1); y++) add2(y, 1);
  for (let y = reach; y < height - reach; y++) {
    out.set(sums2, y * width);
    if (y + reach + 1 < height) add2(y + reach + 1, 1);
    add2(y - reach, -1);
  }
  return out;
};
var productOf = (one2, two2) => {
  const out = new Float64Array(one2.length);
  for (let i = 0; i < out.length; i++) out[i] = one2[i] * two2[i];
  return out;
};
var COEFFICIENT = 2 ** 16;
var guided = (guide, plane2, width, height, reach, epsilon) => {
  const size2 = plane2.length;
  const window2 = (2 * reach + 1) ** 2;
  const [r, g, b] = guide;
  const sum = (values2) => boxSums(values2, width, height, reach);
  const sums2 = { r: sum(Float64Array.from(r)), g: sum(Float64Array.from(g)), b: sum(Float64Array.from(b)) };
  const p = sum(Float64Array.from(plane2));
  const product = (one2, two2) => sum(productOf(one2, two2));
  const [rp, gp, bp] = [product(r, plane2), product(g, plane2), product(b, plane2)];
  const [rr, rg, rb, gg, gb, bb] = [product(r, r), product(r, g), product(r, b), product(g, g), product(g, b), product(b, b)];
  const [ar, ag, ab, offset] = [0, 0, 0, 0].map(() => new Float64Array(size2));
  const mean = 1 / window2 / ONE;
  const square = 1 / window2 / (ONE * ONE);
  for (let y = reach; y < height - reach; y++) {
    for (let x = reach, i = y * width + x; x < width - reach; x++, i++) {
      const mr = sums2.r[i] * mean;
      const mg = sums2.g[i] * mean;
      const mb = sums2.b[i] * mean;
      const mp = p[i] * mean;
      const crr = rr[i] * square - mr * mr + epsilon;
      const cgg = gg[i] * square - mg * mg + epsilon;
      const cbb = bb[i] * square - mb * mb + epsilon;
      const crg = rg[i] * square - mr * mg;
      const crb = rb[i] * square - mr * mb;
      const cgb = gb[i] * square - mg * mb;
      const pr = rp[i] * square - mr * mp;
      const pg = gp[i] * square - mg * mp;
      const pb = bp[i] * square - mb * mp;
      const irr = cgg * cbb - cgb * cgb;
      const irg = crb * cgb - crg * cbb;
      const irb = crg * cgb - crb * cgg;
      const igg = crr * cbb - crb * crb;
      const igb = crg * crb - crr * cgb;
      const ibb = crr * cgg - crg * crg;
      const whole4 = crr * irr + crg * irg + crb * irb;
      const vr = (irr * pr + irg * pg + irb * pb) / whole4;
      const vg = (irg * pr + igg * pg + igb * pb) / whole4;
      const vb = (irb * pr + igb * pg + ibb * pb) / whole4;
      ar[i] = Math.floor(vr * COEFFICIENT + 0.5);
      ag[i] = Math.floor(vg * COEFFICIENT + 0.5);
      ab[i] = Math.floor(vb * COEFFICIENT + 0.5);
      offset[i] = Math.floor((mp - vr * mr - vg * mg - vb * mb) * COEFFICIENT + 0.5);
    }
  }
  const means = [ar, ag, ab, offset].map((of) => boxSums(of, width, height, reach));
  const out = new Int16Array(size2);
  for (let i = 0; i < size2; i++) {
    const along = means[0][i] * r[i] + means[1][i] * g[i] + means[2][i] * b[i];
    const value2 = (along / ONE + means[3][i]) / window2 / COEFFICIENT;
    out[i] = Math.floor(Math.max(0, Math.min(1, value2)) * ONE + 0.5);
  }
  return out;
};
var weightedMeans = (values2, set, width, height, reach) => {
  const weighted2 = new Float64Array(values2.length);
  const weights = new Float64Array(values2.length);
  for (let i = 0; i < values2.length; i++) {
    weights[i] = set[i];
    weighted2[i] = set[i] ? values2[i] : 0;
  }
  const [sum, count] = [boxSums(weighted2, width, height, reach), boxSums(weights, width, height, reach)];
  for (let i = 0; i < sum.length; i++) sum[i] = count[i] ? sum[i] / count[i] : -1;
  return sum;
};

// packages/core/src/masks/soft-edges.ts
var EPSILON = 1e-6;
var SURE = Math.floor(0.97 * ONE);
var NONE = ONE - SURE;
var softReach = (bandMm, pxPerMm2) => {
  const half = Math.max(1, Math.floor(bandMm * pxPerMm2 / 2 + 0.5));
  return { half, window: Math.max(1, half) };
};
var softEdgeReach = (bandMm, pxPerMm2) => {
  const { half, window: window2 } = softReach(bandMm, pxPerMm2);
  return half + 1 + 2 * window2;
};
var channelsOf = ({ data }) => {
  const planes2 = [0, 1, 2].map(() => new Int16Array(data.length / 4));
  for (let i = 0, o = 0; i < data.length; i += 4, o++) {
    planes2[0][o] = data[i];
    planes2[1][o] = data[i + 1];
    planes2[2][o] = data[i + 2];
  }
  return planes2;
};
var softEdges = (picture4, rough, widened, bandMm, pxPerMm2) => {
  const { width, height } = picture4.region;
  const { half, window: window2 } = softReach(bandMm, pxPerMm2);
  const inside = new Uint8Array(rough.length);
  const outside = new Uint8Array(rough.length);
  for (let i = 0; i < rough.length; i++) {
    inside[i] = rough[i] >= HALF ? 1 : 0;
    outside[i] = 1 - inside[i];
  }
  const toInside = distancesTo(inside, width, height, half + 1);
  const toOutside = distancesTo(outside, width, height, half + 1);
  const near = new Uint8Array(rough.length);
  let any = 0;
  for (let i = 0; i < near.length; i++) {
    const isNear = toInside[i] <= half && toOutside[i] <= half;
    any |= near[i] = isNear || widened && widened[i] >= HALF ? 1 : 0;
  }
  if (any === 0) return rough;
  const fine = guided(channelsOf(picture4), rough, width, height, window2, EPSILON);
  const out = rough.slice();
  for (let i = 0; i < out.length; i++) if (near[i]) out[i] = fine[i];
  return out;
};
var foregroundReach = (bandMm, pxPerMm2) => softReach(bandMm, pxPerMm2).window;
var foregroundColours = (picture4, coverage, bandMm, pxPerMm2) => {
  const { width, height } = picture4.region;
  const reach = foregroundReach(bandMm, pxPerMm2);
  const sure = new Uint8Array(coverage.length);
  const none = new Uint8Array(coverage.length);
  let between4 = 0;
  for (let i = 0; i < coverage.length; i++) {
    sure[i] = coverage[i] >= SURE ? 1 : 0;
    none[i] = coverage[i] <= NONE ? 1 : 0;
    between4 |= 1 - sure[i] - none[i];
  }
  if (between4 === 0) return picture4;
  const data = picture4.data.slice();
  for (const [c, plane2] of channelsOf(picture4).entries()) {
    const subject = weightedMeans(plane2, sure, width, height, reach);
    const ground2 = weightedMeans(plane2, none, width, height, reach);
    for (let i = 0; i < coverage.length; i++) {
      if (sure[i] || none[i] || subject[i] < 0 || ground2[i] < 0) continue;
      const alpha = coverage[i] / ONE;
      const left = (plane2[i] - (1 - alpha) * ground2[i]) / alpha;
      const own = alpha * left + (1 - alpha) * subject[i];
      data[4 * i + c] = Math.floor(Math.max(0, Math.min(picture4.data[4 * i + 3], own)) + 0.5);
    }
  }
  return { ...picture4, data };
};

// packages/core/src/masks/cut-out.ts
var DIALS2 = {
  rough: length({ title: "Rough edge", min: 0, max: MOST_EDGE, default: 0, wide: true, more: "the edge strays further, as torn" }),
  seed: seed({ title: "Seed", default: 1, shownWhen: { dial: "rough", isNot: 0 } }),
  band: length({
    title: "Find soft edges within",
    min: 0,
    max: MOST_EDGE,
    default: 0,
    wide: true,
    more: "a wider band along the outline is looked at"
  })
};
var PARTS2 = {
  /** What the points are: corners of a polygon, or two opposite corners of a rectangle or of an ellipse's box. */
  outline: choice("polygon", "rectangle", "ellipse"),
  points: numbers(POINTS),
  /** Where the band was painted wider. */
  widened: list(STROKE)
};
var outlinePlane = ({ outline, points, rough, seed: seed2 }, motion, pxPerMm2) => {
  const dials = { outline, points, rough, seed: seed2 };
  let fill = null;
  return planeOf(keyOf("outline", { ...dials, motion, pxPerMm: pxPerMm2 }, []), [], 0, "dear", function* (region, { kernels }) {
    fill ??= new Fill([outlineContour(dials, motion, pxPerMm2)]);
    yield;
    return (yield* fill.covering(region, kernels.arena)) ?? blankPlane(sizeOf(region));
  });
};
var softEdgeNode = (picture4, rough, widened, bandMm, pxPerMm2) => {
  const reach = softEdgeReach(bandMm, pxPerMm2);
  const inputs = widened ? [picture4, rough, widened] : [picture4, rough];
  return planeOf(keyOf("soft edges", { bandMm, pxPerMm: pxPerMm2 }, inputs), inputs, reach, "dear", function* (_, work, wide2) {
    const seen = yield* rendered(picture4, wide2, work);
    const { tone } = yield* rendered(rough, wide2, work);
    const more = widened ? (yield* rendered(widened, wide2, work)).tone : null;
    yield;
    return softEdges(seen, tone, more, bandMm, pxPerMm2);
  });
};
var foregroundNode = (picture4, coverage, bandMm, pxPerMm2) => recolouredNode(
  "foreground",
  { bandMm, pxPerMm: pxPerMm2 },
  picture4,
  coverage,
  foregroundReach(bandMm, pxPerMm2),
  (seen, tone) => foregroundColours(seen, tone, bandMm, pxPerMm2)
);
var isDrawn = ({ outline, points }) => points.length >= (outline === "polygon" ? 6 : 4);
var planeAt = (mask, { motion, pxPerMm: pxPerMm2, source }) => {
  if (!isDrawn(mask)) return null;
  const rough = outlinePlane(mask, motion, pxPerMm2);
  if (mask.band === 0 || !source) return rough;
  const widened = mask.widened.length > 0 ? paintedNode(mask.widened, motion, pxPerMm2) : null;
  return softEdgeNode(convertNode(source, "colour"), rough, widened, mask.band, pxPerMm2);
};
var cutOut = {
  kind: "cut-out",
  title: "Cut-out",
  purpose: "Shows what is inside an outline.",
  words: "crop trim outline lasso polygon rectangle ellipse clip knife soft edges clouds fur",
  dials: DIALS2,
  parts: PARTS2,
  begins: { outline: "polygon", points: [], widened: [] },
  follows: "art",
  plane: planeAt,
  foreground(mask, at2) {
    const plane2 = mask.invert || mask.band === 0 || !at2.source ? null : planeAt(mask, at2);
    return plane2 && at2.source ? foregroundNode(convertNode(at2.source, "colour"), plane2, mask.band, at2.pxPerMm) : null;
  },
  moved: (mask, motion) => ({ ...mask, points: movedPoints(mask.points, motion), widened: movedStrokes(mask.widened, motion) }),
  upgraded: (mask) => ({ ...mask, widened: each2(mask.widened, upgradedStroke) }),
  inWords: ({ outline, points, band }) => {
    if (points.length === 0) return "not drawn yet";
    return band > 0 ? `${outline}, soft edges in ${Number(band.toFixed(1))} mm` : outline;
  }
};

// packages/core/src/masks/light.ts
var DIALS3 = {};
var PARTS3 = {
  of: either(record({ pass: referring("pass", ID) }), record({ picture: PICTURE_REF, placement: PLACEMENT }))
};
var light = {
  kind: "picture",
  title: "Mask by light and dark",
  purpose: "Shows where another pass or picture is light.",
  words: "luminance luma picture texture another pass",
  dials: DIALS3,
  parts: PARTS3,
  begins: {},
  follows: "art",
  wantsPicture: true,
  plane: ({ of }, { pass: pass3, picture: picture4 }) => lightNode(convertNode("pass" in of ? pass3(of.pass) : picture4(of.picture, of.placement), "tone")),
  moved: (mask, _, placed3) => "pass" in mask.of ? mask : { ...mask, of: { ...mask.of, placement: placed3(mask.of.placement) } },
  inWords: ({ of }) => "pass" in of ? "light of a pass" : "light of a picture"
};

// packages/core/src/steps/statistics.ts
var TONE_BINS = 1024;
var emptyStatistics = () => ({ weights: new Float64Array(TONE_BINS + 1), total: 0 });
var addTones = (sums2, { tone, coverage }) => {
  const { weights } = sums2;
  for (let i = 0; i < tone.length; i++) {
    const weight = coverage ? coverage[i] / ONE : 1;
    const bin = tone[i] + 8 >> 4;
    weights[bin] = weights[bin] + weight;
    sums2.total += weight;
  }
};
var toneAtShare = (statistics, below2) => {
  let sum = 0;
  for (let bin = 0; bin <= TONE_BINS; bin++) {
    sum += statistics.weights[bin];
    if (sum > below2 * statistics.total) return bin / TONE_BINS;
  }
  return statistics.total > 0 ? 1 : 0;
};
var meanTone = (statistics) => {
  let sum = 0;
  for (let bin = 0; bin <= TONE_BINS; bin++) sum += statistics.weights[bin] * bin;
  return statistics.total > 0 ? sum / TONE_BINS / statistics.total : 0;
};
var toneReading = (statistics) => {
  const shareFrom = (from, to) => {
    let sum = 0;
    for (let bin = 0; bin <= TONE_BINS; bin++) {
      if (bin / TONE_BINS >= from && bin / TONE_BINS < to) sum += statistics.weights[bin];
    }
    return statistics.total > 0 ? sum / statistics.total : 0;
  };
  return { white: shareFrom(0.85, 2), grey: shareFrom(0.15, 0.85), black: shareFrom(-1, 0.15), blown: shareFrom(0.995, 2) };
};

// packages/core/src/nodes/statistics-node.ts
var READ_TILE = 256;
function* readInTiles(node, region, work, read) {
  for (const tile2 of tilesOf(region, READ_TILE)) {
    yield* scoped(work, function* (inside) {
      read(yield* rendered(node, tile2, inside));
    });
  }
}
var nameOf = ({ node, samples }) => samples ? `${node.key} sampled` : node.key;
function* statisticsOf(wanted, work) {
  const { node, region, samples } = wanted;
  const known = work.statistics.get(nameOf(wanted));
  if (known) return known;
  const statistics = emptyStatistics();
  for (const piece of samples ?? [region]) yield* readInTiles(node, piece, work, (tones3) => addTones(statistics, tones3));
  work.statistics.put(nameOf(wanted), statistics, statistics.weights.byteLength);
  return statistics;
}
var wantStatistics = (statistics, wants2, work) => {
  const { node, region, samples } = statistics;
  if (work.statistics.get(nameOf(statistics))) return;
  for (const piece of samples ?? [region]) for (const tile2 of tilesOf(piece, READ_TILE)) wantOnce(node, tile2, wants2, work);
};

// packages/core/src/raster/components.ts
var componentsOf = (set, width, height, neighbours) => {
  const labels = new Int32Array(width * height);
  const parent = [0];
  const rootOf = (label) => {
    let root2 = label;
    while (parent[root2] !== root2) root2 = parent[root2];
    for (let at2 = label; at2 !== root2; ) {
      const next = parent[at2];
      parent[at2] = root2;
      at2 = next;
    }
    return root2;
  };
  const join6 = (a, b) => {
    if (a === 0 || a === b) return b;
    if (b === 0) return a;
    const [ra, rb] = [rootOf(a), rootOf(b)];
    const least = Math.min(ra, rb);
    parent[ra] = parent[rb] = least;
    return least;
  };
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      if (!set[i]) continue;
      let label = x > 0 ? labels[i - 1] : 0;
      if (y > 0) {
        label = join6(labels[i - width], label);
        if (neighbours === 8 && x > 0) label = join6(labels[i - width - 1], label);
        if (neighbours === 8 && x < width - 1) label = join6(labels[i - width + 1], label);
      }
      if (label === 0) {
        label = parent.length;
        parent.push(label);
      }
      labels[i] = label;
    }
  }
  return numbered(labels, width, parent, rootOf);
};
var numbered = (labels, width, parent, rootOf) => {
  const names = new Int32Array(parent.length);
  let count = 0;
  for (let label = 1; label < parent.length; label++) {
    const root2 = rootOf(label);
    names[label] = root2 === label ? ++count : names[root2];
  }
  const boxes = new Int32Array(4 * (count + 1));
  for (let piece = 0; piece <= count; piece++) boxes.set([2147483647, 2147483647, -1, -1], 4 * piece);
  for (let row3 = 0, y = 0; row3 < labels.length; row3 += width, y++) {
    for (let x = 0; x < width; x++) {
      const label = labels[row3 + x];
      if (label === 0) continue;
      const piece = names[label];
      labels[row3 + x] = piece;
      const b = 4 * piece;
      if (x < boxes[b]) boxes[b] = x;
      if (y < boxes[b + 1]) boxes[b + 1] = y;
      if (x > boxes[b + 2]) boxes[b + 2] = x;
      if (y > boxes[b + 3]) boxes[b + 3] = y;
    }
  }
  return { labels, count, boxes };
};

// packages/core/src/masks/edge.ts
var SIGMAS = 4;
var LEAST_PX = 0.15;
var growPx = ({ grow: grow3 }, pxPerMm2) => Math.abs(grow3 * pxPerMm2) < LEAST_PX ? 0 : grow3 * pxPerMm2;
var sigmaPx = ({ feather: feather2 }, pxPerMm2) => feather2 * pxPerMm2 / SIGMAS < LEAST_PX ? 0 : feather2 * pxPerMm2 / SIGMAS;
var edgeReach = (dials, pxPerMm2) => {
  const grown = growPx(dials, pxPerMm2);
  const sigma = sigmaPx(dials, pxPerMm2);
  return (grown === 0 ? 0 : Math.ceil(Math.abs(grown)) + 2) + (sigma === 0 ? 0 : blurReach(sigma));
};
var grownBy = (plane2, { width, height }, by) => {
  const outward = by > 0;
  const set = new Uint8Array(plane2.length);
  for (let i = 0; i < plane2.length; i++) set[i] = plane2[i] >= HALF === outward ? 1 : 0;
  const far2 = Math.abs(by);
  const away = distancesTo(set, width, height, far2 + 2);
  const out = new Int16Array(plane2.length);
  for (let i = 0; i < plane2.length; i++) {
    const covered = Math.floor(Math.max(0, Math.min(1, far2 + 1 - away[i])) * ONE + 0.5);
    out[i] = outward ? covered : ONE - covered;
  }
  return out;
};
var edged = (plane2, region, dials, pxPerMm2, kernels) => {
  const by = growPx(dials, pxPerMm2);
  const sigma = sigmaPx(dials, pxPerMm2);
  const grown = by === 0 ? plane2 : grownBy(plane2, region, by);
  return sigma === 0 ? grown : blurred(grown, 1, region, sigma, kernels);
};

// packages/core/src/raster/specks.ts
var speckReach = (most) => most >= 1 ? Math.ceil(most) + 1 : 0;
var cleaned2 = (plane2, { width, height }, specksPx, holesPx, kernels) => {
  if (specksPx < 1 && holesPx < 1) return plane2;
  const out = kernels.arena.plane(plane2.length);
  out.set(plane2);
  if (specksPx >= 1) kernels.dropSpecks(out, width, height, specksPx);
  if (holesPx >= 1) {
    kernels.complement(out, ONE, out);
    kernels.dropSpecks(out, width, height, holesPx);
    kernels.complement(out, ONE, out);
  }
  return out;
};

// packages/core/src/masks/mask-nodes.ts
var cleanedNode = (plane2, specksMm, holesMm, pxPerMm2) => {
  const [specks, holes] = [specksMm * pxPerMm2, holesMm * pxPerMm2];
  const reach = speckReach(specks) + speckReach(holes);
  if (reach === 0) return plane2;
  return planeOf(keyOf("cleaned", { specks, holes }, [plane2]), [plane2], reach, "dear", function* (_, work, wide2) {
    const { tone } = yield* rendered(plane2, wide2, work);
    yield;
    return uniformValue(tone) === null ? cleaned2(tone, wide2, specks, holes, work.kernels) : tone;
  });
};
var edgedNode = (plane2, dials, pxPerMm2) => {
  const reach = edgeReach(dials, pxPerMm2);
  if (reach === 0) return plane2;
  return planeOf(keyOf("edged", { dials, pxPerMm: pxPerMm2 }, [plane2]), [plane2], reach, "dear", function* (_, work, wide2) {
    const { tone } = yield* rendered(plane2, wide2, work);
    yield;
    return edged(tone, wide2, dials, pxPerMm2, work.kernels);
  });
};

// packages/core/src/units/srgb.ts
var decoded = (v) => v <= 0.04045 ? v / 12.92 : power((v + 0.055) / 1.055, 2.4);
var encoded = (light2) => light2 <= 31308e-7 ? light2 * 12.92 : 1.055 * power(light2, 1 / 2.4) - 0.055;

// packages/core/src/units/lab.ts
var WHITE = [0.3127 / 0.329, 1, (1 - 0.3127 - 0.329) / 0.329];
var root = (t) => t > 216 / 24389 ? power(t, 1 / 3) : (t * (24389 / 27) + 16) / 116;
var labOfSrgb = (red, green, blue) => {
  const [r, g, b] = [decoded(red), decoded(green), decoded(blue)];
  const x = root((0.41239079926595934 * r + 0.357584339383878 * g + 0.1804807884018343 * b) / WHITE[0]);
  const y = root((0.21263900587151027 * r + 0.715168678767756 * g + 0.07219231536073371 * b) / WHITE[1]);
  const z = root((0.01933081871559182 * r + 0.11919477979462598 * g + 0.9505321522496607 * b) / WHITE[2]);
  return { l: 116 * y - 16, a: 500 * (x - y), b: 200 * (y - z) };
};

// packages/core/src/raster/colour.ts
var rgbOfHex = (hex) => {
  const value2 = parseInt(hex.slice(1), 16);
  return [from8(value2 >> 16), from8(value2 >> 8 & 255), from8(value2 & 255)];
};

// packages/core/src/units/ciede2000.ts
var seventh = (v) => v * v * v * v * v * v * v;
var POW_25_7 = 6103515625;
var HALF_TURN = 180 + 1e-9;
var hueOf = (b, a) => {
  if (a === 0 && b === 0) return 0;
  const deg = atan2Deg(b, a);
  return deg < 0 ? deg + 360 : deg;
};
var ciede2000 = (one2, two2) => {
  const [c1, c2] = [Math.sqrt(one2.a * one2.a + one2.b * one2.b), Math.sqrt(two2.a * two2.a + two2.b * two2.b)];
  const mean7 = seventh((c1 + c2) / 2);
  const g = 0.5 * (1 - Math.sqrt(mean7 / (mean7 + POW_25_7)));
  const [a1, a2] = [(1 + g) * one2.a, (1 + g) * two2.a];
  const [chroma1, chroma2] = [Math.sqrt(a1 * a1 + one2.b * one2.b), Math.sqrt(a2 * a2 + two2.b * two2.b)];
  const [h1, h2] = [hueOf(one2.b, a1), hueOf(two2.b, a2)];
  const grey = chroma1 * chroma2 === 0;
  const apart2 = h2 - h1;
  const turn = grey ? 0 : apart2 > HALF_TURN ? apart2 - 360 : apart2 < -HALF_TURN ? apart2 + 360 : apart2;
  const dL = two2.l - one2.l;
  const dC = chroma2 - chroma1;
  const dH = 2 * Math.sqrt(chroma1 * chroma2) * sinDeg(turn / 2);
  const l = (one2.l + two2.l) / 2;
  const c = (chroma1 + chroma2) / 2;
  const sum = h1 + h2;
  const h = grey ? sum : Math.abs(apart2) <= HALF_TURN ? sum / 2 : sum < 360 ? (sum + 360) / 2 : (sum - 360) / 2;
  const t = 1 - 0.17 * cosDeg(h - 30) + 0.24 * cosDeg(2 * h) + 0.32 * cosDeg(3 * h + 6) - 0.2 * cosDeg(4 * h - 63);
  const bump = (h - 275) / 25;
  const turned = 30 * exp(-bump * bump);
  const c7 = seventh(c);
  const rc = 2 * Math.sqrt(c7 / (c7 + POW_25_7));
  const off = (l - 50) * (l - 50);
  const [sl, sc, sh] = [1 + 0.015 * off / Math.sqrt(20 + off), 1 + 0.045 * c, 1 + 0.015 * c * t];
  const [wl, wc, wh] = [dL / sl, dC / sc, dH / sh];
  return Math.sqrt(Math.max(0, wl * wl + wc * wc + wh * wh - sinDeg(2 * turned) * rc * wc * wh));
};

// packages/core/src/masks/near-colours.ts
var LONGEST_PASSAGE = 30;
var PLACES = 1 << 16;
var labOf8 = (rgb) => labOfSrgb((rgb >> 16) / 255, (rgb >> 8 & 255) / 255, (rgb & 255) / 255);
var shareOf2 = (rgb, samples, { tolerance, softness }) => {
  const lab = labOf8(rgb);
  let nearest4 = Infinity;
  for (const sample of samples) nearest4 = Math.min(nearest4, ciede2000(sample, lab));
  const passage3 = softness * LONGEST_PASSAGE;
  if (nearest4 <= tolerance) return ONE;
  return passage3 > 0 ? Math.floor(Math.max(0, 1 - (nearest4 - tolerance) / passage3) * ONE + 0.5) : 0;
};
var picked = ({ data }, dials) => {
  const samples = dials.samples.map(({ colour: colour2 }) => {
    const [r, g, b] = rgbOfHex(colour2);
    return labOfSrgb(r / ONE, g / ONE, b / ONE);
  });
  const out = new Int16Array(data.length / 4);
  if (samples.length === 0) return out;
  const keys = new Int32Array(PLACES).fill(-1);
  const values2 = new Int16Array(PLACES);
  for (let i = 0, o = 0; o < out.length; i += 4, o++) {
    const alpha = data[i + 3];
    if (alpha === 0) continue;
    const r = Math.min(255, Math.floor(data[i] * 255 / alpha + 0.5));
    const g = Math.min(255, Math.floor(data[i + 1] * 255 / alpha + 0.5));
    const b = Math.min(255, Math.floor(data[i + 2] * 255 / alpha + 0.5));
    const rgb = r << 16 | g << 8 | b;
    const place = Math.imul(rgb, 2654435761) >>> 16 & PLACES - 1;
    if (keys[place] !== rgb) {
      keys[place] = rgb;
      values2[place] = shareOf2(rgb, samples, dials);
    }
    out[o] = values2[place] * alpha + ONE / 2 >> 14;
  }
  return out;
};

// packages/core/src/masks/pick.ts
var DIALS4 = {
  tolerance: number2({ title: "Tolerance", unit: "\u0394E", min: 0, max: 100, step: 0.5, default: 8, more: "colours farther off count too" }),
  softness: share2({ title: "Softness", default: 0.2, more: "a longer passage beyond the tolerance" }),
  connected: toggle2({ title: "Only connected areas", default: false }),
  smallest: length({ title: "Smallest patch", min: 0, max: MOST_EDGE, default: 0, wide: true, more: "larger patches are left out" })
};
var SAMPLE = record({ x: number(), y: number(), colour: HEX });
var PARTS4 = { samples: list(SAMPLE) };
var pickedNode = (picture4, { samples, tolerance, softness }) => {
  const colours = samples.map(({ colour: colour2 }) => colour2);
  return planeOf(keyOf("picked", { colours, tolerance, softness }, [picture4]), [picture4], 0, "dear", function* (region, work) {
    const seen = yield* rendered(picture4, region, work);
    yield;
    return picked(seen, { samples, tolerance, softness });
  });
};
var reachedFrom = (set, { width, height }, places, pxPerMm2) => {
  const { labels, count } = componentsOf(set, width, height, 8);
  const wanted = new Uint8Array(count + 1);
  for (const { x, y } of places) {
    const [px, py] = [Math.floor(x * pxPerMm2), Math.floor(y * pxPerMm2)];
    if (px >= 0 && py >= 0 && px < width && py < height) wanted[labels[py * width + px]] = 1;
  }
  wanted[0] = 0;
  const out = new Uint8Array(set.length);
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      if (!wanted[labels[i]]) continue;
      for (let dy = -1; dy <= 1; dy++) {
        for (let dx = -1; dx <= 1; dx++) {
          if (x + dx >= 0 && x + dx < width && y + dy >= 0 && y + dy < height) out[i + dy * width + dx] = 1;
        }
      }
    }
  }
  return out;
};
var connectedNode = (plane2, coarse, places, pxPerMm2) => {
  const { region: whole4 } = coarse;
  let reached = null;
  const key = keyOf("connected", { places: places.map(({ x, y }) => [x, y]), pxPerMm: pxPerMm2 }, [plane2, coarse.plane]);
  const node = planeOf(key, [plane2], 0, "dear", function* (region, work) {
    const { tone } = yield* rendered(plane2, region, work);
    if (isBlank(tone)) return tone;
    if (!reached) {
      const set = new Uint8Array(sizeOf(whole4));
      yield* readInTiles(coarse.plane, whole4, work, ({ tone: part2, region: tile2 }) => {
        for (let i = 0; i < part2.length; i++) {
          const at2 = (tile2.y - whole4.y + Math.floor(i / tile2.width)) * whole4.width + tile2.x - whole4.x + i % tile2.width;
          set[at2] = part2[i] >= HALF ? 1 : 0;
        }
      });
      reached = reachedFrom(set, whole4, places, coarse.pxPerMm);
    }
    const out = work.kernels.arena.plane(tone.length);
    for (let row3 = 0, i = 0; row3 < region.height; row3++) {
      const y = Math.floor((region.y + row3 + 0.5) / pxPerMm2 * coarse.pxPerMm);
      for (let column = 0; column < region.width; column++, i++) {
        const x = Math.floor((region.x + column + 0.5) / pxPerMm2 * coarse.pxPerMm);
        const inside = x >= 0 && y >= 0 && x < whole4.width && y < whole4.height;
        out[i] = inside && reached[y * whole4.width + x] ? tone[i] : 0;
      }
    }
    return out;
  });
  return {
    ...node,
    want(region, wants2, work) {
      wantOnce(plane2, region, wants2, work);
      for (const tile2 of tilesOf(whole4, READ_TILE)) wantOnce(coarse.plane, tile2, wants2, work);
    }
  };
};
var pick = {
  kind: "pick",
  title: "Pick by colour",
  purpose: "Shows what is near the sampled colours.",
  words: "by colour select ground background take away remove",
  dials: DIALS4,
  parts: PARTS4,
  begins: { samples: [] },
  follows: "sheet",
  plane(mask, { source, coarse, pxPerMm: pxPerMm2 }) {
    if (mask.samples.length === 0 || !source) return null;
    const near = pickedNode(convertNode(source, "colour"), mask);
    const clean = cleanedNode(near, mask.smallest, 0, pxPerMm2);
    const whole4 = coarse(near);
    return mask.connected ? connectedNode(clean, whole4, mask.samples, pxPerMm2) : clean;
  },
  inWords: ({ samples, tolerance }) => samples.length === 0 ? "no sample yet" : `${samples.length} ${samples.length === 1 ? "sample" : "samples"} \xB1 ${tolerance}`
};

// packages/core/src/steps/tone/table.ts
var toneTable = (f3) => {
  const table = new Int16Array(ONE + 1);
  for (let v = 0; v <= ONE; v++) table[v] = Math.floor(Math.max(0, Math.min(1, f3(v / ONE))) * ONE + 0.5);
  return table;
};
var weakened = (table, amount) => amount === ONE ? table : table.map((to, from) => from + ((to - from) * amount + ONE / 2 >> 14));
var joined = (first, second) => first.map((value2) => second[value2]);

// packages/core/src/masks/tones.ts
var LONGEST_PASSAGE2 = 0.5;
var DIALS5 = {
  from: share2({ title: "From tone", default: 0, more: "the darkest tones are left out" }),
  to: share2({ title: "To tone", default: 0.5, more: "lighter tones count too" }),
  softness: share2({ title: "Softness", default: 0.1, more: "a longer passage beyond either end" }),
  smallest: length({ title: "Smallest patch", min: 0, max: MOST_EDGE, default: 0, wide: true, more: "larger patches are left out" })
};
var PARTS5 = {};
var shown = (tone, { from, to, softness }) => {
  const beyond2 = Math.max(Math.min(from, to) - tone, tone - Math.max(from, to));
  if (beyond2 <= 0) return 1;
  return softness > 0 ? Math.max(0, 1 - beyond2 / (softness * LONGEST_PASSAGE2)) : 0;
};
var percent = (value2) => Math.floor(100 * value2 + 0.5);
var tones = {
  kind: "tones",
  title: "Pick by tone",
  purpose: "Shows where the picture, before its steps, is as dark or light as you say.",
  words: "darks lights shadows highlights luminosity range remove white ground",
  dials: DIALS5,
  parts: PARTS5,
  begins: {},
  follows: "sheet",
  plane({ from, to, softness, smallest }, { source, pxPerMm: pxPerMm2 }) {
    if (!source) return null;
    const dials = { from, to, softness };
    const table = toneTable((tone) => shown(tone, dials));
    return cleanedNode(takenNode(convertNode(convertNode(source, "colour"), "tone"), table, { tones: dials }), smallest, 0, pxPerMm2);
  },
  inWords: ({ from, to }) => `${percent(Math.min(from, to))} \u2026 ${percent(Math.max(from, to))} % of white`
};

// packages/core/src/masks/kinds.ts
var MASKS = [painted, cutOut, pick, tones, light];
var BY_KIND = new Map(MASKS.map((mask) => [mask.kind, mask]));
var maskOfKind = (kind) => BY_KIND.get(kind);
var MASK = named(
  "mask",
  () => kinds(
    Object.fromEntries(
      MASKS.map(({ kind, title, purpose, dials, parts }) => [
        kind,
        { ...record({ ...MASK_BASE, ...parts, ...dialFields(dials) }), title, description: purpose }
      ])
    )
  )
);

// packages/core/src/sheet/walk.ts
function* passesOf(passes) {
  for (const pass3 of passes) {
    yield pass3;
    if (pass3.source.kind === "group") yield* passesOf(pass3.source.passes);
  }
}
var findPass = (sheet2, id) => {
  for (const pass3 of passesOf(sheet2.passes)) if (pass3.id === id) return pass3;
  return void 0;
};
function* wearsOf(sheet2) {
  for (const pass3 of passesOf(sheet2.passes)) for (const wear of pass3.wear) yield { pass: pass3, wear };
}
var masksOf = (pass3) => {
  const steps2 = pass3.steps;
  const zones = steps2.flatMap((step2) => step2.zones ?? []);
  const wear = pass3.wear;
  return [pass3, ...steps2, ...zones, ...wear].flatMap((holder) => holder.masks ?? []);
};
var mapPasses = (passes, id, change) => passes.map((pass3) => {
  if (pass3.id === id) return change(pass3);
  if (pass3.source.kind !== "group") return pass3;
  return { ...pass3, source: { ...pass3.source, passes: mapPasses(pass3.source.passes, id, change) } };
});
var withPass = (sheet2, id, change) => ({
  ...sheet2,
  passes: mapPasses(sheet2.passes, id, change)
});
var withStep = (sheet2, passId, stepId, change) => withPass(sheet2, passId, (pass3) => ({
  ...pass3,
  steps: pass3.steps.map((step2) => step2.id === stepId ? change(step2) : step2)
}));
var momentsOf = (sheet2) => {
  const visit = (passes) => passes.flatMap((pass3) => [
    { pass: pass3.id, step: null },
    ...pass3.source.kind === "group" ? visit(pass3.source.passes) : [],
    ...pass3.steps.map((step2) => ({ pass: pass3.id, step: step2.id }))
  ]);
  return [{ pass: null, step: null }, ...visit(sheet2.passes)];
};
var sameMoment = (a, b) => a.pass === b.pass && a.step === b.step;
var peeled = (sheet2, moment) => {
  const moments = momentsOf(sheet2);
  const end = moments.findIndex((each3) => sameMoment(each3, moment));
  if (end < 0) return sheet2;
  const shown2 = new Set(moments.slice(0, end + 1).map(({ pass: pass3, step: step2 }) => `${pass3}/${step2}`));
  const change = (pass3) => ({
    ...pass3,
    on: pass3.on && shown2.has(`${pass3.id}/null`),
    steps: pass3.steps.map((step2) => ({ ...step2, on: step2.on && shown2.has(`${pass3.id}/${step2.id}`) })),
    source: pass3.source.kind === "group" ? { ...pass3.source, passes: pass3.source.passes.map(change) } : pass3.source
  });
  return { ...sheet2, passes: sheet2.passes.map(change) };
};

// packages/core/src/raster/filter.ts
var PHASES = 256;
var wholeWeights = (taps, weightsAt) => {
  const weights = new Int16Array(PHASES * taps);
  for (let phase = 0; phase < PHASES; phase++) {
    const real = weightsAt(phase / PHASES);
    const whole4 = real.map((w) => Math.round(w * ONE));
    const largest = whole4.indexOf(Math.max(...whole4));
    whole4[largest] = whole4[largest] + ONE - whole4.reduce((a, b) => a + b, 0);
    weights.set(whole4, phase * taps);
  }
  return weights;
};
var paddedTo4 = (taps, weights) => {
  if (taps > 4) return null;
  const padded = new Int16Array(4 * PHASES);
  for (let phase = 0; phase < PHASES; phase++) padded.set(weights.subarray(phase * taps, (phase + 1) * taps), 4 * phase);
  return padded;
};
var axisOf = (taps, offset, weights) => ({
  taps,
  offset,
  weights,
  padded: paddedTo4(taps, weights)
});
var CATMULL_ROM = axisOf(
  4,
  -1.5,
  wholeWeights(4, (t) => [
    ((2 - t) * t - 1) * t * 0.5,
    ((3 * t - 5) * t * t + 2) * 0.5,
    ((4 - 3 * t) * t + 1) * t * 0.5,
    (t - 1) * t * t * 0.5
  ])
);
var box = remembering(64, String, (scale) => {
  const taps = Math.ceil(scale) + 1;
  const weights = wholeWeights(
    taps,
    (phase) => Array.from({ length: taps }, (_, i) => Math.max(0, Math.min(i + 1, phase + scale) - Math.max(i, phase)) / scale)
  );
  return axisOf(taps, -scale / 2, weights);
});
var filterAxis = (scale) => scale < 1 ? CATMULL_ROM : box(scale);

// packages/core/src/raster/place.ts
var boxAffine = (placement, pxPerMm2, width, height) => {
  const cos = cosDeg(placement.turn);
  const sin = sinDeg(placement.turn);
  const perX = (placement.flipX ? -1 : 1) * (width / placement.width);
  const perY = (placement.flipY ? -1 : 1) * (height / placement.height);
  const a = cos / pxPerMm2 * perX;
  const b = -sin / pxPerMm2 * perX;
  const d = sin / pxPerMm2 * perY;
  const e = cos / pxPerMm2 * perY;
  return {
    a,
    b,
    c: width / 2 - (cos * placement.x - sin * placement.y) * perX,
    d,
    e,
    f: height / 2 - (sin * placement.x + cos * placement.y) * perY
  };
};
var samplingOf = (info, placement, pxPerMm2) => {
  const full3 = boxAffine(placement, pxPerMm2, info.width, info.height);
  const acrossScale = info.width / (placement.width * pxPerMm2);
  const downScale = info.height / (placement.height * pxPerMm2);
  let level = 0;
  while (level < info.levels - 1 && Math.min(acrossScale, downScale) / 2 ** (level + 1) >= 1) level++;
  const size2 = 2 ** level;
  return {
    level,
    affine: {
      a: full3.a / size2,
      b: full3.b / size2,
      c: full3.c / size2,
      d: full3.d / size2,
      e: full3.e / size2,
      f: full3.f / size2
    },
    across: filterAxis(acrossScale / size2),
    down: filterAxis(downScale / size2)
  };
};
var span = (p, q, r, region) => {
  const x0 = region.x + 0.5;
  const x1 = region.x + region.width - 0.5;
  const y0 = region.y + 0.5;
  const y1 = region.y + region.height - 0.5;
  const corners = [p * x0 + q * y0 + r, p * x1 + q * y0 + r, p * x0 + q * y1 + r, p * x1 + q * y1 + r];
  return [Math.min(...corners), Math.max(...corners)];
};
var patchArea = ({ level, affine, across: across2, down }, region) => {
  const [left, right] = span(affine.a, affine.b, affine.c + across2.offset, region);
  const [top, bottom] = span(affine.d, affine.e, affine.f + down.offset, region);
  const x = Math.floor(left) - 1;
  const y = Math.floor(top) - 1;
  return {
    level,
    x,
    y,
    width: Math.floor(right) + across2.taps + 2 - x,
    height: Math.floor(bottom) + down.taps + 2 - y
  };
};
var insidePicture = (info, area) => area.x >= 0 && area.y >= 0 && area.x + area.width <= levelSide(info.width, area.level) && area.y + area.height <= levelSide(info.height, area.level);
var share3 = (v) => v < 0 ? 0 : v > 1 ? 1 : v;
var shares = (scale, offset, start, count, length2) => {
  const out = new Float64Array(count);
  for (let i = 0; i < count; i++) {
    const at2 = scale * (start + i + 0.5) + offset;
    out[i] = share3(at2 + 0.5) - share3(at2 - length2 + 0.5);
  }
  return out;
};
var boxCoverage = (placement, pxPerMm2, region, arena) => {
  const width = placement.width * pxPerMm2;
  const height = placement.height * pxPerMm2;
  const at2 = boxAffine(placement, pxPerMm2, width, height);
  const [left, right] = span(at2.a, at2.b, at2.c, region);
  const [top, bottom] = span(at2.d, at2.e, at2.f, region);
  const slack = 1e-6;
  if (left >= 0.5 - slack && right <= width - 0.5 + slack && top >= 0.5 - slack && bottom <= height - 0.5 + slack) {
    return null;
  }
  if (right <= -0.5 - slack || left >= width + 0.5 + slack || bottom <= -0.5 - slack || top >= height + 0.5 + slack) {
    return blankPlane(region.width * region.height);
  }
  const coverage = arena.plane(region.width * region.height);
  if (at2.b === 0 && at2.d === 0) {
    const across2 = shares(at2.a, at2.c, region.x, region.width, width);
    const down = shares(at2.e, at2.f, region.y, region.height, height);
    for (let row3 = 0, i = 0; row3 < region.height; row3++) {
      for (let column = 0; column < region.width; column++, i++) {
        coverage[i] = Math.floor(across2[column] * down[row3] * ONE + 0.5);
      }
    }
    return coverage;
  }
  for (let row3 = 0, i = 0; row3 < region.height; row3++) {
    const y = region.y + row3 + 0.5;
    for (let column = 0; column < region.width; column++, i++) {
      const x = region.x + column + 0.5;
      const u = at2.a * x + at2.b * y + at2.c;
      const v = at2.d * x + at2.e * y + at2.f;
      const across2 = share3(u + 0.5) - share3(u - width + 0.5);
      const down = share3(v + 0.5) - share3(v - height + 0.5);
      coverage[i] = Math.floor(across2 * down * ONE + 0.5);
    }
  }
  return coverage;
};
var boxBounds = (placement, pxPerMm2) => {
  const corners = cornersOf(placement);
  const [xs, ys] = [corners.map(([x2]) => x2 * pxPerMm2), corners.map(([, y2]) => y2 * pxPerMm2)];
  const [x, y] = [Math.floor(Math.min(...xs)) - 2, Math.floor(Math.min(...ys)) - 2];
  return { x, y, width: Math.ceil(Math.max(...xs)) + 2 - x, height: Math.ceil(Math.max(...ys)) + 2 - y };
};

// packages/core/src/raster/source-patch.ts
var insideSide = (at2, side2, beyond2) => {
  if (at2 >= 0 && at2 < side2) return at2;
  if (beyond2 === "repeat") return (at2 % side2 + side2) % side2;
  if (beyond2 === "mirror") {
    const turn = (at2 % (2 * side2) + 2 * side2) % (2 * side2);
    return turn < side2 ? turn : 2 * side2 - 1 - turn;
  }
  return at2 < 0 ? 0 : side2 - 1;
};
var runsOf = (from, count, side2, beyond2, tile2) => {
  const runs = [];
  for (let i = 0; i < count; ) {
    const first = insideSide(from + i, side2, beyond2);
    const next = i + 1 < count ? insideSide(from + i + 1, side2, beyond2) - first : 0;
    const step2 = next === 1 || next === -1 ? next : 0;
    let to = i + 1;
    while (to < count) {
      const at2 = first + step2 * (to - i);
      if (Math.floor(at2 / tile2) !== Math.floor(first / tile2) || insideSide(from + to, side2, beyond2) !== at2) break;
      to++;
    }
    runs.push({ from: i, to, first, step: step2 });
    i = to;
  }
  return runs;
};
var tilesAlong = (from, count, side2, beyond2, tile2) => [
  ...new Set(runsOf(from, count, side2, beyond2, tile2).map(({ first }) => Math.floor(first / tile2)))
];
var tilesOfPatch = (info, area, beyond2) => {
  const across2 = tilesAlong(area.x, area.width, levelSide(info.width, area.level), beyond2, SOURCE_TILE);
  const down = tilesAlong(area.y, area.height, levelSide(info.height, area.level), beyond2, SOURCE_TILE);
  return down.flatMap((y) => across2.map((x) => ({ sha256: info.sha256, level: area.level, x, y })));
};
var copyRun = (tile2, at2, { from, to, step: step2 }, channels, out, o) => {
  if (step2 === 1) {
    out.set(tile2.subarray(at2, at2 + (to - from) * channels), o);
    return;
  }
  for (let i = from; i < to; i++, at2 += step2 * channels) {
    for (let c = 0; c < channels; c++) out[o++] = tile2[at2 + c];
  }
};
var assembled = (area, whole4, beyond2, tileSide, tileAt2, out) => {
  const { channels } = whole4;
  const columns = runsOf(area.x, area.width, whole4.width, beyond2, tileSide);
  for (const rows2 of runsOf(area.y, area.height, whole4.height, beyond2, tileSide)) {
    for (const run of columns) {
      const [x, y] = [Math.floor(run.first / tileSide), Math.floor(rows2.first / tileSide)];
      const tile2 = tileAt2(x, y);
      if (!tile2) throw new Error(`no tile ${x}, ${y}`);
      const left = run.first - x * tileSide;
      for (let row3 = rows2.from; row3 < rows2.to; row3++) {
        const line = rows2.first + rows2.step * (row3 - rows2.from) - y * tileSide;
        copyRun(tile2.data, (line * tile2.width + left) * channels, run, channels, out, (row3 * area.width + run.from) * channels);
      }
    }
  }
};
var sourcePatch = (info, area, beyond2, tileAt2, { arena, expand }) => {
  const pixels = area.width * area.height;
  const channels = info.channels === 1 ? 1 : 4;
  const data = arena.plane(channels * pixels);
  const mark = arena.mark();
  const bytes = arena.bytes(pixels * info.channels * (info.depth / 8));
  const samples = info.depth === 8 ? bytes : new Uint16Array(bytes.buffer, bytes.byteOffset, pixels * info.channels);
  const { sha256 } = info;
  const { level } = area;
  const whole4 = { width: levelSide(info.width, level), height: levelSide(info.height, level), channels: info.channels };
  assembled(area, whole4, beyond2, SOURCE_TILE, (x, y) => tileAt2({ sha256, level, x, y }), samples);
  expand(samples, info.channels, data);
  arena.release(mark);
  return { x: area.x, y: area.y, width: area.width, height: area.height, channels, data };
};

// packages/core/src/nodes/sampling.ts
var TURNED_BLOCK = 256;
var STRAIGHT_BLOCK = 512;
var isUpright = ({ affine: { b, d } }) => b === 0 && d === 0;
var isQuarterTurned = ({ affine: { a, e } }) => a === 0 && e === 0;
var sampledBlocks = (sampling, region) => tilesOf(region, isUpright(sampling) || isQuarterTurned(sampling) ? STRAIGHT_BLOCK : TURNED_BLOCK);
var positionsOf = (scale, offset, start, count, axis, first) => {
  const positions = new Int32Array(count);
  for (let i = 0; i < count; i++) {
    positions[i] = Math.floor((scale * (start + i + 0.5) + offset + axis.offset) * 256 + 0.5) - 256 * first;
  }
  return positions;
};
var sampledStraight = (sampling, patch, block, { kernels }, out) => {
  const { affine, across: across2, down } = sampling;
  const { channels } = patch;
  const { arena } = kernels;
  const mark = arena.mark();
  if (isUpright(sampling)) {
    const columns = positionsOf(affine.a, affine.c, block.x, block.width, across2, patch.x);
    const rows2 = positionsOf(affine.e, affine.f, block.y, block.height, down, patch.y);
    const lines = arena.plane(channels * block.width * patch.height);
    kernels.filterAcross(patch, columns, across2, lines);
    kernels.filterDown(lines, channels, block.width, rows2, down, out);
  } else {
    const columns = positionsOf(affine.b, affine.c, block.y, block.height, across2, patch.x);
    const rows2 = positionsOf(affine.d, affine.f, block.x, block.width, down, patch.y);
    const lines = arena.plane(channels * block.height * patch.height);
    kernels.filterAcross(patch, columns, across2, lines);
    const lying = arena.plane(channels * sizeOf(block));
    kernels.filterDown(lines, channels, block.height, rows2, down, lying);
    kernels.transpose(lying, channels, block.height, block.width, out);
  }
  arena.release(mark);
};
function* sampled(sampling, region, channels, work, patchOf2) {
  const { arena } = work.kernels;
  const data = arena.plane(channels * sizeOf(region));
  for (const block of sampledBlocks(sampling, region)) {
    const mark = arena.mark();
    const patch = yield* patchOf2(patchArea(sampling, block));
    const isWhole2 = block.width === region.width && block.height === region.height;
    const values2 = isWhole2 ? data : arena.plane(channels * sizeOf(block));
    if (isUpright(sampling) || isQuarterTurned(sampling)) sampledStraight(sampling, patch, block, work, values2);
    else work.kernels.sample(patch, sampling.affine, sampling.across, sampling.down, block, values2);
    if (!isWhole2) {
      const line = channels * block.width;
      for (let row3 = 0; row3 < block.height; row3++) {
        const to = channels * ((block.y + row3 - region.y) * region.width + block.x - region.x);
        data.set(values2.subarray(row3 * line, (row3 + 1) * line), to);
      }
    }
    arena.release(mark);
    yield;
  }
  return data;
}

// packages/core/src/nodes/picture-node.ts
var BY_LUMA = {
  name: "luma",
  run: (rgba, tone, coverage, kernels) => {
    kernels.grey(rgba, LUMA, tone, coverage);
  }
};
var wantedTiles = remembering(
  512,
  ({ key, region }) => `${key}@${region.x},${region.y},${region.width},${region.height}`,
  ({ region, placed: { info, placement, sampling } }) => sampledBlocks(sampling, region).flatMap((block) => tilesOfPatch(info, patchArea(sampling, block), placement.beyond))
);
var coverageOf = ({ info, placement, pxPerMm: pxPerMm2, sampling }, region, { kernels }) => placement.beyond !== "nothing" || insidePicture(info, patchArea(sampling, region)) ? null : boxCoverage(placement, pxPerMm2, region, kernels.arena);
var boundsOf = ({ placement, pxPerMm: pxPerMm2 }, bare2) => placement.beyond === "nothing" ? { bounds: { box: boxBounds(placement, pxPerMm2), bare: bare2 } } : {};
var patchOf = ({ info, placement }, area, work) => sourcePatch(info, area, placement.beyond, work.tile, work.kernels);
var greyPatch = (patch, way, kernels) => {
  if (patch.channels === 1) return patch;
  const data = kernels.arena.plane(patch.width * patch.height);
  const mark = kernels.arena.mark();
  way.run(patch.data, data, kernels.arena.plane(data.length), kernels);
  kernels.arena.release(mark);
  return { ...patch, channels: 1, data };
};
var toneNode = (placed3, way) => {
  const { info, placement, pxPerMm: pxPerMm2 } = placed3;
  const key = keyOf("picture tone", { sha256: info.sha256, placement, pxPerMm: pxPerMm2, way: way.name }, []);
  return {
    key,
    kind: "tone",
    keeping: "dear",
    ...boundsOf(placed3, (region) => {
      const none = blankPlane(sizeOf(region));
      return { kind: "tone", region, tone: none, coverage: none };
    }),
    want(region, wants2) {
      for (const tile2 of wantedTiles({ key, region, placed: placed3 })) wants2.tile(tile2);
    },
    *render(region, work) {
      const coverage = coverageOf(placed3, region, work);
      const tone = yield* sampled(placed3.sampling, region, 1, work, function* (area) {
        const patch = patchOf(placed3, area, work);
        yield;
        return greyPatch(patch, way, work.kernels);
      });
      return { kind: "tone", region, tone, coverage };
    }
  };
};
var isPicture = (node) => "greyBy" in node;
var pictureNode = (info, placement, pxPerMm2) => {
  const placed3 = { info, placement, pxPerMm: pxPerMm2, sampling: samplingOf(info, placement, pxPerMm2) };
  const key = keyOf("picture", { sha256: info.sha256, placement, pxPerMm: pxPerMm2 }, []);
  const { affine } = placed3.sampling;
  const perPixel = Math.abs(affine.a * affine.e - affine.b * affine.d);
  return {
    key,
    kind: "colour",
    keeping: "dear",
    ...boundsOf(placed3, (region) => ({ kind: "colour", region, data: blankPlane(4 * sizeOf(region)) })),
    ...info.channels === 4 ? {} : { asTone: () => toneNode(placed3, BY_LUMA) },
    greyBy: (way) => info.channels === 3 && perPixel < 1 ? toneNode(placed3, way) : null,
    want(region, wants2) {
      for (const tile2 of wantedTiles({ key, region, placed: placed3 })) wants2.tile(tile2);
    },
    *render(region, work) {
      const { kernels } = work;
      const coverage = coverageOf(placed3, region, work);
      const channels = info.channels === 1 ? 1 : 4;
      const sampledData = yield* sampled(placed3.sampling, region, channels, work, function* (area) {
        const patch = patchOf(placed3, area, work);
        yield;
        return patch;
      });
      const data = channels === 4 ? sampledData : kernels.arena.plane(4 * sizeOf(region));
      if (channels === 1) kernels.paintTones(sampledData, null, data);
      if (!coverage) return { kind: "colour", region, data };
      const covered = kernels.arena.plane(data.length);
      kernels.mix(blankPlane(data.length), data, 4, ONE, coverage, covered);
      return { kind: "colour", region, data: covered };
    }
  };
};

// packages/core/src/units/smooth.ts
var clamp = (v) => v < 0 ? 0 : v > 1 ? 1 : v;
var smoothstep = (from, to, v) => {
  const t = clamp((v - from) / (to - from));
  return t * t * (3 - 2 * t);
};

// packages/core/src/surface/ground.ts
var rows = () => {
  let row3 = new Float64Array(0);
  return (count) => row3.length >= count ? row3 : row3 = new Float64Array(count);
};
var moved = (...by) => {
  const [across2, down] = [rows(), rows()];
  return (at2) => {
    const { count } = at2;
    const [x, y] = [across2(count), down(count)];
    x.set(at2.x.subarray(0, count));
    y.set(at2.y.subarray(0, count));
    for (const [byX, byY, far2] of by) {
      const [dx, dy] = [byX(at2), byY(at2)];
      for (let i = 0; i < count; i++) {
        x[i] = x[i] + far2 * dx[i];
        y[i] = y[i] + far2 * dy[i];
      }
    }
    return { count, x, y, pixel: at2.pixel };
  };
};
var cellsOf = ({ period }, grain2) => {
  if (period === null) return { count: 0, perMm: 1 / grain2 };
  const count = Math.max(1, Math.floor(period / grain2 + 0.5));
  return { count, perMm: count / period };
};
var round2 = (cell, count) => count === 0 ? cell : (cell % count + count) % count;
var apart = ({ period }, far2) => period === null ? far2 : period / Math.max(1, Math.floor(period / far2 + 0.5));

// packages/core/src/surface/lattice.ts
var nearest = (v) => Math.floor(v + 0.5);
var whole2 = (x, y) => {
  const [i, j] = [nearest(x), nearest(y)];
  if (i !== 0 || j !== 0) return [i, j];
  return Math.abs(x) >= Math.abs(y) ? [x < 0 ? -1 : 1, 0] : [0, y < 0 ? -1 : 1];
};
var latticeOf = ({ period }, along, across2, turn) => {
  const [c, s] = [cosDeg(turn), sinDeg(turn)];
  if (period === null) return { ux: c / along, uy: s / along, vx: -s / across2, vy: c / across2, wrap: null };
  const [ux, uy] = whole2(period * c / along, period * s / along);
  let [vx, vy] = whole2(-period * s / across2, period * c / across2);
  if (ux * vy - uy * vx === 0) [vx, vy] = [-uy, ux];
  return { ux: ux / period, uy: uy / period, vx: vx / period, vy: vy / period, wrap: wrapOf(ux, vx, uy, vy) };
};
var wrapOf = (a, b, c, d) => {
  while (c !== 0) {
    const times2 = Math.trunc(a / c);
    [a, b, c, d] = [c, d, a - times2 * c, b - times2 * d];
  }
  const [g, r, h] = [Math.abs(a), a < 0 ? -b : b, Math.abs(d)];
  return (at2) => {
    const times2 = Math.floor(at2[0] / g);
    at2[0] = at2[0] - times2 * g;
    const j = at2[1] - times2 * r;
    at2[1] = j - Math.floor(j / h) * h;
  };
};

// packages/core/src/surface/noise.ts
var SIDE2 = 256;
var LAST = SIDE2 - 1;
var DIRECTIONS = Uint8Array.from({ length: SIDE2 * SIDE2 }, (_, i) => chanceAt(i % SIDE2, Math.floor(i / SIDE2), 83) * 256);
var ACROSS = Float64Array.from({ length: 256 }, (_, i) => Math.SQRT2 * cosDeg(360 * i / 256));
var DOWN = Float64Array.from({ length: 256 }, (_, i) => Math.SQRT2 * sinDeg(360 * i / 256));
var FAR = 2 ** 30;
var octaveOn = ({ ux, uy, vx, vy, wrap }, offsetX, offsetY) => {
  const cell = new Int32Array(2);
  const wrappedAt = (i, j) => {
    cell[0] = i;
    cell[1] = j;
    wrap?.(cell);
    return DIRECTIONS[(cell[1] + offsetY & LAST) << 8 | cell[0] + offsetX & LAST];
  };
  return ({ count, x: xs, y: ys }, weight, out) => {
    const [directions, gx, gy] = [DIRECTIONS, ACROSS, DOWN];
    let cellX = FAR;
    let cellY = FAR;
    let ax = 0;
    let ay = 0;
    let bx = 0;
    let by = 0;
    let cx = 0;
    let cy = 0;
    let dx = 0;
    let dy = 0;
    for (let n = 0; n < count; n++) {
      const x = xs[n];
      const y = ys[n];
      const u = ux * x + uy * y;
      const v = vx * x + vy * y;
      const i = Math.floor(u) | 0;
      const j = Math.floor(v) | 0;
      if (i !== cellX || j !== cellY) {
        cellX = i;
        cellY = j;
        let a;
        let b;
        let c;
        let d;
        if (wrap) {
          a = wrappedAt(i, j);
          b = wrappedAt(i + 1, j);
          c = wrappedAt(i, j + 1);
          d = wrappedAt(i + 1, j + 1);
        } else {
          const left = i + offsetX & LAST;
          const right = i + offsetX + 1 & LAST;
          const upper3 = (j + offsetY & LAST) << 8;
          const lower2 = (j + offsetY + 1 & LAST) << 8;
          a = directions[upper3 | left];
          b = directions[upper3 | right];
          c = directions[lower2 | left];
          d = directions[lower2 | right];
        }
        ax = gx[a];
        ay = gy[a];
        bx = gx[b];
        by = gy[b];
        cx = gx[c];
        cy = gy[c];
        dx = gx[d];
        dy = gy[d];
      }
      const s = u - i;
      const t = v - j;
      const across2 = fade(s);
      const top = ax * s + ay * t;
      const bottom = cx * s + cy * (t - 1);
      const upper2 = top + (bx * (s - 1) + by * t - top) * across2;
      const lower = bottom + (dx * (s - 1) + dy * (t - 1) - bottom) * across2;
      out[n] = out[n] + weight * (upper2 + (lower - upper2) * fade(t));
    }
  };
};
var TURN2 = 53;
var FINER = 2.13;
var FIRST = 17;
var LOOKS = 6;
var LEAST_STEP = 0.25;
var noise = (ground2, salt, grain2, octaves = 1, { stretch: stretch3 = 1, turn = 0 } = {}, weaker = 0.55) => {
  let sum = 0;
  for (let i = 0; i < octaves; i++) sum += weaker ** (2 * i);
  const each3 = Array.from({ length: octaves }, (_, i) => {
    const size2 = grain2 / FINER ** i;
    const lattice = latticeOf(ground2, size2 * stretch3, size2, stretch3 === 1 ? turn + FIRST + TURN2 * i : turn);
    const start = (which) => Math.floor(SIDE2 * chanceAt(salt, which, ground2.seed));
    return { size: size2, octave: octaveOn(lattice, start(2 * i), start(2 * i + 1)), weight: weaker ** i / Math.sqrt(sum) };
  });
  const sumOf = (octaves2) => {
    const row3 = rows();
    return (at2) => {
      const out = row3(at2.count);
      out.fill(0, 0, at2.count);
      for (const { octave, weight } of octaves2) octave(at2, weight, out);
      return out;
    };
  };
  const broad = each3.filter(({ size: size2 }) => size2 / LOOKS >= LEAST_STEP);
  if (broad.length === 0) return sumOf(each3);
  const slowly = slow(ground2, broad.at(-1).size / LOOKS, sumOf(broad));
  const fine = each3.slice(broad.length);
  return (at2) => {
    const out = slowly(at2);
    for (const { octave, weight } of fine) octave(at2, weight, out);
    return out;
  };
};
var BLOCK2 = 16;
var BLOCKS = 64;
var ROWS2 = 4;
var slow = (ground2, step2, field) => {
  const { perMm } = cellsOf(ground2, step2);
  const values2 = new Float64Array(BLOCKS * ROWS2 * BLOCK2);
  const whose = new Float64Array(BLOCKS * ROWS2).fill(NaN);
  const stretch3 = { count: BLOCK2, pixel: step2, x: new Float64Array(BLOCK2), y: new Float64Array(BLOCK2) };
  const find2 = (block, j, at2) => {
    for (let k = 0; k < BLOCK2; k++) {
      stretch3.x[k] = (block * BLOCK2 + k) / perMm;
      stretch3.y[k] = j / perMm;
    }
    values2.set(field(stretch3).subarray(0, BLOCK2), at2 * BLOCK2);
  };
  const valueAt = (i, j) => {
    const block = Math.floor(i / BLOCK2);
    const at2 = (block & BLOCKS - 1) * ROWS2 | j & ROWS2 - 1;
    const name3 = j * 2 ** 26 + block;
    if (whose[at2] !== name3) {
      whose[at2] = name3;
      find2(block, j, at2);
    }
    return values2[at2 * BLOCK2 + (i & BLOCK2 - 1)];
  };
  const row3 = rows();
  return ({ count, x, y }) => {
    const out = row3(count);
    let cellX = NaN;
    let cellY = NaN;
    let a = 0;
    let b = 0;
    let c = 0;
    let d = 0;
    for (let n = 0; n < count; n++) {
      const u = x[n] * perMm;
      const v = y[n] * perMm;
      const i = Math.floor(u);
      const j = Math.floor(v);
      if (i !== cellX || j !== cellY) {
        cellX = i;
        cellY = j;
        a = valueAt(i, j);
        b = valueAt(i + 1, j);
        c = valueAt(i, j + 1);
        d = valueAt(i + 1, j + 1);
      }
      const s = u - i;
      const top = a + (b - a) * s;
      out[n] = top + (c + (d - c) * s - top) * (v - j);
    }
    return out;
  };
};

// packages/core/src/surface/weave.ts
var EVEN = { thread: 0.645, gap: 0.085 };
var woven = (ground2, salt, pitch) => {
  const every = apart(ground2, 2 * pitch) / 2;
  const threads = ground2.period === null ? 0 : Math.floor(ground2.period / every + 0.5);
  const seed2 = ground2.seed * 64 + salt;
  const there = moved([noise(ground2, salt, 7 * pitch, 2), noise(ground2, salt + 3, 7 * pitch, 2), 0.3 * pitch]);
  const twist = [
    noise(ground2, salt + 7, 0.16 * pitch, 1, { stretch: 4, turn: 28 }),
    noise(ground2, salt + 9, 0.16 * pitch, 1, { stretch: 4, turn: 118 })
  ];
  const slub = [
    noise(ground2, salt + 11, pitch, 1, { stretch: 14 }),
    noise(ground2, salt + 13, pitch, 1, { stretch: 14, turn: 90 })
  ];
  const [bright, deep] = [rows(), rows()];
  return (at2) => {
    const { x, y } = there(at2);
    const [twistX, twistY, slubX, slubY] = [twist[0](at2), twist[1](at2), slub[0](at2), slub[1](at2)];
    const [thread, gap] = [bright(at2.count), deep(at2.count)];
    const seen = clamp(1.6 - 1.2 * at2.pixel / every);
    for (let i = 0; i < at2.count; i++) {
      const u = x[i] / every;
      const v = y[i] / every;
      const column = Math.floor(u);
      const line = Math.floor(v);
      const isLevel = ((column + line) % 2 + 2) % 2 === 0;
      const s = 2 * (isLevel ? v - line : u - column) - 1;
      const t = 2 * (isLevel ? u - column : v - line) - 1;
      const own = isLevel ? chanceAt(round2(line, threads), 1, seed2) : chanceAt(round2(column, threads), 2, seed2);
      const broad = 0.9 + 0.14 * own + 0.22 * (isLevel ? slubX[i] : slubY[i]);
      const across2 = Math.abs(s) / broad;
      const round22 = across2 < 1 ? Math.sqrt(1 - across2 * across2) : 0;
      const height = round22 * (1 - 0.45 * t * t);
      gap[i] = across2 < 1 ? 0.35 * (1 - height) * (1 - height) : Math.min(1, 0.55 + 3 * (across2 - 1));
      thread[i] = 0.2 + 0.75 * height * (0.85 + 0.15 * own) + 0.4 * height * (isLevel ? twistX[i] : twistY[i]);
    }
    if (seen < 1) {
      for (let i = 0; i < at2.count; i++) {
        thread[i] = EVEN.thread + seen * (thread[i] - EVEN.thread);
        gap[i] = EVEN.gap + seen * (gap[i] - EVEN.gap);
      }
    }
    return { thread, gap };
  };
};

// packages/core/src/surface/kinds/cloth-folds.ts
var heights = (ground2) => {
  const bent2 = moved([noise(ground2, 1, 120), noise(ground2, 3, 120), 44], [noise(ground2, 5, 30), noise(ground2, 7, 30), 5]);
  const [long, cross, small, swell] = [
    noise(ground2, 9, 34, 1, { stretch: 4.5, turn: 62 }),
    noise(ground2, 11, 22, 1, { stretch: 4, turn: 104 }),
    noise(ground2, 13, 9, 1, { stretch: 3.5, turn: 74 }),
    noise(ground2, 15, 80, 2)
  ];
  const row3 = rows();
  return slow(ground2, 0.4, (at2) => {
    const there = bent2(at2);
    const [l, c, s, w, out] = [long(there), cross(there), small(there), swell(at2), row3(at2.count)];
    const valley = (n, r) => Math.sqrt(n * n + r * r);
    for (let i = 0; i < at2.count; i++) {
      const gathered = smoothstep(-0.4, 0.5, w[i]);
      out[i] = 9 * valley(l[i], 0.035) + 5 * gathered * valley(c[i], 0.06) + 1.3 * gathered * valley(s[i], 0.08) + 5 * w[i];
    }
    return out;
  });
};
var NEAR = 0.8;
var FAR2 = 6;
var clothFolds = {
  name: "cloth folds",
  title: "Cloth folds",
  note: "Woven cloth in long soft folds, lit from above.",
  paper: [228, 224, 216],
  stain: [58, 55, 58],
  make: (ground2) => {
    const [own, near, far2] = [heights(ground2), heights(ground2), heights(ground2)];
    const [weave, pill] = [woven(ground2, 40, 0.46), noise(ground2, 60, 1.6, 3)];
    const shifted3 = (at2, by) => ({ ...at2, x: at2.x.map((x) => x - by), y: at2.y.map((y) => y - by) });
    return (at2, { light: light2, stain }) => {
      const [h, n, f3] = [own(at2), near(shifted3(at2, NEAR)), far2(shifted3(at2, FAR2))];
      const { thread } = weave(at2);
      const p = pill(at2);
      for (let i = 0; i < at2.count; i++) {
        const slope2 = (h[i] - n[i]) / NEAR;
        const shaded2 = smoothstep(0.4, 3.4, f3[i] - h[i]);
        light2[i] = 0.72 + 0.55 * (slope2 / Math.sqrt(1 + 3 * slope2 * slope2)) + 0.12 * (thread[i] - 0.5) + 0.03 * p[i];
        stain[i] = 0.5 * shaded2;
      }
    };
  }
};

// packages/core/src/surface/cells.ts
var nine = (count, perCell, fill) => {
  const values2 = new Float64Array(9 * perCell);
  let [cellX, cellY] = [NaN, NaN];
  return (i, j) => {
    if (i === cellX && j === cellY) return values2;
    cellX = i;
    cellY = j;
    for (let k = 0; k < 9; k++) {
      const right = k % 3 - 1;
      const down = Math.floor(k / 3) - 1;
      const at2 = k * perCell;
      fill(round2(i + right, count), round2(j + down, count), values2, at2);
      values2[at2] = values2[at2] + right;
      values2[at2 + 1] = values2[at2 + 1] + down;
    }
    return values2;
  };
};
var RADII = 512;
var VALUES2 = 6;
var strewn = (ground2, salt, { cell, likely, least, most, tail = 3, long = 1.8, outside = 0.3 }) => {
  const { count: cells, perMm } = cellsOf(ground2, cell);
  const seed2 = ground2.seed * 64 + salt;
  const radii = Float64Array.from({ length: RADII }, (_, i) => least + (most - least) * power((i + 0.5) / RADII, tail));
  const around = new Float64Array(9 * VALUES2);
  const gather = (i, j) => {
    let end = 0;
    for (let k = 0; k < 9; k++) {
      const right = k % 3 - 1;
      const down = Math.floor(k / 3) - 1;
      const a = round2(i + right, cells);
      const b = round2(j + down, cells);
      if (chanceAt(a, b, seed2) >= likely) continue;
      const dx = chanceAt(a, b, seed2 + 4) - 0.5;
      const dy = chanceAt(a, b, seed2 + 5) - 0.5;
      const size2 = Math.sqrt(dx * dx + dy * dy) + 1e-9;
      around[end] = (right + chanceAt(a, b, seed2 + 1)) / perMm;
      around[end + 1] = (down + chanceAt(a, b, seed2 + 2)) / perMm;
      around[end + 2] = radii[Math.floor(RADII * chanceAt(a, b, seed2 + 3))];
      around[end + 3] = dx / size2;
      around[end + 4] = dy / size2;
      around[end + 5] = Math.sqrt(1 + (long - 1) * chanceAt(a, b, seed2 + 6));
      end += VALUES2;
    }
    return end;
  };
  const row3 = rows();
  return ({ count, x, y }) => {
    const out = row3(count);
    let cellX = NaN;
    let cellY = NaN;
    let end = 0;
    for (let n = 0; n < count; n++) {
      const i = Math.floor(x[n] * perMm);
      const j = Math.floor(y[n] * perMm);
      if (i !== cellX || j !== cellY) {
        cellX = i;
        cellY = j;
        end = gather(i, j);
      }
      const u = x[n] - i / perMm;
      const v = y[n] - j / perMm;
      let best = -outside;
      for (let k = 0; k < end; k += VALUES2) {
        const dx = u - around[k];
        const dy = v - around[k + 1];
        const radius = around[k + 2];
        const stretch3 = around[k + 5];
        const room = radius - best;
        if (room <= 0 || dx * dx + dy * dy >= room * room * stretch3 * stretch3) continue;
        const along = (dx * around[k + 3] + dy * around[k + 4]) / stretch3;
        const across2 = (dy * around[k + 3] - dx * around[k + 4]) * stretch3;
        const away = along * along + across2 * across2;
        if (away < room * room) best = radius - Math.sqrt(away);
      }
      out[n] = best;
    }
    return out;
  };
};

// packages/core/src/surface/look.ts
var DARK_INK = [38, 36, 38];
var WHITE_SHEET = [243, 241, 235];

// packages/core/src/surface/kinds/concrete-rubbing.ts
var STONES = [
  [0.3, { cell: 9, likely: 0.85, least: 1.35, most: 8, tail: 2.4 }],
  [0.34, { cell: 3.2, likely: 0.85, least: 0.48, most: 2.9, tail: 2.4 }],
  [0.3, { cell: 1.1, likely: 0.85, least: 0.16, most: 1, tail: 2.4 }]
];
var PITS = [
  [0.75, { cell: 7, likely: 0.28, least: 0.5, most: 4.5, tail: 2.5 }],
  [0.4, { cell: 2.4, likely: 0.2, least: 0.2, most: 1.5, tail: 2.5 }]
];
var APART = 14;
var BROAD = 11;
var pressing = (ground2, salt) => {
  const every = apart(ground2, APART);
  const lanes = ground2.period === null ? 0 : Math.floor(ground2.period / every + 0.5);
  const [sway, along, row3] = [noise(ground2, salt, 60, 2), noise(ground2, salt + 5, 26, 2, { stretch: 2.5, turn: 4 }), rows()];
  return (at2) => {
    const [swayed, hard, out] = [sway(at2), along(at2), row3(at2.count)];
    let whose = NaN;
    const strengths2 = [0, 0, 0];
    for (let i = 0; i < at2.count; i++) {
      const across2 = (at2.y[i] + 7 * swayed[i]) / every;
      const nearest4 = Math.floor(across2 + 0.5);
      if (nearest4 !== whose) {
        whose = nearest4;
        for (let n = 0; n < 3; n++) strengths2[n] = 0.75 + 0.5 * chanceAt(round2(nearest4 + n - 1, lanes), 3, ground2.seed + salt);
      }
      let most = 0;
      for (let n = 0; n < 3; n++) {
        const away = Math.abs(across2 - (nearest4 + n - 1)) * every;
        if (away < BROAD / 2 + 2.5) most = Math.max(most, strengths2[n] * smoothstep(BROAD / 2 + 2.5, BROAD / 2 - 2.5, away));
      }
      out[i] = most * (1 + 0.45 * hard[i]);
    }
    return out;
  };
};
var concreteRubbing = {
  name: "concrete rubbing",
  title: "Concrete rubbing",
  note: "Crayon rubbed on paper over a concrete wall: stones, pits and the strokes of the hand.",
  paper: WHITE_SHEET,
  stain: DARK_INK,
  make: (ground2) => {
    const stones = STONES.map(([high, kind], i) => ({ high, field: strewn(ground2, 60 + 10 * i, kind), soft: 0.45 * kind.most }));
    const pits = PITS.map(([deep, kind], i) => ({ deep, field: strewn(ground2, 100 + 10 * i, kind) }));
    const wavering = moved([noise(ground2, 1, 1.6), noise(ground2, 4, 1.6), 0.6]);
    const [fine, broad, grain2, press] = [
      noise(ground2, 11, 0.45, 2),
      noise(ground2, 15, 6, 2),
      noise(ground2, 29, 0.16),
      pressing(ground2, 31)
    ];
    const [trowel, arcs] = [
      noise(ground2, 25, 2.2, 1, { stretch: 34, turn: 28 }),
      moved([noise(ground2, 19, 150), noise(ground2, 21, 150), 26])
    ];
    const heights4 = rows();
    return (at2, { light: light2, stain }) => {
      const [f3, b, g, p, t, height] = [fine(at2), broad(at2), grain2(at2), press(at2), trowel(arcs(at2)), heights4(at2.count)];
      for (let i = 0; i < at2.count; i++) {
        height[i] = 0.22 * f3[i] + 0.16 * b[i] + 0.16 * (1 - 2 * Math.abs(t[i]));
      }
      const there = wavering(at2);
      for (const { high, field, soft } of stones) {
        const inside = field(there);
        for (let i = 0; i < at2.count; i++) height[i] = height[i] + high * clamp(inside[i] / soft);
      }
      for (const { deep, field } of pits) {
        const inside = field(there);
        for (let i = 0; i < at2.count; i++) height[i] = height[i] - deep * smoothstep(-0.05, 0.45, inside[i]);
      }
      for (let i = 0; i < at2.count; i++) {
        stain[i] = 0.94 * smoothstep(0.27, 0.55, 1.15 * height[i] + 0.13 * g[i] + 0.32 * (p[i] - 1));
        light2[i] = 0.98 + 0.02 * g[i];
      }
    };
  }
};

// packages/core/src/surface/creases.ts
var NONE2 = 0.35;
var RIDGE = 0.16;
var SEEN = 4;
var LINE = 5;
var LIGHT = Math.SQRT1_2;
var STEPS = 1024;
var DEEP = Float64Array.from({ length: STEPS + 1 }, (_, i) => power(i / STEPS, 2.2));
var nearest2 = (points, u, v) => {
  let own = 0;
  let least = 1e9;
  for (let k = 0; k < 9; k++) {
    const dx = u - points[4 * k];
    const dy = v - points[4 * k + 1];
    const away = dx * dx + dy * dy;
    if (away < least) {
      least = away;
      own = k;
    }
  }
  return own;
};
var clearance = (points, own, u, v) => {
  const px = points[4 * own];
  const py = points[4 * own + 1];
  let least = 1e9;
  for (let k = 0; k < 9; k++) {
    if (k === own) continue;
    const nx = points[4 * k] - px;
    const ny = points[4 * k + 1] - py;
    const mx = points[4 * k] + px;
    const my = points[4 * k + 1] + py;
    const away = ((mx / 2 - u) * nx + (my / 2 - v) * ny) / (Math.sqrt(nx * nx + ny * ny) + 1e-9);
    least = Math.min(least, away);
  }
  return least;
};
var sharpness = (a, b, c, d, seed2) => {
  const h = chanceAt(a + c, b + d, seed2) + chanceAt(Math.abs(a - c), Math.abs(b - d), seed2 + 1);
  const share4 = h - Math.floor(h);
  if (share4 < NONE2) return 0;
  const deep = DEEP[Math.floor((share4 - NONE2) / (1 - NONE2) * STEPS)];
  return chanceAt(a + c, b + d, seed2 + 2) < 0.5 ? -deep : deep;
};
var creases = (ground2, salt, { cell, shade: shade2, far: far2 }) => {
  const { count: cells, perMm } = cellsOf(ground2, cell);
  const seed2 = ground2.seed * 64 + salt;
  const around = nine(cells, 4, (i, j, into, at2) => {
    into[at2] = chanceAt(i, j, seed2);
    into[at2 + 1] = chanceAt(i, j, seed2 + 1);
    into[at2 + 2] = i;
    into[at2 + 3] = j;
  });
  const reach = SEEN * far2 * perMm;
  const lines = new Float64Array(8 * LINE);
  const draw = (points, own) => {
    const px = points[4 * own];
    const py = points[4 * own + 1];
    let end = 0;
    for (let k = 0; k < 9; k++) {
      if (k === own) continue;
      const sharp = sharpness(
        points[4 * own + 2],
        points[4 * own + 3],
        points[4 * k + 2],
        points[4 * k + 3],
        seed2 + 2
      );
      if (sharp === 0) continue;
      const qx = points[4 * k];
      const qy = points[4 * k + 1];
      const size2 = Math.sqrt((qx - px) ** 2 + (qy - py) ** 2) + 1e-9;
      lines[end] = (px + qx) / 2;
      lines[end + 1] = (py + qy) / 2;
      lines[end + 2] = (qx - px) / size2;
      lines[end + 3] = (qy - py) / size2;
      lines[end + 4] = shade2 * sharp * 2.2 * LIGHT * (qx - px + qy - py) / size2;
      end += LINE;
    }
    return end;
  };
  const row3 = rows();
  return (at2) => {
    const out = row3(at2.count);
    let cellX = NaN;
    let cellY = NaN;
    let whose = -1;
    let end = 0;
    let lookedX = NaN;
    let lookedY = NaN;
    let free = -1;
    for (let n = 0; n < at2.count; n++) {
      const x = at2.x[n] * perMm;
      const y = at2.y[n] * perMm;
      const i = Math.floor(x);
      const j = Math.floor(y);
      const u = x - i;
      const v = y - j;
      const isSame = i === cellX && j === cellY;
      if (!isSame || (u - lookedX) * (u - lookedX) + (v - lookedY) * (v - lookedY) >= free * free) {
        const points = around(i, j);
        const own = nearest2(points, u, v);
        if (!isSame || own !== whose) end = draw(points, own);
        cellX = i;
        cellY = j;
        whose = own;
        lookedX = u;
        lookedY = v;
        free = clearance(points, own, u, v);
      }
      let sum = 0;
      for (let o = 0; o < end; o += LINE) {
        const away = (lines[o] - u) * lines[o + 2] + (lines[o + 1] - v) * lines[o + 3];
        if (away >= reach) continue;
        const d = Math.max(0, away / perMm);
        sum += lines[o + 4] * fallOf(d / far2) * Math.min(1, d / RIDGE);
      }
      out[n] = sum;
    }
    return out;
  };
};
var FALL = Float64Array.from({ length: STEPS + 1 }, (_, i) => exp(-SEEN * i / STEPS) - exp(-SEEN));
var fallOf = (t) => FALL[Math.floor(t * STEPS / SEEN)];

// packages/core/src/surface/kinds/crumpled-paper.ts
var BROAD2 = [
  { cell: 52, shade: 0.2, far: 3.2 },
  { cell: 24, shade: 0.16, far: 2.2 }
];
var FINE = [
  { cell: 10, shade: 0.1, far: 1.2 },
  { cell: 4.2, shade: 0.05, far: 0.6 }
];
var crumpledPaper = {
  name: "crumpled copy paper",
  title: "Crumpled copy paper",
  note: "Crumpled and pressed flat again: creases with a lit and a shaded flank.",
  paper: [250, 249, 245],
  stain: [250, 249, 245],
  make: (ground2) => {
    const broad = BROAD2.map((kind, i) => creases(ground2, 100 + 8 * i, kind));
    const fine = FINE.map((kind, i) => creases(ground2, 140 + 8 * i, kind));
    const pressed = noise(ground2, 5, 60, 2);
    const bent2 = moved([noise(ground2, 11, 30), noise(ground2, 13, 30), 7], [noise(ground2, 15, 4), noise(ground2, 17, 4), 0.5]);
    const [wave, ripple, tooth2, grain2] = [
      noise(ground2, 21, 70),
      noise(ground2, 23, 26, 2),
      noise(ground2, 31, 0.9, 2),
      noise(ground2, 33, 0.22)
    ];
    const [strong, weak, sums2] = [noise(ground2, 1, 7), noise(ground2, 3, 1.7), rows()];
    return (at2, { light: light2, stain }) => {
      const [there, hard, sum] = [bent2(at2), pressed(at2), sums2(at2.count)];
      sum.fill(0, 0, at2.count);
      for (const each3 of broad) {
        const shade2 = each3(there);
        for (let i = 0; i < at2.count; i++) sum[i] = sum[i] + shade2[i];
      }
      for (const each3 of fine) {
        const shade2 = each3(there);
        for (let i = 0; i < at2.count; i++) sum[i] = sum[i] + smoothstep(-0.3, 0.35, hard[i]) * shade2[i];
      }
      const [s, k, w, r, t, g] = [strong(there), weak(there), wave(at2), ripple(at2), tooth2(at2), grain2(at2)];
      for (let i = 0; i < at2.count; i++) {
        const along = Math.max(0, 0.75 + 0.8 * s[i] + 0.45 * k[i]);
        const paper = 0.018 * t[i] + 0.012 * g[i] + 0.05 * w[i] + 0.07 * r[i];
        light2[i] = 0.9 + 1.15 * along * sum[i] + paper;
      }
      stain.fill(0, 0, at2.count);
    };
  }
};

// packages/core/src/surface/strokes.ts
var strokes = (ground2, salt, kind) => {
  const [every, long] = [apart(ground2, kind.apart), apart(ground2, kind.long)];
  const [lanes, turns] = ground2.period === null ? [0, 0] : [Math.floor(ground2.period / every + 0.5), Math.floor(ground2.period / long + 0.5)];
  const seed2 = ground2.seed * 64 + salt;
  const [still, row3] = [noise(ground2, salt, 90, 2), [rows(), rows(), rows()]];
  const swayed = moved([still, noise(ground2, salt + 3, 110, 2), kind.sway]);
  return (at2) => {
    const there = swayed(at2);
    const [along, inside, own] = [row3[0](at2.count), row3[1](at2.count), row3[2](at2.count)];
    const [xs, ys] = kind.turn ? [there.y, there.x] : [there.x, there.y];
    for (let i = 0; i < at2.count; i++) {
      const lane = Math.floor(ys[i] / every);
      let most = -1e3;
      for (let k = lane - 1; k <= lane + 1; k++) {
        const of = round2(k, lanes);
        const broad = kind.broad * every * (0.7 + 0.6 * chanceAt(of, 1, seed2)) / 2;
        const middle = (k + 0.5 + 0.5 * (chanceAt(of, 2, seed2) - 0.5)) * every;
        const deep = broad - Math.abs(ys[i] - middle);
        if (deep <= most) continue;
        most = deep;
        const from = xs[i] / long + chanceAt(of, 3, seed2);
        const turn = Math.floor(from);
        along[i] = from - turn;
        own[i] = chanceAt(of, 7 + round2(turn, turns), seed2 + 1);
      }
      inside[i] = most;
    }
    return { along, inside, own };
  };
};

// packages/core/src/surface/kinds/dry-brush.ts
var bristles = (ground2, salt, turn = 0) => {
  const bent2 = moved(
    [noise(ground2, salt, 70, 2), noise(ground2, salt + 3, 70, 2), 6],
    [noise(ground2, salt + 6, 11), noise(ground2, salt + 7, 11), 0.3]
  );
  const [bundles, single, fine] = [
    noise(ground2, salt + 8, 3.4, 2, { stretch: 45, turn }),
    noise(ground2, salt + 11, 0.8, 2, { stretch: 110, turn }),
    noise(ground2, salt + 14, 0.22, 1, { stretch: 130, turn })
  ];
  return (at2) => {
    const there = bent2(at2);
    return { bundles: bundles(there), single: single(there), fine: fine(there) };
  };
};
var dryBrush = {
  name: "dry brush",
  title: "Dry brush",
  note: "Wide strokes of a brush that runs out of paint.",
  paper: WHITE_SHEET,
  stain: DARK_INK,
  make: (ground2) => {
    const [first, second] = [
      { lies: strokes(ground2, 1, { apart: 46, broad: 0.95, long: 270, sway: 9 }), hair: bristles(ground2, 10) },
      { lies: strokes(ground2, 5, { apart: 88, broad: 0.42, long: 190, sway: 16 }), hair: bristles(ground2, 30) }
    ];
    const [tooth2, skips] = [noise(ground2, 50, 0.19, 2), noise(ground2, 53, 26, 3, { stretch: 1.8 })];
    return (at2, { light: light2, stain }) => {
      const [t, s] = [tooth2(at2), skips(at2)];
      stain.fill(0, 0, at2.count);
      for (const { lies, hair } of [first, second]) {
        const [{ along, inside, own }, { bundles, single, fine }] = [lies(at2), hair(at2)];
        for (let i = 0; i < at2.count; i++) {
          const bristle = 0.5 * bundles[i] + 0.55 * single[i] + 0.35 * fine[i];
          const load = 1.25 - 1.75 * along[i] - 0.55 * own[i] + 0.5 * s[i];
          const side2 = smoothstep(-0.5, 3, inside[i] + 2.2 * bristle);
          const ends = smoothstep(0, 0.04, along[i] + 0.06 * bristle - 0.05 * smoothstep(14, 0, inside[i]));
          const paint = bristle + 0.2 * t[i] + load - 1.6 * (1 - side2) - 2 * (1 - ends);
          stain[i] = Math.max(stain[i], 0.96 * smoothstep(-0.06, 0.07, paint) * (0.94 + 0.06 * fine[i]));
        }
      }
      for (let i = 0; i < at2.count; i++) light2[i] = 0.98 + 0.02 * t[i];
    };
  }
};

// packages/core/src/surface/hairs.ts
var VALUES3 = 6;
var hairs = (ground2, salt, { cell, likely, near }) => {
  const { count: cells, perMm } = cellsOf(ground2, cell);
  const seed2 = ground2.seed * 64 + salt;
  const around = nine(cells, VALUES3, (i, j, into, at2) => {
    into[at2] = 0.3 + 0.4 * chanceAt(i, j, seed2 + 2);
    into[at2 + 1] = 0.3 + 0.4 * chanceAt(i, j, seed2 + 3);
    into[at2 + 2] = chanceAt(i, j, seed2) >= likely ? -1 : 0.12 + 0.5 * chanceAt(i, j, seed2 + 1) ** 2;
    const dx = chanceAt(i, j, seed2 + 4) - 0.5;
    const dy = chanceAt(i, j, seed2 + 5) - 0.5;
    const size2 = Math.sqrt(dx * dx + dy * dy) + 1e-9;
    into[at2 + 3] = dx / size2;
    into[at2 + 4] = dy / size2;
    into[at2 + 5] = 1.3 * chanceAt(i, j, seed2 + 6) - 0.6;
  });
  const row3 = rows();
  return ({ count, x, y, pixel }) => {
    const out = row3(count);
    for (let n = 0; n < count; n++) {
      const u = x[n] * perMm;
      const v = y[n] * perMm;
      const i = Math.floor(u);
      const j = Math.floor(v);
      const arcs = around(i, j);
      let best = (near + pixel) * perMm;
      for (let k = 0; k < 9 * VALUES3; k += VALUES3) {
        const radius = arcs[k + 2];
        if (radius < 0) continue;
        const dx = u - i - arcs[k];
        const dy = v - j - arcs[k + 1];
        const away = dx * dx + dy * dy;
        if (away > (radius + best) * (radius + best)) continue;
        const size2 = Math.sqrt(away);
        if (dx * arcs[k + 3] + dy * arcs[k + 4] < arcs[k + 5] * size2) continue;
        best = Math.min(best, Math.abs(size2 - radius));
      }
      out[n] = best / perMm;
    }
    return out;
  };
};
var lineAt = (away, half, pixel) => clamp(Math.min(2 * half, half + pixel / 2 - away) / pixel);

// packages/core/src/surface/kinds/dust-and-hairs.ts
var dustAndHairs = {
  name: "dust and hairs",
  title: "Dust and hairs",
  note: "What lies on the glass, lit against the dark of an open lid.",
  paper: [24, 24, 26],
  stain: [242, 240, 234],
  make: (ground2) => {
    const dust = strewn(ground2, 40, { cell: 1.2, likely: 0.34, least: 0.01, most: 0.1, tail: 4, long: 2.5 });
    const grit = strewn(ground2, 50, { cell: 6, likely: 0.5, least: 0.03, most: 0.34, tail: 4, long: 3 });
    const crumbs = strewn(ground2, 60, { cell: 26, likely: 0.55, least: 0.1, most: 1.1, tail: 3, long: 3 });
    const [long, lint] = [
      hairs(ground2, 70, { cell: 38, likely: 0.62, near: 0.4 }),
      hairs(ground2, 80, { cell: 10, likely: 0.4, near: 0.3 })
    ];
    const [curled, shaped2] = [
      moved([noise(ground2, 1, 9, 2), noise(ground2, 4, 9, 2), 3.4], [noise(ground2, 7, 1.9), noise(ground2, 8, 1.9), 0.35]),
      moved([noise(ground2, 9, 0.5, 2), noise(ground2, 12, 0.5, 2), 0.16])
    ];
    const [clusters, grain2, thick] = [noise(ground2, 15, 40, 3), noise(ground2, 19, 0.15), noise(ground2, 21, 5)];
    const scratch = noise(ground2, 23, 0.22, 2, { stretch: 240, turn: 31 });
    const smear = noise(ground2, 27, 26, 3, { stretch: 2.5, turn: -24 });
    return (at2, { light: light2, stain }) => {
      const [bent2, ragged] = [curled(at2), shaped2(at2)];
      const [d, g, c, h, l] = [dust(at2), grit(ragged), crumbs(ragged), long(bent2), lint(bent2)];
      const [where, fine, t, s, m] = [clusters(at2), grain2(at2), thick(at2), scratch(at2), smear(at2)];
      for (let i = 0; i < at2.count; i++) {
        const hair = 0.06 + 0.03 * t[i];
        const dusty = smoothstep(-0.5, 0.3, where[i]);
        stain[i] = Math.max(
          0.85 * dusty * smoothstep(-0.015, 0.03, d[i]),
          0.95 * smoothstep(-0.02, 0.04, g[i]),
          smoothstep(-0.03, 0.06, c[i]) * (0.85 + 0.3 * fine[i]),
          lineAt(h[i], hair, at2.pixel),
          0.8 * lineAt(l[i], 0.035, at2.pixel),
          0.3 * smoothstep(0.72, 0.95, s[i]),
          0.07 * smoothstep(0, 0.8, m[i]) * (1 + fine[i])
        );
        light2[i] = 1;
      }
    };
  }
};

// packages/core/src/surface/kinds/fabric-weave.ts
var fabricWeave = {
  name: "fabric weave",
  title: "Fabric weave, close",
  note: "Canvas seen close: thick and thin threads, their twist, dark between them, stray fibres.",
  paper: [234, 226, 208],
  stain: [56, 48, 40],
  make: (ground2) => {
    const [weave, cloud, fuzz] = [woven(ground2, 1, 1.25), noise(ground2, 31, 30, 3), noise(ground2, 35, 0.15)];
    const [stray, curled] = [
      hairs(ground2, 41, { cell: 7, likely: 0.55, near: 0.2 }),
      moved([noise(ground2, 51, 3, 2), noise(ground2, 54, 3, 2), 1])
    ];
    return (at2, { light: light2, stain }) => {
      const [{ thread, gap }, c, f3, h] = [weave(at2), cloud(at2), fuzz(at2), stray(curled(at2))];
      for (let i = 0; i < at2.count; i++) {
        const fibre = 0.7 * lineAt(h[i], 0.03, at2.pixel);
        light2[i] = 0.28 + 0.66 * thread[i] + 0.05 * c[i] + 0.05 * f3[i] + 0.3 * fibre;
        stain[i] = 0.85 * gap[i] * (1 - fibre);
      }
    };
  }
};

// packages/core/src/surface/tooth.ts
var tooth = (ground2, salt) => {
  const [grain2, flat2, steep] = [
    noise(ground2, salt, 0.17),
    noise(ground2, salt + 1, 0.2, 1, { stretch: 4.5, turn: 12 }),
    noise(ground2, salt + 2, 0.2, 1, { stretch: 4.5, turn: 101 })
  ];
  const row3 = rows();
  return (at2) => {
    const [a, b, c, out] = [grain2(at2), flat2(at2), steep(at2), row3(at2.count)];
    for (let i = 0; i < at2.count; i++) out[i] = 0.7 * a[i] + 0.4 * b[i] + 0.4 * c[i];
    return out;
  };
};
var FIBRES = [
  [9, 0.15],
  [-31, 0.13],
  [68, 0.12]
];
var fibres = (ground2, salt, stretch3 = 20) => {
  const each3 = FIBRES.map(([turn, fine], i) => noise(ground2, salt + i, fine, 1, { stretch: stretch3 / (1 + 0.4 * i), turn }));
  const row3 = rows();
  return (at2) => {
    const out = row3(at2.count);
    out.fill(0, 0, at2.count);
    for (const field of each3) {
      const values2 = field(at2);
      for (let i = 0; i < at2.count; i++) out[i] = Math.max(out[i], Math.min(1, Math.max(0, (values2[i] - 0.5) * 2.6)));
    }
    return out;
  };
};

// packages/core/src/surface/kinds/folded-poster.ts
var PANEL = { width: 105, height: 132 };
var fold = (along, every) => along - (Math.floor(along / every) + 0.5) * every;
var across = (ground2, salt, turn) => ({
  hair: noise(ground2, salt, 0.09, 1, { stretch: 9, turn }),
  crack: noise(ground2, salt + 1, 1.1, 1, { stretch: 11, turn })
});
var foldedPoster = {
  name: "folded poster",
  title: "Folded poster",
  note: "Solid ink broken along the folds, scuffed at the corners and cracked across.",
  paper: [50, 47, 48],
  stain: [236, 231, 219],
  make: (ground2) => {
    const [everyX, everyY] = [apart(ground2, PANEL.width), apart(ground2, PANEL.height)];
    const [panelsX, panelsY] = ground2.period === null ? [0, 0] : [ground2.period / everyX, ground2.period / everyY];
    const [waver, worn4, patch, broken] = [
      noise(ground2, 1, 45, 3),
      noise(ground2, 5, 70, 2),
      noise(ground2, 9, 9, 3),
      noise(ground2, 13, 3.2, 2, {}, 0.7)
    ];
    const [upright, level] = [across(ground2, 17, 0), across(ground2, 21, 90)];
    const [rub, mottle, grain2] = [noise(ground2, 25, 0.7, 3, {}, 0.75), noise(ground2, 31, 2.6, 2), tooth(ground2, 37)];
    return (at2, { light: light2, stain }) => {
      const [stray, soft, patches, breaks2] = [waver(at2), worn4(at2), patch(at2), broken(at2)];
      const [hairX, hairY, crackX, crackY] = [upright.hair(at2), level.hair(at2), upright.crack(at2), level.crack(at2)];
      const [rubbed, cloudy, fine] = [rub(at2), mottle(at2), grain2(at2)];
      for (let i = 0; i < at2.count; i++) {
        const [x, y, s] = [at2.x[i], at2.y[i], 0.8 * stray[i]];
        const fx = fold(x + s, everyX);
        const fy = fold(y - s, everyY);
        const isUpright2 = Math.abs(fx) < Math.abs(fy);
        const near = Math.min(Math.abs(fx), Math.abs(fy));
        const corner2 = Math.sqrt(fx * fx + fy * fy);
        const p = patches[i];
        const rough = rubbed[i];
        const width = 0.05 + 0.5 * Math.max(0, breaks2[i] + 0.25) ** 2 + 0.6 * Math.max(0, p) + 1.6 * smoothstep(7, 0, corner2);
        const hair = 0.34 * (isUpright2 ? hairX[i] : hairY[i]);
        const bare2 = smoothstep(-0.06, 0.1, width - near + hair * Math.min(1, width * 2.5) + 0.25 * width * rough);
        const scuffed = smoothstep(0.5, 0.75, rough + 0.55 * p + 0.55 * smoothstep(5, 0, near) + 0.8 * smoothstep(13, 0, corner2) - 0.35);
        const line = isUpright2 ? crackX[i] : crackY[i];
        const far2 = 2 + 12 * Math.max(0, p + 0.1);
        const cracked = smoothstep(0.05, 0.015, Math.abs(line)) * smoothstep(far2, far2 / 3, near) * smoothstep(-0.1, 0.2, p + 0.3 * rough);
        const elsewhere = 0.75 * smoothstep(0.2, 0.5, soft[i]) * smoothstep(0.6, 0.85, rough + 0.2 * p);
        stain[i] = Math.max(bare2, 0.9 * scuffed * smoothstep(15, 3, near), 0.8 * cracked, elsewhere);
        const panel = chanceAt(
          round2(Math.floor((x + s) / everyX), panelsX) + (fx > 0 ? 512 : 0),
          round2(Math.floor((y - s) / everyY), panelsY) + (fy > 0 ? 512 : 0),
          ground2.seed + 77
        );
        const shade2 = -0.09 * Math.sign(fx) * smoothstep(7, 0, Math.abs(fx)) - 0.07 * Math.sign(fy) * smoothstep(7, 0, Math.abs(fy));
        light2[i] = 0.88 + 0.1 * panel + 0.1 * cloudy[i] + 0.09 * fine[i] + shade2;
      }
    };
  }
};

// packages/core/src/surface/kinds/kraft-board.ts
var kraftBoard = {
  name: "kraft board",
  title: "Kraft board",
  note: "Brown board with long fibres, pale and dark, and flecks of bark.",
  paper: [203, 166, 121],
  stain: [104, 72, 44],
  make: (ground2) => {
    const [cloud, felt, grain2] = [noise(ground2, 1, 16, 4), noise(ground2, 9, 0.9, 3), noise(ground2, 15, 0.17)];
    const [pale, dark] = [fibres(ground2, 17, 34), fibres(ground2, 23, 22)];
    const lines = noise(ground2, 29, 1.3, 2, { stretch: 60, turn: 2 });
    const flecks = strewn(ground2, 40, { cell: 2.8, likely: 0.4, least: 0.03, most: 0.34, tail: 4, long: 6 });
    const bark = strewn(ground2, 50, { cell: 11, likely: 0.5, least: 0.08, most: 0.7, tail: 4, long: 9 });
    return (at2, { light: light2, stain }) => {
      const [c, f3, g, p, d, l, fleck, bits] = [cloud(at2), felt(at2), grain2(at2), pale(at2), dark(at2), lines(at2), flecks(at2), bark(at2)];
      for (let i = 0; i < at2.count; i++) {
        light2[i] = 0.86 + 0.07 * c[i] + 0.05 * f3[i] + 0.06 * g[i] + 0.19 * p[i] + 0.022 * l[i];
        const shape3 = 0.05 * g[i];
        stain[i] = Math.max(
          0.8 * smoothstep(-0.05, 0.05, fleck[i] + shape3),
          0.7 * smoothstep(-0.06, 0.08, bits[i] + 2 * shape3),
          0.38 * d[i],
          0.1 + 0.16 * c[i]
        );
      }
    };
  }
};

// packages/core/src/surface/kinds/metal-plate.ts
var metalPlate = {
  name: "streaked metal plate",
  title: "Streaked metal plate",
  note: "A plate brushed one way, scratched and spotted since.",
  paper: [212, 213, 214],
  stain: [62, 58, 56],
  make: (ground2) => {
    const [brushed2, fine, bands] = [
      noise(ground2, 1, 0.7, 4, { stretch: 150, turn: 1 }, 0.85),
      noise(ground2, 9, 0.12, 1, { stretch: 70 }),
      noise(ground2, 11, 30, 2, { stretch: 8 })
    ];
    const bent2 = moved([noise(ground2, 13, 60), noise(ground2, 15, 60), 9]);
    const [deep, shallow, across2] = [
      noise(ground2, 17, 0.5, 1, { stretch: 150, turn: 21 }),
      noise(ground2, 19, 0.3, 2, { stretch: 120, turn: -14 }),
      noise(ground2, 23, 0.4, 1, { stretch: 90, turn: 74 })
    ];
    const spots2 = strewn(ground2, 40, { cell: 7, likely: 0.45, least: 0.05, most: 1.1, tail: 4 });
    const ragged = moved([noise(ground2, 27, 0.7, 2), noise(ground2, 30, 0.7, 2), 0.25]);
    const [oxide, grain2] = [noise(ground2, 33, 18, 5, {}, 0.65), noise(ground2, 41, 0.16)];
    return (at2, { light: light2, stain }) => {
      const there = bent2(at2);
      const [b, f3, w, d, s, a] = [brushed2(at2), fine(at2), bands(at2), deep(there), shallow(there), across2(there)];
      const [spot, o, g] = [spots2(ragged(at2)), oxide(at2), grain2(at2)];
      for (let i = 0; i < at2.count; i++) {
        const scratch = smoothstep(0.68, 0.85, d[i]) - smoothstep(0.7, 0.85, -d[i]) + 0.5 * smoothstep(0.72, 0.9, s[i]);
        const own = 0.72 + 0.2 * w[i] + 0.2 * b[i] + 0.1 * f3[i] + 0.02 * g[i];
        light2[i] = own + 0.26 * scratch + 0.16 * smoothstep(0.75, 0.9, a[i]);
        stain[i] = Math.max(
          0.75 * smoothstep(-0.05, 0.16, spot[i]),
          0.5 * smoothstep(0.28, 0.75, o[i] + 0.12 * b[i] + 0.1 * g[i])
        );
      }
    };
  }
};

// packages/core/src/surface/kinds/news-stock.ts
var newsPaper = (ground2) => {
  const [cloud, formation, grain2, fibre] = [
    noise(ground2, 1, 34, 3),
    noise(ground2, 5, 2.1, 4, {}, 0.7),
    tooth(ground2, 13),
    fibres(ground2, 17, 24)
  ];
  const splinters = strewn(ground2, 40, { cell: 3.4, likely: 0.3, least: 0.03, most: 0.22, tail: 4, long: 7 });
  return (at2, { light: light2, stain }) => {
    const [c, f3, g, h, s] = [cloud(at2), formation(at2), grain2(at2), fibre(at2), splinters(at2)];
    for (let i = 0; i < at2.count; i++) {
      light2[i] = 0.93 + 0.045 * c[i] + 0.075 * f3[i] + 0.07 * g[i] + 0.05 * h[i];
      stain[i] = Math.max(0.65 * smoothstep(-0.03, 0.04, s[i]), 0.1 + 0.12 * f3[i]);
    }
  };
};
var newsStock = {
  name: "news stock",
  title: "News stock",
  note: "Grey, thin and fibrous, with splinters of wood.",
  paper: [229, 221, 203],
  stain: [128, 116, 96],
  make: newsPaper
};

// packages/core/src/surface/kinds/old-card.ts
var oldCard = {
  name: "old card with foxing",
  title: "Old card with foxing",
  note: "Yellowed card, foxed in clusters, handled and rubbed.",
  paper: [238, 223, 188],
  stain: [134, 82, 40],
  make: (ground2) => {
    const [cloud, felt, grain2, fibre] = [
      noise(ground2, 1, 60, 4),
      noise(ground2, 9, 1.5, 2, {}, 0.7),
      tooth(ground2, 15),
      fibres(ground2, 19, 14)
    ];
    const [where, rub, handled] = [
      noise(ground2, 23, 52, 3),
      noise(ground2, 27, 0.4, 2, { stretch: 26, turn: 14 }),
      noise(ground2, 31, 80, 2)
    ];
    const ragged = moved(
      [noise(ground2, 33, 3.6, 2), noise(ground2, 38, 3.6, 2), 1.8],
      [noise(ground2, 43, 0.6), noise(ground2, 46, 0.6), 0.28]
    );
    const [large, mid, small] = [
      strewn(ground2, 50, { cell: 21, likely: 0.5, least: 0.5, most: 6, tail: 4, outside: 1.6, long: 2.6 }),
      strewn(ground2, 60, { cell: 8, likely: 0.45, least: 0.15, most: 2, tail: 4, outside: 0.6, long: 2.6 }),
      strewn(ground2, 70, { cell: 2.6, likely: 0.32, least: 0.03, most: 0.5, tail: 4, long: 2.6 })
    ];
    return (at2, { light: light2, stain }) => {
      const [c, f3, g, h, w, r, n] = [cloud(at2), felt(at2), grain2(at2), fibre(at2), where(at2), rub(at2), handled(at2)];
      const there = ragged(at2);
      const [l, m, s] = [large(there), mid(there), small(there)];
      for (let i = 0; i < at2.count; i++) {
        const foxed = smoothstep(-0.25, 0.4, w[i]);
        const uneven = 1 + 0.5 * f3[i] + 0.3 * g[i];
        const blot = 0.2 * smoothstep(-1.5, 0.6, l[i]) + 0.22 * smoothstep(0.2, 2, l[i]) + 0.2 * smoothstep(-0.5, 0.25, m[i]) + 0.3 * smoothstep(0.05, 0.7, m[i]) + 0.55 * smoothstep(-0.06, 0.16, s[i]);
        const rubbed = 0.06 * smoothstep(0.45, 0.9, r[i] + 0.5 * n[i]);
        stain[i] = 0.07 + 0.07 * c[i] + rubbed + foxed * Math.min(0.9, blot * uneven);
        light2[i] = 0.91 + 0.06 * c[i] + 0.035 * f3[i] + 0.06 * g[i] + 0.03 * h[i] - 0.3 * rubbed;
      }
    };
  }
};

// packages/core/src/surface/kinds/photocopied-black.ts
var photocopiedBlack = {
  name: "photocopied black",
  title: "Photocopied black",
  note: "A solid as a tired copier makes it: hollow, banded, streaked and specked.",
  paper: [34, 33, 34],
  stain: [236, 234, 229],
  make: (ground2) => {
    const [hollow, patch, band] = [
      noise(ground2, 1, 26, 3, { stretch: 1.7, turn: 90 }),
      noise(ground2, 5, 70, 2),
      noise(ground2, 8, 3.4, 2, { stretch: 90 })
    ];
    const [streak, scratch] = [
      noise(ground2, 11, 0.5, 2, { stretch: 260, turn: 90 }),
      noise(ground2, 15, 0.2, 1, { stretch: 400, turn: 90.5 })
    ];
    const [toner, clump, mottle] = [noise(ground2, 19, 0.13, 1), noise(ground2, 21, 0.5, 3, {}, 0.8), noise(ground2, 25, 2.2, 3)];
    const ragged = moved([noise(ground2, 31, 0.3), noise(ground2, 33, 0.3), 0.1]);
    const [specks, spots2] = [
      strewn(ground2, 40, { cell: 1.5, likely: 0.24, least: 0.02, most: 0.16, tail: 4, long: 2 }),
      strewn(ground2, 50, { cell: 13, likely: 0.4, least: 0.08, most: 0.8, tail: 4, long: 2.5 })
    ];
    return (at2, { light: light2, stain }) => {
      const [h, p, b, s, c, t, k, m] = [hollow(at2), patch(at2), band(at2), streak(at2), scratch(at2), toner(at2), clump(at2), mottle(at2)];
      const there = ragged(at2);
      const [few, many] = [spots2(there), specks(there)];
      for (let i = 0; i < at2.count; i++) {
        const thin = 0.5 * h[i] + 0.35 * p[i] + 0.12 * b[i] + 0.16 * s[i];
        const bare2 = smoothstep(0.62, 0.92, thin + 0.55 * k[i] + 0.3 * t[i] + 0.18);
        stain[i] = Math.max(
          0.9 * bare2,
          0.9 * smoothstep(-0.02, 0.04, many[i]) * smoothstep(-0.35, 0.15, thin),
          0.95 * smoothstep(-0.03, 0.06, few[i]),
          0.6 * smoothstep(0.66, 0.84, c[i]) * smoothstep(-0.3, 0.3, k[i])
        );
        light2[i] = 1 + 0.9 * Math.max(0, thin + 0.15) + 0.5 * t[i] + 0.5 * m[i] * 0.4;
      }
    };
  }
};

// packages/core/src/surface/kinds/plaster.ts
var skimmed = (ground2) => {
  const arcs = moved([noise(ground2, 1, 130), noise(ground2, 3, 130), 60]);
  const passes = noise(ground2, 5, 24, 2, { stretch: 3.2, turn: 24 });
  const [ridge, drag, row3] = [
    noise(ground2, 9, 15, 2, { stretch: 6, turn: -16 }),
    noise(ground2, 13, 1.1, 1, { stretch: 26, turn: 20 }),
    rows()
  ];
  return slow(ground2, 0.28, (at2) => {
    const there = arcs(at2);
    const [p, r, d, out] = [passes(there), ridge(there), drag(there), row3(at2.count)];
    for (let i = 0; i < at2.count; i++) {
      out[i] = 1.3 * p[i] + 0.35 * Math.max(0, 1 - 7 * Math.abs(r[i])) + 0.13 * d[i];
    }
    return out;
  });
};
var heights2 = (ground2) => {
  const [broad, sand] = [skimmed(ground2), noise(ground2, 17, 0.75, 2, {}, 0.75)];
  const ragged = moved([noise(ground2, 31, 1.6), noise(ground2, 34, 1.6), 0.5]);
  const pits = strewn(ground2, 40, { cell: 3.2, likely: 0.26, least: 0.04, most: 0.6, tail: 4 });
  const blows = slow(ground2, 0.25, strewn(ground2, 50, { cell: 17, likely: 0.35, least: 0.3, most: 2.6, tail: 3, long: 2.6 }));
  const [row3, deep] = [rows(), rows()];
  return (at2) => {
    const [b, s, out, pit] = [broad(at2), sand(at2), row3(at2.count), deep(at2.count)];
    const frayed = ragged(at2);
    const [few, many] = [blows(frayed), pits(frayed)];
    for (let i = 0; i < at2.count; i++) {
      pit[i] = Math.max(smoothstep(-0.04, 0.12, many[i]), smoothstep(-0.05, 0.5, few[i]));
      out[i] = b[i] + 0.1 * s[i] - 0.42 * pit[i];
    }
    return { height: out, pit };
  };
};
var STEP = 0.4;
var plaster = {
  name: "plaster",
  title: "Plaster wall",
  note: "Skimmed with a trowel: arcs and ridges, pits, and cracks as fine as hairs.",
  paper: [240, 236, 228],
  stain: [112, 103, 94],
  make: (ground2) => {
    const [here, towards] = [heights2(ground2), heights2(ground2)];
    const bent2 = moved([noise(ground2, 61, 16, 3), noise(ground2, 65, 16, 3), 2.6]);
    const [crack, where, stains, grain2] = [
      noise(ground2, 71, 75),
      noise(ground2, 75, 60, 2),
      noise(ground2, 79, 40, 4),
      noise(ground2, 85, 0.2)
    ];
    return (at2, { light: light2, stain }) => {
      const { height: own, pit } = here(at2);
      const { height: lit2 } = towards({ ...at2, x: at2.x.map((x) => x - STEP), y: at2.y.map((y) => y - STEP) });
      const [c, w, s, g] = [crack(bent2(at2)), where(at2), stains(at2), grain2(at2)];
      for (let i = 0; i < at2.count; i++) {
        const slope2 = own[i] - lit2[i];
        light2[i] = 0.87 + 0.75 * slope2 + 0.04 * g[i] + 0.05 * s[i];
        const line = lineAt(Math.abs(c[i]) * 30, 0.07 + 0.1 * Math.max(0, w[i]), at2.pixel);
        stain[i] = Math.max(
          0.75 * line * smoothstep(0.02, 0.2, w[i]),
          0.32 * pit[i],
          0.22 * smoothstep(0.1, 0.8, s[i])
        );
      }
    };
  }
};

// packages/core/src/surface/sine.ts
var WAVE = 4096;
var SINES = Float64Array.from({ length: WAVE + 1 }, (_, i) => sinDeg(360 * i / WAVE));
var sineOf = (turns) => {
  const at2 = (turns - Math.floor(turns)) * WAVE;
  const i = Math.floor(at2);
  return SINES[i] + (SINES[i + 1] - SINES[i]) * (at2 - i);
};

// packages/core/src/surface/kinds/ripple-tank.ts
var WAVES = 9;
var TANK = 180;
var rippleTank = {
  name: "ripple tank",
  title: "Ripple tank",
  note: "Light through moving water: bright lines where waves focus it.",
  paper: [236, 240, 242],
  stain: [20, 30, 40],
  make: (ground2) => {
    const period = ground2.period ?? TANK;
    const seed2 = ground2.seed * 64 + 3;
    const waves = Array.from({ length: WAVES }, (_, i) => {
      const reach = 2 + i;
      const cycles = (salt) => Math.floor((chanceAt(i, salt, seed2) - 0.5) * 2 * reach + 0.5);
      const [kx, ky] = [cycles(1), cycles(2)];
      return { kx: (kx === 0 && ky === 0 ? 1 : kx) / period, ky: ky / period, phase: chanceAt(i, 3, seed2), size: 1 / (1.4 + i * 0.35) };
    });
    const [bent2, grain2] = [moved([noise(ground2, 9, 44, 3), noise(ground2, 17, 44, 3), 9]), noise(ground2, 23, 0.2)];
    const surface2 = (x, y) => {
      let sum = 0;
      for (const { kx, ky, phase, size: size2 } of waves) sum += size2 * sineOf(kx * x + ky * y + phase);
      return sum;
    };
    return (at2, { light: light2, stain }) => {
      const { x, y } = bent2(at2);
      const g = grain2(at2);
      for (let i = 0; i < at2.count; i++) {
        const [u, v] = [x[i], y[i]];
        const ridge = Math.abs(surface2(u, v));
        const second = Math.abs(surface2(u + 0.37 * period, v + 0.21 * period));
        const line = 1 / (1 + 14 * ridge) + 0.7 / (1 + 18 * second);
        light2[i] = 0.2 + 0.85 * line + 0.02 * g[i];
        stain[i] = 0.35 * (1 - clamp(line * 1.4));
      }
    };
  }
};

// packages/core/src/surface/kinds/rolled-ink.ts
var rolledInk = {
  name: "rolled ink",
  title: "Rolled ink",
  note: "Ink rolled out by hand: solid, then starving in flecks, with the edges of the roller.",
  paper: WHITE_SHEET,
  stain: DARK_INK,
  make: (ground2) => {
    const coats = [
      strokes(ground2, 1, { apart: 62, broad: 1.25, long: 420, sway: 9 }),
      strokes(ground2, 5, { apart: 71, broad: 1.05, long: 330, sway: 11, turn: true })
    ];
    const [body, mid, skid] = [
      noise(ground2, 11, 55, 3),
      noise(ground2, 15, 8, 3, { stretch: 1.6 }),
      noise(ground2, 19, 1.1, 2, { stretch: 12 })
    ];
    const [fleck, tooth2, peel] = [noise(ground2, 23, 1.15, 4, {}, 0.82), noise(ground2, 31, 0.17), noise(ground2, 33, 0.42, 2)];
    const jitter = moved([noise(ground2, 37, 2.2, 2), noise(ground2, 41, 2.2, 2), 0.8]);
    return (at2, { light: light2, stain }) => {
      const there = jitter(at2);
      const lies = coats.map((coat) => coat(there));
      const [b, m, s, f3, t, p] = [body(at2), mid(at2), skid(at2), fleck(at2), tooth2(at2), peel(at2)];
      for (let i = 0; i < at2.count; i++) {
        let load = 0.5 * b[i] + 0.34 * m[i];
        let beyond2 = 0;
        for (const { along, inside, own } of lies) {
          const there2 = smoothstep(-1.6, 0.4, inside[i] + 0.9 * f3[i]);
          const start = smoothstep(0, 0.16, along[i] + 0.03 * f3[i]);
          load += there2 * start * (0.62 - 0.55 * along[i] - 0.14 * own[i]) + 0.18 * there2 * smoothstep(1.4, 0.2, Math.abs(inside[i] - 0.5));
          beyond2 = Math.max(beyond2, there2);
        }
        const wet = load + 0.62 * f3[i] + 0.14 * t[i] + 0.16 * s[i];
        const inked = smoothstep(0.1, 0.24, wet) * beyond2;
        stain[i] = inked * (0.8 + 0.16 * smoothstep(0.2, 0.9, load) + 0.06 * p[i]);
        light2[i] = 0.98 + 0.02 * t[i] + 0.1 * inked * Math.max(0, p[i]);
      }
    };
  }
};

// packages/core/src/surface/kinds/screen-emulsion.ts
var SHEET = { width: 215.9, height: 279.4 };
var MARGIN = 13;
var STROKE2 = 17;
var coated = (ground2, salt) => {
  const [width, height] = [apart(ground2, SHEET.width), apart(ground2, SHEET.height)];
  const [sway, row3] = [noise(ground2, salt, 30, 2), rows()];
  const end = (lane, side2) => {
    const far2 = chanceAt(round2(lane, ground2.period === null ? 0 : Math.floor(ground2.period / STROKE2)), side2, ground2.seed * 64 + salt);
    return 11 * (far2 - 0.45);
  };
  return (at2) => {
    const [swayed, out] = [sway(at2), row3(at2.count)];
    for (let i = 0; i < at2.count; i++) {
      const [x, y] = [at2.x[i], at2.y[i] + 1.5 * swayed[i]];
      const [u, v] = [x - Math.floor(x / width) * width, y - Math.floor(y / height) * height];
      const lane = Math.floor(y / STROKE2);
      const across2 = Math.min(v - MARGIN, height - MARGIN - v);
      const along = Math.min(u - MARGIN + end(lane, 1), width - MARGIN - u + end(lane, 2));
      out[i] = Math.min(across2 + 2.5, along);
    }
    return out;
  };
};
var screenEmulsion = {
  name: "brushed emulsion",
  title: "Brushed screen emulsion",
  note: "Emulsion brushed over a sheet: streaks, pools, and edges where the brush was put down and lifted.",
  paper: WHITE_SHEET,
  stain: [34, 52, 56],
  make: (ground2) => {
    const [within4, level, upright] = [coated(ground2, 1), bristles(ground2, 10), bristles(ground2, 30, 90)];
    const [pool, grain2, mottle] = [noise(ground2, 50, 18, 4), noise(ground2, 55, 0.2, 2), noise(ground2, 58, 2.4, 3)];
    const pinholes = strewn(ground2, 70, { cell: 5, likely: 0.35, least: 0.03, most: 0.3, tail: 4 });
    return (at2, { light: light2, stain }) => {
      const [inside, a, b] = [within4(at2), level(at2), upright(at2)];
      const [p, g, m, holes] = [pool(at2), grain2(at2), mottle(at2), pinholes(at2)];
      for (let i = 0; i < at2.count; i++) {
        const deep = inside[i];
        const bristle = 0.5 * a.bundles[i] + 0.5 * a.single[i] + 0.3 * a.fine[i];
        const over3 = 0.5 * b.bundles[i] + 0.35 * b.single[i];
        const edge = smoothstep(-0.08, 0.12, deep / 9 + bristle + 0.15 * g[i] + 0.08);
        const rim = smoothstep(7, 1.5, Math.abs(deep - 3));
        const thick = 0.66 + 0.22 * bristle + 0.05 * over3 + 0.16 * p[i] + 0.05 * m[i] + 0.12 * rim;
        const starved = smoothstep(0.02, 0.2, thick - 0.3 + 0.2 * g[i]);
        stain[i] = edge * starved * Math.min(0.97, thick + 0.1) * (1 - 0.9 * smoothstep(-0.03, 0.05, holes[i]));
        light2[i] = 0.98 + 0.02 * g[i];
      }
    };
  }
};

// packages/core/src/surface/kinds/show-through.ts
var COLUMN = 47;
var GUTTER = 5;
var LINE2 = 3.5;
var LETTER = 1.05;
var PIECE = 18;
var HEADING = 3;
var otherSide = (ground2) => {
  const [column, line] = [apart(ground2, COLUMN + GUTTER), apart(ground2, LINE2)];
  const [columns, lines] = ground2.period === null ? [0, 0] : [Math.floor(ground2.period / column + 0.5), Math.floor(ground2.period / line + 0.5)];
  const seed2 = ground2.seed * 64 + 5;
  const letter = (c, l, at2) => {
    const chance = chanceAt(97 * c + l, at2, seed2);
    return chance < 0.17 ? 0 : 0.45 + 0.55 * chanceAt(97 * c + l, at2, seed2 + 1);
  };
  const within4 = (c, l, u, v, size2) => {
    const at2 = u / (LETTER * size2) - 0.5;
    const first = Math.floor(at2);
    const share4 = smoothstep(0.2, 0.8, at2 - first);
    const ink = letter(c, l, first) * (1 - share4) + letter(c, l, first + 1) * share4;
    return ink * smoothstep(0.06, 0.42, v) * smoothstep(0.96, 0.62, v);
  };
  const inkAt = (x, y) => {
    const [cell, row3] = [Math.floor(x / column), Math.floor(y / line)];
    const c = round2(cell, columns);
    const piece = Math.floor(row3 / PIECE);
    const of = row3 - piece * PIECE;
    const p = round2(piece, lines === 0 ? 0 : Math.max(1, Math.floor(lines / PIECE)));
    const u = column - (x - cell * column);
    const edge = smoothstep(GUTTER / 2 - 0.3, GUTTER / 2 + 0.3, u) * smoothstep(column - GUTTER / 2 + 0.3, column - GUTTER / 2 - 0.3, u);
    const kind = chanceAt(c, p, seed2 + 2);
    if (kind < 0.2) {
      const inside = (y / line - piece * PIECE) * line;
      return 0.75 * edge * smoothstep(0.4, 1.2, inside) * smoothstep(PIECE * line - 1.4, PIECE * line - 2.2, inside);
    }
    if (kind < 0.55 && of < HEADING) {
      const v = (y / line - piece * PIECE) / HEADING;
      return Math.min(1, 1.35 * edge * within4(c, 4096 + p, u, v, 4));
    }
    const last = of === PIECE - 1 || (of + 1) % 7 === 0;
    const end = last ? column * (0.25 + 0.6 * chanceAt(c, row3, seed2 + 3)) : column;
    return edge * within4(c, round2(row3, lines), u, y / line - row3, 1) * smoothstep(end + 0.4, end - 0.4, u);
  };
  const values2 = rows();
  return slow(ground2, 0.25, (at2) => {
    const out = values2(at2.count);
    for (let i = 0; i < at2.count; i++) out[i] = inkAt(at2.x[i], at2.y[i]);
    return out;
  });
};
var showThrough = {
  name: "newsprint show-through",
  title: "Newsprint show-through",
  note: "News stock with the columns of its other side showing through, the wrong way round.",
  paper: [229, 221, 203],
  stain: [96, 88, 76],
  make: (ground2) => {
    const [paper, behind] = [newsPaper(ground2), otherSide(ground2)];
    const strayed = moved([noise(ground2, 61, 1.5), noise(ground2, 63, 1.5), 0.35]);
    const [thick, spread] = [noise(ground2, 65, 1.6, 3), noise(ground2, 71, 45, 2)];
    return (at2, out) => {
      paper(at2, out);
      const [ink, t, w] = [behind(strayed(at2)), thick(at2), spread(at2)];
      for (let i = 0; i < at2.count; i++) {
        const seen = ink[i] * (0.3 + 0.16 * t[i] + 0.14 * w[i]);
        out.stain[i] = Math.max(out.stain[i], 0.05) + seen;
      }
    };
  }
};

// packages/core/src/surface/kinds/tape-marks.ts
var CELL = 78;
var LIKELY = 0.62;
var WIDTHS = [12, 19, 19, 25];
var TOOTH = 1.5;
var VALUES4 = 7;
var strips = (ground2, salt) => {
  const { count: cells, perMm } = cellsOf(ground2, CELL);
  const seed2 = ground2.seed * 64 + salt;
  const around = nine(cells, VALUES4, (i, j, into, at2) => {
    into[at2] = 0.2 + 0.6 * chanceAt(i, j, seed2 + 1);
    into[at2 + 1] = 0.2 + 0.6 * chanceAt(i, j, seed2 + 2);
    const slant = 0.5 * (chanceAt(i, j, seed2 + 3) - 0.5);
    const size2 = Math.sqrt(1 + slant * slant);
    const isLevel = chanceAt(i, j, seed2 + 4) < 0.55;
    into[at2 + 2] = (isLevel ? 1 : slant) / size2;
    into[at2 + 3] = (isLevel ? slant : 1) / size2;
    into[at2 + 4] = chanceAt(i, j, seed2) >= LIKELY ? -1 : 0.24 + 0.6 * chanceAt(i, j, seed2 + 5);
    into[at2 + 5] = WIDTHS[Math.floor(WIDTHS.length * chanceAt(i, j, seed2 + 6))] / 2;
    into[at2 + 6] = chanceAt(i, j, seed2 + 7);
  });
  const [depth, side2, kind] = [rows(), rows(), rows()];
  return (at2) => {
    const [deep, sides, kinds2] = [depth(at2.count), side2(at2.count), kind(at2.count)];
    for (let n = 0; n < at2.count; n++) {
      const [u, v] = [at2.x[n] * perMm, at2.y[n] * perMm];
      const [i, j] = [Math.floor(u), Math.floor(v)];
      const all = around(i, j);
      deep[n] = -9;
      sides[n] = -9;
      for (let k = 0; k < 9 * VALUES4; k += VALUES4) {
        const half = all[k + 4] / perMm;
        if (half < 0) continue;
        const dx = (u - i - all[k]) / perMm;
        const dy = (v - j - all[k + 1]) / perMm;
        const along = dx * all[k + 2] + dy * all[k + 3];
        const across2 = dy * all[k + 2] - dx * all[k + 3];
        const tooth2 = across2 / TOOTH - Math.floor(across2 / TOOTH);
        const inside = all[k + 5] - Math.abs(across2);
        const end = half - Math.abs(along) + 0.8 * Math.abs(tooth2 - 0.5);
        if (Math.min(inside, end) <= deep[n]) continue;
        deep[n] = Math.min(inside, end);
        sides[n] = inside;
        kinds2[n] = all[k + 6];
      }
    }
    return { deep, sides, kinds: kinds2 };
  };
};
var tapeMarks = {
  name: "tape marks",
  title: "Tape marks",
  note: "Strips of old tape, some still there, some pulled off with the face of the sheet.",
  paper: [244, 241, 232],
  stain: [126, 88, 44],
  make: (ground2) => {
    const [lies, paper] = [strips(ground2, 1), noise(ground2, 11, 1.6, 3, {}, 0.7)];
    const [bubble, glue, dirt, pull, cloud, grain2] = [
      noise(ground2, 17, 12, 4),
      noise(ground2, 21, 3.2, 4, {}, 0.7),
      noise(ground2, 27, 0.4, 2, {}, 0.8),
      noise(ground2, 31, 1.1, 2, { stretch: 7, turn: 8 }, 0.75),
      noise(ground2, 37, 50, 3),
      noise(ground2, 41, 0.18)
    ];
    return (at2, { light: light2, stain }) => {
      const { deep, sides, kinds: kinds2 } = lies(at2);
      const [p, b, g, d, u, c, f3] = [paper(at2), bubble(at2), glue(at2), dirt(at2), pull(at2), cloud(at2), grain2(at2)];
      for (let i = 0; i < at2.count; i++) {
        const inside = smoothstep(-0.07, 0.07, deep[i]);
        const creep = smoothstep(0.9 + 0.8 * g[i], 0, Math.abs(sides[i] + 0.1)) * smoothstep(-0.6, 0.2, deep[i]);
        const dust = creep * smoothstep(-0.1, 0.4, d[i] + 0.25);
        light2[i] = 0.93 + 0.04 * c[i] + 0.035 * p[i] + 0.03 * f3[i];
        if (kinds2[i] < 0.55) {
          const air = smoothstep(0.3, 0.62, b[i] + 0.12 * g[i]) * smoothstep(0, 3, deep[i]);
          const film = 0.3 + 0.1 * g[i] + 0.12 * smoothstep(2.5, 0, sides[i]);
          stain[i] = clamp(0.03 + inside * (film - 0.13 * air) + 0.4 * dust);
          light2[i] = light2[i] - inside * (0.06 - 0.07 * air) - 0.05 * inside * smoothstep(0.25, 0, deep[i]);
        } else {
          const flaked = inside * smoothstep(0.25, 0.34, u[i] + 0.5 * b[i]);
          const left = inside * smoothstep(-0.3, 0.6, g[i] + 0.7 * b[i]);
          stain[i] = clamp(
            0.03 + 0.34 * left * (1 - flaked) + 0.34 * left * smoothstep(0.1, 0.5, d[i]) + 0.5 * dust + 0.08 * inside
          );
          light2[i] = light2[i] + flaked * (0.05 + 0.08 * p[i]) - 0.16 * left * smoothstep(0.2, 0.6, d[i]);
        }
      }
    };
  }
};

// packages/core/src/surface/kinds/torn-paper.ts
var tornPaper = {
  name: "torn paper",
  title: "Torn paper",
  note: "Printed sheets pasted over one another and torn off in strips: white cores along the tears.",
  paper: [244, 241, 233],
  stain: [44, 41, 42],
  make: (ground2) => {
    const shaken = moved([noise(ground2, 1, 18, 3), noise(ground2, 5, 18, 3), 7], [noise(ground2, 9, 2.2, 2), noise(ground2, 13, 2.2, 2), 0.8]);
    const [upper2, lower] = [noise(ground2, 17, 62, 2, { stretch: 1.9, turn: 68 }), noise(ground2, 21, 88, 2, { stretch: 2.2, turn: 112 })];
    const [core, fray, hair] = [
      noise(ground2, 25, 16, 2),
      noise(ground2, 29, 1, 4, {}, 0.75),
      noise(ground2, 35, 0.16, 1, { stretch: 6, turn: 68 })
    ];
    const [fibre, cloud, wrinkle, grain2] = [
      fibres(ground2, 41, 12),
      noise(ground2, 45, 2.2, 3, {}, 0.7),
      noise(ground2, 51, 9, 3, { stretch: 3, turn: 60 }),
      noise(ground2, 57, 0.18)
    ];
    const old = noise(ground2, 61, 60, 3);
    return (at2, { light: light2, stain }) => {
      const there = shaken(at2);
      const [a, b, k, f3, h] = [upper2(there), lower(there), core(at2), fray(at2), hair(at2)];
      const [fi, c, w, g, o] = [fibre(at2), cloud(at2), wrinkle(at2), grain2(at2), old(at2)];
      for (let i = 0; i < at2.count; i++) {
        const edge = 0.012 * f3[i] + 6e-3 * h[i];
        const top = (a[i] + 0.16 + edge) * 40;
        const under2 = (b[i] + 0.3 + edge) * 55;
        const broad = 0.5 + 5.5 * Math.max(0, k[i] + 0.12);
        const [printed3, torn2] = [smoothstep(-0.08, 0.08, top - broad), smoothstep(-0.06, 0.06, top)];
        const below2 = smoothstep(-0.08, 0.08, under2 - 0.8 * broad);
        const shadow = smoothstep(1.6, 0, -top) * (1 - torn2);
        const coat = 0.96 - 0.1 * smoothstep(0.35, 0.6, f3[i] + 0.3 * w[i]) - 0.7 * smoothstep(0.52, 0.8, f3[i] + 0.45 * o[i]);
        stain[i] = printed3 * coat + (1 - torn2) * (below2 * (0.46 + 0.12 * o[i]) + (1 - below2) * 0.1 + 0.3 * shadow);
        const white = torn2 * (1 - printed3);
        light2[i] = 0.93 + 0.04 * c[i] + 0.03 * g[i] + white * (0.03 * fi[i] + 0.06 * f3[i]) + 0.05 * w[i] - 0.12 * shadow;
      }
    };
  }
};

// packages/core/src/surface/scanned.ts
var TOE = 0.06;
var SHOULDER = 0.94;
var ended = (v) => {
  if (v > SHOULDER) return SHOULDER + (1 - SHOULDER) * (v - SHOULDER) / (v - SHOULDER + 1 - SHOULDER);
  if (v < TOE) return TOE - TOE * (TOE - v) / (TOE - v + TOE);
  return v;
};
var OWN = 0.723;
var BESIDE = (1 - OWN) / 2;
var EYE_NOISE = 6e-3;
var pixelSize = (where, x) => {
  const [here, next] = [
    { x: 0, y: 0 },
    { x: 0, y: 0 }
  ];
  where(x, 0, here);
  where(x + 1 / 64, 0, next);
  return 64 * Math.sqrt((next.x - here.x) ** 2 + (next.y - here.y) ** 2);
};
var reader = ({ paper, stain, make }, ground2, where, { x: left, width }) => {
  const look = make(ground2);
  const count = width + 2;
  const pixel = pixelSize(where, left);
  const at2 = { count, x: new Float64Array(count), y: new Float64Array(count), pixel };
  const seen = { light: new Float64Array(count), stain: new Float64Array(count) };
  const here = { x: 0, y: 0 };
  const bare2 = new Float64Array(3 * count);
  return (y, out) => {
    for (let n = 0; n < count; n++) {
      where(left + n - 0.5, y + 0.5, here);
      at2.x[n] = here.x;
      at2.y[n] = here.y;
    }
    look(at2, seen);
    for (let n = 0, o = 0; n < count; n++, o += 3) {
      const light2 = ended(seen.light[n]);
      const stained = clamp(seen.stain[n]);
      for (let c = 0; c < 3; c++) {
        const own = paper[c];
        bare2[o + c] = (own + (stain[c] - own) * stained) / 255 * light2;
      }
    }
    for (let o = 0; o < 3 * width; o++) out[o] = OWN * bare2[o + 3] + BESIDE * (bare2[o] + bare2[o + 6]);
  };
};
function* scannedSurface(surface2, ground2, where, region) {
  const { width, height } = region;
  const data = new Int16Array(4 * width * height);
  const read = reader(surface2, ground2, where, region);
  let [above, own, below2] = [new Float64Array(3 * width), new Float64Array(3 * width), new Float64Array(3 * width)];
  read(region.y - 1, above);
  read(region.y, own);
  for (let row3 = 0; row3 < height; row3++) {
    const y = region.y + row3;
    read(y + 1, below2);
    for (let column = 0, o = 4 * row3 * width, i = 0; column < width; column++, o += 4) {
      const noise3 = (chanceAt(region.x + column, y, ground2.seed + 911) - 0.5) * 2 * EYE_NOISE;
      for (let c = 0; c < 3; c++, i++) {
        const light2 = OWN * own[i] + BESIDE * (above[i] + below2[i]);
        data[o + c] = Math.floor(clamp(light2 + noise3 * light2) * ONE + 0.5);
      }
      data[o + 3] = ONE;
    }
    [above, own, below2] = [own, below2, above];
    if (row3 % 16 === 15) yield;
  }
  return data;
}

// packages/core/src/surface/surfaces.ts
var SURFACES = [
  crumpledPaper,
  foldedPoster,
  tornPaper,
  tapeMarks,
  kraftBoard,
  newsStock,
  showThrough,
  oldCard,
  plaster,
  concreteRubbing,
  rolledInk,
  dryBrush,
  screenEmulsion,
  photocopiedBlack,
  dustAndHairs,
  metalPlate,
  clothFolds,
  fabricWeave,
  rippleTank
];
var BY_NAME2 = new Map(SURFACES.map((surface2) => [surface2.name, surface2]));
var surfaceOfName = (name3) => BY_NAME2.get(name3);
var surfaceColours = (piece, where, region) => {
  const surface2 = BY_NAME2.get(piece.surface);
  if (!surface2) throw new Error(`There is no surface \u201C${piece.surface}\u201D: choose ${SURFACES.map(({ name: name3 }) => name3).join(", ")}.`);
  return scannedSurface(surface2, piece, where, region);
};

// packages/core/src/nodes/surface-node.ts
var SURFACE_PIECE = { width: 215.9, height: 279.4 };
var FOLDED = {
  nothing: (at2) => at2,
  hold: (at2) => at2,
  repeat: (at2, side2) => at2 - Math.floor(at2 / side2) * side2,
  mirror: (at2, side2) => {
    const twice2 = at2 - Math.floor(at2 / (2 * side2)) * 2 * side2;
    return twice2 < side2 ? twice2 : 2 * side2 - twice2;
  }
};
var surfaceNode = ({ name: name3, seed: seed2 }, placement, pxPerMm2) => {
  const { width, height } = SURFACE_PIECE;
  const { a, b, c, d, e, f: f3 } = boxAffine(placement, pxPerMm2, width, height);
  const fold2 = FOLDED[placement.beyond];
  const at2 = (x, y, out) => {
    out.x = fold2(a * x + b * y + c, width);
    out.y = fold2(d * x + e * y + f3, height);
  };
  return {
    key: keyOf("surface", { name: name3, seed: seed2, placement, pxPerMm: pxPerMm2 }, []),
    kind: "colour",
    keeping: "dear",
    want: () => void 0,
    *render(region, { kernels: { arena, mix } }) {
      const coverage = placement.beyond === "nothing" ? boxCoverage(placement, pxPerMm2, region, arena) : null;
      if (coverage && isBlank(coverage)) return { kind: "colour", region, data: blankPlane(4 * sizeOf(region)) };
      const data = yield* surfaceColours({ surface: name3, seed: seed2, period: null }, at2, region);
      if (!coverage) return { kind: "colour", region, data };
      const covered = arena.plane(data.length);
      mix(blankPlane(data.length), data, 4, ONE, coverage, covered);
      return { kind: "colour", region, data: covered };
    }
  };
};

// packages/core/src/steps/declare.ts
var ON_GREYS = {
  takes: "tone",
  gives: "tone",
  keepsColour: true,
  amount: "mix",
  reach: () => 0,
  locality: "local",
  draft: { behaviour: "same" }
};
var ON_COLOURS = {
  takes: "colour",
  gives: "colour",
  amount: "mix",
  reach: () => 0,
  locality: "local",
  draft: { behaviour: "same" },
  pointwise: true
};
var defineStep = (step2) => step2;

// packages/core/src/steps/tone/interpolation.ts
var hermite = (from, to, tangentFrom, tangentTo, x) => {
  const span2 = to[0] - from[0];
  const t = (x - from[0]) / span2;
  const t2 = t * t;
  const t3 = t2 * t;
  return (2 * t3 - 3 * t2 + 1) * from[1] + (t3 - 2 * t2 + t) * span2 * tangentFrom + (3 * t2 - 2 * t3) * to[1] + (t3 - t2) * span2 * tangentTo;
};
var slope = (from, to) => (to[1] - from[1]) / (to[0] - from[0]);
var tangent = (before, after2, spanBefore, spanAfter) => {
  if (before * after2 <= 0) return 0;
  const wide2 = 2 * spanAfter + spanBefore;
  const near = spanAfter + 2 * spanBefore;
  return (wide2 + near) / (wide2 / before + near / after2);
};
var tangentAt = ([before, here, after2]) => tangent(slope(before, here), slope(here, after2), here[0] - before[0], after2[0] - here[0]);
var throughPoints = (points) => {
  const count = points.length;
  if (count === 0) return (x) => x;
  const at2 = (i) => points[i];
  const tangents = points.map((_, i) => {
    if (count === 1) return 0;
    if (i === 0) return slope(at2(0), at2(1));
    if (i === count - 1) return slope(at2(count - 2), at2(count - 1));
    return tangentAt([at2(i - 1), at2(i), at2(i + 1)]);
  });
  return (x) => {
    if (x <= at2(0)[0]) return at2(0)[1];
    if (x >= at2(count - 1)[0]) return at2(count - 1)[1];
    const i = points.findIndex((p) => p[0] > x) - 1;
    return hermite(at2(i), at2(i + 1), tangents[i], tangents[i + 1], x);
  };
};
var roundCircle = (points) => {
  const count = points.length;
  const only = points[0];
  if (!only) return () => 0;
  if (count === 1) return () => only[1];
  const at2 = (i) => {
    const [x, y] = points[(i % count + count) % count];
    return [x + 360 * Math.floor(i / count), y];
  };
  const tangents = points.map((_, i) => tangentAt([at2(i - 1), at2(i), at2(i + 1)]));
  return (deg) => {
    const from = only[0];
    const x = from + ((deg - from) % 360 + 360) % 360;
    const after2 = points.findIndex((p) => p[0] > x);
    const i = (after2 < 0 ? count : after2) - 1;
    return hermite(at2(i), at2(i + 1), tangents[i], tangents[(i + 1) % count], x);
  };
};

// packages/core/src/steps/tone/curve.ts
var STRAIGHT = [
  [0, 0],
  [1, 1]
];
var curve2 = defineStep({
  kind: "curve",
  version: 1,
  title: "Curve",
  family: "tone",
  purpose: "Any tone to any other, by a curve.",
  words: "contrast s-curve tones",
  dials: {
    points: curve({
      title: "Curve",
      domain: "tone",
      default: STRAIGHT,
      more: "lighter",
      presets: [
        { name: "straight", points: STRAIGHT },
        {
          name: "steep",
          points: [
            [0, 0],
            [0.3, 0.12],
            [0.7, 0.9],
            [1, 1]
          ]
        },
        {
          name: "open shade",
          points: [
            [0, 0],
            [0.25, 0.4],
            [1, 1]
          ]
        },
        {
          name: "held light",
          points: [
            [0, 0],
            [0.7, 0.62],
            [1, 0.93]
          ]
        }
      ]
    })
  },
  takes: "tone",
  gives: "tone",
  amount: "mix",
  reach: () => 0,
  locality: "local",
  summary: ({ points }) => `${points.length} handles`,
  draft: { behaviour: "same" },
  apply: { table: ({ points }) => toneTable(throughPoints(points)) }
});

// packages/core/src/steps/otsu.ts
var otsuBin = ({ weights, total }) => {
  let sum = 0;
  for (let bin = 0; bin < weights.length; bin++) sum += bin * weights[bin];
  let [below2, sumBelow, best, at2] = [0, 0, 0, 0];
  for (let bin = 0; bin < weights.length; bin++) {
    below2 += weights[bin];
    sumBelow += bin * weights[bin];
    const above = total - below2;
    if (below2 === 0 || above === 0) continue;
    const apart2 = sumBelow / below2 - (sum - sumBelow) / above;
    const variance = below2 * above * apart2 * apart2;
    if (variance > best * (1 + 1e-12)) [best, at2] = [variance, bin];
  }
  return at2;
};

// packages/core/src/wears/cut.ts
var taken = ({ cut, softness, takes }, grey) => {
  const lights = softness > 0 ? Math.max(0, Math.min(1, (grey - cut) / softness + 0.5)) : grey >= cut ? 1 : 0;
  return takes === "lights" ? lights : 1 - lights;
};
var takenTable = (wear) => {
  const curve4 = throughPoints(wear.curve);
  return toneTable((grey) => {
    const share4 = taken(wear, curve4(grey));
    return wear.invert ? 1 - share4 : share4;
  });
};

// packages/core/src/raster/kernels.ts
var HUE_KNOT_VALUES = 5;
var CUBE_POINTS = 17;
var NOISE_SIDE = 512;
var NOISE_STRIDE = NOISE_SIDE + 1;
var HUE_KNOTS = 6 * 256;
var SHAPE_NUMBERS = {
  round: 0,
  euclidean: 1,
  ellipse: 2,
  line: 3,
  square: 4,
  diamond: 5,
  chain: 6,
  cross: 7,
  rhomboid: 8,
  ring: 9,
  "double dot": 10,
  "wave line": 11,
  hexagonal: 12,
  brick: 13
};
var SCATTER_SIDE = 64;
var SLOPE_BITS = 5;
var BEYOND_NUMBERS = { nothing: 0, hold: 1, repeat: 2, mirror: 3 };
var MODE_NUMBERS = {
  normal: 0,
  multiply: 1,
  screen: 2,
  "knock-out": 3,
  darken: 4,
  lighten: 5,
  overlay: 6,
  "hard-light": 7,
  "soft-light": 8,
  "color-dodge": 9,
  "color-burn": 10,
  difference: 11,
  exclusion: 12,
  "add-ink": 13,
  "all-or-nothing": 14,
  add: 15,
  subtract: 16,
  divide: 17,
  hue: 18,
  saturation: 19,
  color: 20,
  luminosity: 21
};
var isWholeMode = (mode) => MODE_NUMBERS[mode] <= MODE_NUMBERS["knock-out"];
var ROUGH_LINE_VALUES = 12;
var DISSOLVE_RANKS = 1024;
var CASTING_RAMP = 1024;

// packages/core/src/wears/fibre.ts
var FIBRE = { long: 0.5, broad: 0.14, cos: 12 / 13, sin: 5 / 13, seed: 4129 };
var raw = (x, y) => {
  const { long, broad, cos, sin, seed: seed2 } = FIBRE;
  return smoothNoise((x * cos + y * sin) / long, (y * cos - x * sin) / broad, seed2);
};
var SIDE3 = 160;
var ranked = () => {
  const counts = new Float64Array(DISSOLVE_RANKS + 1);
  for (let j = 0; j < SIDE3; j++) {
    for (let i = 0; i < SIDE3; i++) {
      const n = Math.floor(raw(i * 0.3717, j * 0.2913) * DISSOLVE_RANKS);
      counts[n] = counts[n] + 1;
    }
  }
  const below2 = new Float64Array(DISSOLVE_RANKS + 1);
  for (let n = 1; n <= DISSOLVE_RANKS; n++) below2[n] = below2[n - 1] + counts[n - 1] / (SIDE3 * SIDE3);
  return below2;
};
var fibreField = once(() => ({ ...FIBRE, ranks: ranked() }));

// packages/core/src/wears/dissolved-node.ts
var dissolvedNode = (patches, share4, strength, pxPerMm2) => planeOf(
  keyOf("dissolved", { strength, pxPerMm: pxPerMm2 }, share4 ? [patches, share4] : [patches]),
  share4 ? [patches, share4] : [patches],
  0,
  void 0,
  function* (region, work) {
    const { tone } = yield* rendered(patches, region, work);
    if (isBlank(tone) || strength === 0) return blankPlane(sizeOf(region));
    const weights = share4 ? (yield* rendered(share4, region, work)).tone : null;
    if (weights && uniformValue(weights) === 0) return blankPlane(tone.length);
    const out = work.kernels.arena.plane(tone.length);
    work.kernels.dissolve(tone, weights, strength, fibreField(), pxPerMm2, region, out);
    return out;
  }
);

// packages/core/src/wears/taken-pyramid.ts
var frameOf = (placement, perMm) => ({
  width: Math.max(1, Math.round(placement.width * perMm)),
  height: Math.max(1, Math.round(placement.height * perMm)),
  perMm
});
var FINE_FRAME = 2 / 3;
var QUICK_FRAME = 1.8;
var framedTexture = (info, { width, height }, placement) => convertNode(pictureNode(info, { ...boxAt(width / 2, height / 2, width, height), beyond: placement.beyond }, 1), "tone");
var frameHalvings = ({ width, height }, placement, pxPerMm2) => {
  const perPixel = Math.min(width / (placement.width * pxPerMm2), height / (placement.height * pxPerMm2));
  let halvings = 0;
  while (2 ** (halvings + 1) <= perPixel) halvings++;
  return halvings;
};
var TILE = 256;
var PIECE2 = 512;
var wide = ({ x, y, width, height }) => ({ x: 2 * x, y: 2 * y, width: 2 * width, height: 2 * height });
var averagedNode = (plane2, halvings) => halvings === 0 ? plane2 : halvedNode(averagedNode(plane2, halvings - 1), halvings === 1 ? PIECE2 : TILE);
var halvedNode = (plane2, side2) => ({
  key: keyOf("halved", null, [plane2]),
  kind: "tone",
  keeping: "shared",
  want(region, wants2, work) {
    for (const piece of tilesOf(wide(region), side2)) wantOnce(plane2, piece, wants2, work);
  },
  *render(region, work) {
    const { arena, reduce } = work.kernels;
    const out = arena.plane(sizeOf(region));
    for (const piece of tilesOf(wide(region), side2)) {
      yield* scoped(work, function* (inside) {
        const { tone } = yield* rendered(plane2, piece, inside);
        const [width, height] = [piece.width / 2, piece.height / 2];
        const small = arena.plane(width * height);
        reduce(tone, 1, piece.width, piece.height, 1, small);
        for (let row3 = 0; row3 < height; row3++) {
          const to = (piece.y / 2 + row3 - region.y) * region.width + piece.x / 2 - region.x;
          out.set(small.subarray(row3 * width, (row3 + 1) * width), to);
        }
      });
    }
    return { kind: "tone", region, tone: out, coverage: null };
  }
});
var laidPlane = (plane2, frame2, halvings, placement, pxPerMm2) => {
  const [width, height] = [frame2.width / 2 ** halvings, frame2.height / 2 ** halvings];
  const sampling = {
    level: 0,
    affine: boxAffine(placement, pxPerMm2, width, height),
    across: filterAxis(width / (placement.width * pxPerMm2)),
    down: filterAxis(height / (placement.height * pxPerMm2))
  };
  const [across2, down] = [Math.ceil(width), Math.ceil(height)];
  const { beyond: beyond2 } = placement;
  const tilesOfArea = (area) => tilesAlong(area.y, area.height, down, beyond2, TILE).flatMap(
    (y) => tilesAlong(area.x, area.width, across2, beyond2, TILE).map((x) => ({
      x: x * TILE,
      y: y * TILE,
      width: Math.min(TILE, across2 - x * TILE),
      height: Math.min(TILE, down - y * TILE)
    }))
  );
  return {
    key: keyOf("laid plane", { placement, pxPerMm: pxPerMm2, frame: frame2, halvings }, [plane2]),
    kind: "tone",
    want(region, wants2, work) {
      for (const block of sampledBlocks(sampling, region)) {
        for (const tile2 of tilesOfArea(patchArea(sampling, block))) wantOnce(plane2, tile2, wants2, work);
      }
    },
    *render(region, work) {
      const { arena } = work.kernels;
      const tone = yield* sampled(sampling, region, 1, work, function* (area) {
        const data = arena.plane(area.width * area.height);
        yield* scoped(work, function* (inside) {
          const tiles = /* @__PURE__ */ new Map();
          for (const tile2 of tilesOfArea(area)) {
            const raster = yield* rendered(plane2, tile2, inside);
            tiles.set(`${tile2.x / TILE} ${tile2.y / TILE}`, { width: tile2.width, data: raster.tone });
          }
          assembled(area, { width: across2, height: down, channels: 1 }, beyond2, TILE, (x, y) => tiles.get(`${x} ${y}`), data);
        });
        return { x: area.x, y: area.y, width: area.width, height: area.height, channels: 1, data };
      });
      const coverage = beyond2 === "nothing" ? boxCoverage(placement, pxPerMm2, region, arena) : null;
      return { kind: "tone", region, tone: coverage ? multiplied(tone, coverage, work.kernels) : tone, coverage: null };
    }
  };
};

// packages/core/src/wears/texture.ts
var WEAR_DIALS = {
  strength: share2({ title: "Strength", default: 1, more: "takes more of the ink where it takes" }),
  softness: share2({ title: "Softness", default: 0.08, more: "a longer passage from taken to left" }),
  specks: length({ title: "Drop specks up to", min: 0, max: MOST_EDGE, default: 0.2, wide: true, more: "larger specks stay printed" }),
  holes: length({ title: "Fill holes up to", min: 0, max: MOST_EDGE, default: 0, wide: true, more: "larger islands of ink go too" }),
  invert: toggle2({ title: "Inverted", default: false }),
  anchor: choice2({ title: "Stays with", options: ["sheet", "art"], default: "sheet" }),
  curve: curve({ ...curve2.dials.points, title: "Curve of its grey" })
};
var GUARD = record({ pass: referring("pass", ID), most: share, ease: share });
var PARTS6 = {
  name: name(LONGEST_NAME),
  home: optional(PLACEMENT),
  /** The texture, which takes away by its light and dark: a picture's, or that of a made surface. One of the two. */
  picture: optional(PICTURE_REF),
  surface: optional(record({ ...SURFACE_REF.fields, name: text({ most: 80, known: SURFACES.map(({ name: name3 }) => name3) }) })),
  placement: PLACEMENT,
  /** Share of the texture asked to take away when the cut was solved. */
  share,
  /** The grey at which it is cut. */
  cut: number({ min: -1, max: 2 }),
  /** Which side of the cut takes away: the one that covers less of the texture. */
  takes: choice("darks", "lights"),
  /** Where it works. */
  masks: list(MASK),
  guards: list(GUARD),
  ...dialFields(WEAR_DIALS)
};
var wearLies = (wear, pass3) => liesNow(wear, wear.placement, pass3.placement);
var cutDials = ({ curve: curve4, cut, softness, takes, invert: invert3 }) => ({ curve: curve4, cut, softness, takes, invert: invert3 });
var tableFor = remembering(24, JSON.stringify, (dials) => takenTable(dials));
var PATCHES = Int16Array.from({ length: ONE + 1 }, (_, taken3) => taken3 > HALF ? ONE : 0);
var textureNode = ({ name: name3, picture: picture4, surface: surface2 }, owner, placement, at2) => {
  if (picture4) return pictureNode(at2.picture(picture4, owner), placement, at2.pxPerMm);
  if (surface2 && surfaceOfName(surface2.name)) return surfaceNode(surface2, placement, at2.pxPerMm);
  const what = surface2 ? `there is no surface \u201C${surface2.name}\u201D` : "it has no texture";
  return at2.refuse(`The wear \u201C${name3}\u201D of \u201C${owner.name}\u201D cannot work: ${what}. Choose another texture for it.`);
};
var printTaken = (texture2, owner, placement, at2) => {
  const dials = cutDials(texture2);
  const tone = convertNode(textureNode(texture2, owner, placement, at2), "tone");
  return cleanedNode(takenNode(tone, tableFor(dials), dials), texture2.specks, texture2.holes, at2.pxPerMm);
};
var draftTaken = (texture2, owner, placement, at2) => {
  if (at2.isTrue || !texture2.picture) return null;
  const { pxPerMm: pxPerMm2 } = at2;
  const info = at2.picture(texture2.picture, owner);
  const fine = FINE_FRAME * at2.printPxPerMm;
  const frame2 = frameOf(placement, at2.isQuick ? Math.min(fine, QUICK_FRAME * pxPerMm2) : fine);
  const halvings = frameHalvings(frame2, placement, pxPerMm2);
  if (frame2.perMm <= pxPerMm2) return null;
  const dials = cutDials(texture2);
  const raw2 = takenNode(framedTexture(info, frame2, placement), tableFor(dials), dials);
  const soft = cleanedNode(raw2, texture2.specks, texture2.holes, frame2.perMm);
  const clean = isWhole(at2.edges) ? takenNode(soft, PATCHES, "patches") : soft;
  return laidPlane(averagedNode(clean, halvings), frame2, halvings, placement, pxPerMm2);
};
var takenBy = (texture2, owner, placement, at2) => {
  const strength = shareOf(texture2.strength);
  const clean = draftTaken(texture2, owner, placement, at2) ?? printTaken(texture2, owner, placement, at2);
  const reduced = texture2.guards.flatMap(({ pass: pass3, ease }) => {
    const there = at2.lettering(pass3);
    return there ? [reducedNode(there, shareOf(ease))] : [];
  });
  const parts = [...at2.masks(texture2.masks, owner, texture2.id), ...reduced];
  if (at2.isHard) return [dissolvedNode(clean, productNode(parts), strength, at2.pxPerMm), ONE];
  return [productNode([clean, ...parts]) ?? clean, strength];
};
var texture = {
  kind: "texture",
  title: "Wear",
  purpose: "Takes ink away where a texture, made black and white, says so.",
  dials: WEAR_DIALS,
  parts: PARTS6,
  oneOf: ["picture", "surface"],
  taken: (wear, at2) => takenBy(wear, at2.pass, wearLies(wear, at2.pass), at2),
  called: ({ name: name3 }) => `Wear \u201C${name3}\u201D`,
  partNames: {
    name: "name",
    placement: "place",
    share: "how much",
    cut: "how much",
    takes: "how much",
    picture: "texture",
    surface: "texture",
    guards: "lettering",
    masks: "where it wears"
  }
};

// packages/core/src/wears/shared.ts
var PARTS7 = {
  of: referring("wear", ID),
  turn: number({ min: -360, max: 360 }),
  x: number(),
  y: number()
};
var shared = {
  kind: "shared",
  title: "Shared wear",
  purpose: "Another pass\u2019s wear, used here too: changed there, it changes here.",
  dials: {},
  parts: PARTS7,
  taken({ of, turn, x, y }, at2) {
    const { owner, wear } = at2.other(of);
    if (wear.kind !== "texture") return at2.refuse(`\u201C${at2.pass.name}\u201D shares a wear that is shared itself: share the one that it shares.`);
    const lies = wearLies(wear, owner);
    return takenBy(wear, owner, { ...lies, x: lies.x + x, y: lies.y + y, turn: lies.turn + turn }, at2);
  },
  called: () => "Shared wear"
};

// packages/core/src/wears/kinds.ts
var WEARS = [texture, shared];
var BY_KIND2 = new Map(WEARS.map((wear) => [wear.kind, wear]));
var wearOfKind = (kind) => BY_KIND2.get(kind);
var WEAR = named(
  "wear",
  () => kinds(
    Object.fromEntries(
      WEARS.map(({ kind, title, purpose, parts, oneOf }) => [
        kind,
        { ...record({ id: ID, on: toggle, ...parts }, oneOf ? { oneOf } : {}), title, description: purpose }
      ])
    )
  )
);

// packages/core/src/steps/screen/carried.ts
var CARRIED_DIALS = {
  carries: choice2({ title: "Ink carries", options: ["darks", "lights"], default: "darks" }),
  ink: colour({ title: "Ink", default: null })
};
var inkOfTone = remembering(2, String, (carries) => toneTable((tone) => carries === "lights" ? tone : 1 - tone));
var inkCarried = ({ ink, carries }, at2) => ({ colour: at2.colourOf(ink), carriesLights: carries === "lights" });

// packages/core/src/steps/screen/grid.ts
var CELL2 = 2 ** 32;
var SQUARE = { turn: 90, along: 1, across: 1 };
var LAYOUTS = {
  hexagonal: { turn: 120, along: 1, across: 1 },
  brick: { turn: 90, along: 2, across: 2 }
};
var cellLayout = (shape3) => LAYOUTS[shape3] ?? SQUARE;
var growth = (cellPx2, angleDeg, { turn, along, across: across2 }) => {
  const [c, s] = [cosDeg(angleDeg) / (cellPx2 * along), sinDeg(angleDeg) / (cellPx2 * along)];
  if (turn === 90) return { ux: c, uy: -s, vx: s * along / across2, vy: c * along / across2 };
  return { ux: c, uy: -s, vx: cosDeg(angleDeg - turn) / (cellPx2 * across2), vy: -sinDeg(angleDeg - turn) / (cellPx2 * across2) };
};
var screenGrid = (cellPx2, angleDeg, layout = SQUARE) => {
  const { ux, uy, vx, vy } = growth(cellPx2, angleDeg, layout);
  const wrapped2 = (phase) => Math.round(phase * CELL2) % CELL2 | 0;
  return {
    u0: wrapped2((ux + uy) / 2),
    ux: wrapped2(ux),
    uy: wrapped2(uy),
    v0: wrapped2((vx + vy) / 2),
    vx: wrapped2(vx),
    vy: wrapped2(vy)
  };
};
var shifted = (grid, share4) => {
  const by = Math.round(share4 * CELL2);
  return { ...grid, u0: grid.u0 + by | 0, v0: grid.v0 + by | 0 };
};
var cellWay = (cellPx2, angleDeg, layout = SQUARE) => {
  const { ux, uy, vx, vy } = growth(cellPx2, angleDeg, layout);
  const by = (ux * vy - uy * vx) * CELL2;
  return { ax: vy / by, bx: -uy / by, ay: -vx / by, by: ux / by };
};

// packages/core/src/raster/reference/spot.ts
var q15 = (a, b) => a * b + 16384 >> 15;
var halfSum = (a, b) => (a >> 1) + (b >> 1) >> 1;
var disc = (x, y) => 8192 - halfSum(q15(x, x), q15(y, y));
var hole = (x, y) => halfSum(q15(32767 - x, 32767 - x), q15(32767 - y, 32767 - y)) - 8192;
var arc = (t) => t <= 16383 ? 8192 - q15(t, t) : q15(32767 - t, 32767 - t) - 8192;
var twice = (t) => t <= 16383 ? 2 * t : 65535 - 2 * t;
var [LONG, SHORT] = [18022, 14746];
var RING = 2949;
var SPOT = {
  round: disc,
  euclidean: (x, y) => (x >> 1) + (y >> 1) <= 16383 ? disc(x, y) : hole(x, y),
  ellipse: (x, y) => 8192 - halfSum(q15(x, x), q15(q15(y, y), 29491)),
  line: (_, y) => 8192 - (y >> 1),
  square: (x, y) => 8192 - (Math.max(x, y) >> 1),
  diamond: (x, y) => {
    const sum = (x >> 1) + (y >> 1);
    if (sum <= 12288) return disc(x, y);
    if (sum <= 20152) return 8192 - halfSum(q15(x, 27853), y);
    return hole(x, y);
  },
  chain: (x, y) => q15(arc(x), LONG) + q15(arc(y), SHORT),
  cross: (x, y) => 8192 - (Math.min(x, y) >> 1),
  rhomboid: (x, y) => halfSum(q15(x, 29491), y) - 8192,
  ring: (x, y) => 8192 - Math.abs(halfSum(q15(x, x), q15(y, y)) - RING),
  "double dot": (x, y) => arc(twice(x)) + arc(twice(y)) >> 1,
  // Of its third set of rows spotAt knows.
  hexagonal: (x, y) => arc(x) + arc(y),
  brick: (x, y) => 8192 - (Math.max(x, y) >> 1),
  // As it lies once it is bent.
  "wave line": (_, y) => 8192 - (y >> 1)
};
var folded = (x) => x ^ x >> 31;
var THIRD = 10923;
var spotAt = (shape3, u, v) => {
  const x = cellCoordinate(u);
  if (shape3 === "hexagonal") return q15(SPOT[shape3](x, cellCoordinate(v)) + arc(cellCoordinate(-(u + v) | 0)), THIRD);
  if (shape3 === "brick") return SPOT[shape3](cellCoordinate(u ^ v & 2147483648), cellCoordinate(v << 1));
  if (shape3 !== "wave line") return SPOT[shape3](x, cellCoordinate(v));
  const bend2 = arc(x);
  return SPOT[shape3](x, folded((v >> 16) + bend2 + (bend2 >> 1) << 16 >> 16));
};
var cellCoordinate = (phase) => folded(phase >> 16);

// packages/core/src/steps/screen/thresholds.ts
var TOP = 8192;
var RANGE = 2 * TOP;
var STEEPEST = 26e3;
var PACK = 16;
var BINS = 256;
var EVEN_PHASES = 36e3;
var ROUGHER = 8;
var WINDOW_CELLS = 8;
var SPREAD = 6e3;
var R2 = [0.7548776662466927, 0.5698402909980532];
var EVEN_CELL = 24;
var KNOTS = 1024;
var wholeSide = (cellPx2) => {
  const off = (cells) => Math.abs(cells * cellPx2 - Math.round(cells * cellPx2));
  let best = 1;
  for (let cells = 2; cells <= 8 && off(best) > 0.02; cells++) if (off(cells) < off(best)) best = cells;
  return Math.round(best * cellPx2);
};
var roomFor = (count) => ({ u: new Int32Array(count), v: new Int32Array(count), weight: new Float64Array(count) });
var evenPhases = (count) => {
  const phases = roomFor(count);
  const across2 = Math.round(R2[0] * 2 ** 32);
  const down = Math.round(R2[1] * 2 ** 32);
  for (let i = 0; i < count; i++) {
    phases.u[i] = Math.imul(i, across2);
    phases.v[i] = Math.imul(i, down);
  }
  phases.weight.fill(1);
  return phases;
};
var rasterPhases = (grid, corners, fade3) => {
  const side2 = fade3.length;
  const phases = roomFor(corners.length * side2 * side2);
  let i = 0;
  for (const [left, top] of corners) {
    for (let y = 0; y < side2; y++) {
      for (let x = 0; x < side2; x++, i++) {
        phases.u[i] = grid.u0 + Math.imul(left + x, grid.ux) + Math.imul(top + y, grid.uy);
        phases.v[i] = grid.v0 + Math.imul(left + x, grid.vx) + Math.imul(top + y, grid.vy);
        phases.weight[i] = fade3[x] * fade3[y];
      }
    }
  }
  return phases;
};
var hann = (side2) => Array.from({ length: side2 }, (_, i) => 1 - cosDeg(360 * (i + 0.5) / side2));
var windowedPhases = (cellPx2, grid) => {
  const side2 = Math.max(32, Math.round(WINDOW_CELLS * cellPx2));
  const count = Math.max(3, Math.floor(EVEN_PHASES / (side2 * side2)));
  const corner2 = (i) => [Math.floor(i * R2[0] % 1 * SPREAD), Math.floor(i * R2[1] % 1 * SPREAD)];
  return rasterPhases(
    grid,
    Array.from({ length: count }, (_, i) => corner2(i)),
    hann(side2)
  );
};
var measuredPhases = (cellPx2, grid, { turn, across: across2 }, rough) => {
  if (rough) return evenPhases(EVEN_PHASES / ROUGHER);
  if (cellPx2 <= EVEN_CELL) return windowedPhases(cellPx2, grid);
  if (turn !== 90 || grid.ux !== 0 && grid.uy !== 0) return evenPhases(EVEN_PHASES);
  return rasterPhases(grid, [[0, 0]], new Array(wholeSide(cellPx2 * across2)).fill(1));
};
var measure = ({ shape: shape3, cellPx: cellPx2, angleDeg, rough }) => {
  const layout = cellLayout(shape3);
  const grid = screenGrid(cellPx2, angleDeg, layout);
  const valueAt = (u, v) => spotAt(shape3, u | 0, v | 0);
  const halfPixel = Math.min(2 ** 30, Math.round(2 ** 31 / (cellPx2 * layout.along)));
  const above = new Float64Array(RANGE + 2);
  const sumAbove = new Float64Array(RANGE + 2);
  const steps2 = new Float64Array(BINS);
  const stepWeights = new Float64Array(BINS);
  let total = 0;
  const phases = measuredPhases(cellPx2, grid, layout, rough);
  for (let i = 0; i < phases.u.length; i++) {
    const u = phases.u[i];
    const v = phases.v[i];
    const weight = phases.weight[i];
    const s = valueAt(u, v);
    above[s + TOP] = above[s + TOP] + weight;
    total += weight;
    const du = 2 * Math.max(Math.abs(valueAt(u + halfPixel, v) - s), Math.abs(valueAt(u - halfPixel, v) - s));
    const dv = 2 * Math.max(Math.abs(valueAt(u, v + halfPixel) - s), Math.abs(valueAt(u, v - halfPixel) - s));
    const bin = Math.min(BINS - 1, (s + TOP) * BINS >> 14);
    steps2[bin] = steps2[bin] + weight * Math.sqrt(du * du + dv * dv);
    stepWeights[bin] = stepWeights[bin] + weight;
  }
  let share4 = 0;
  let sum = 0;
  for (let s = RANGE + 1; s >= 0; s--) {
    const here = above[s] / total;
    share4 += here;
    sum += here * (s - TOP);
    above[s] = share4;
    sumAbove[s] = sum;
  }
  const met = steps2.map((step2, bin) => step2 / stepWeights[bin]).filter((step2) => step2 >= 0);
  let last = met[0];
  const pixelStep = steps2.map((step2, bin) => {
    const weight = stepWeights[bin];
    if (weight > 0) last = step2 / weight;
    return last;
  });
  return { above, sumAbove, pixelStep };
};
var slopeAt = (spread, threshold2, edge) => {
  const position = Math.max(0, Math.min(BINS - 1, (threshold2 + TOP) * BINS / RANGE - 0.5));
  const bin = Math.floor(position);
  const from = spread.pixelStep[bin];
  const to = spread.pixelStep[Math.min(BINS - 1, bin + 1)];
  const width = Math.max(1, edge * RANGE, Math.min(RANGE, from + (to - from) * (position - bin)));
  return Math.max(1 << SLOPE_BITS, Math.min(STEEPEST, ONE * (1 << SLOPE_BITS) / width));
};
var meanInk = (spread, threshold2, slope2, cut) => {
  const clamp4 = (s) => Math.max(0, Math.min(RANGE + 1, s));
  if (cut) return spread.above[clamp4(threshold2 + TOP)];
  const reach = (TOP << SLOPE_BITS) / slope2;
  const from = clamp4(Math.ceil(threshold2 - reach) + TOP);
  const full3 = clamp4(Math.ceil(threshold2 + reach) + TOP);
  const rampShare = spread.above[from] - spread.above[full3];
  const rampSum = spread.sumAbove[from] - spread.sumAbove[full3];
  const ramp3 = (rampSum - threshold2 * rampShare) * slope2 / (1 << SLOPE_BITS) / ONE + rampShare / 2;
  return spread.above[full3] + ramp3;
};
var packed2 = (threshold2, slope2) => slope2 << PACK | threshold2 & 65535;
var BARE = packed2(RANGE, STEEPEST);
var SOLID = packed2(-RANGE, STEEPEST);
var solve = (geometry) => {
  const spread = measure(geometry);
  const inkAt = (at2) => meanInk(spread, at2, slopeAt(spread, at2, geometry.edge), geometry.cut);
  const knots = geometry.rough ? KNOTS / ROUGHER : KNOTS;
  const threshold2 = new Float64Array(knots + 1);
  const slope2 = new Float64Array(knots + 1);
  for (let knot = 0; knot <= knots; knot++) {
    const wanted = knot / knots;
    let low = -RANGE;
    let high = RANGE;
    while (high - low > 1) {
      const middle = low + high >> 1;
      if (inkAt(middle) >= wanted) low = middle;
      else high = middle;
    }
    const nearer = inkAt(low) - wanted <= wanted - inkAt(high) ? low : high;
    threshold2[knot] = nearer;
    slope2[knot] = slopeAt(spread, nearer, geometry.edge);
  }
  return { threshold: threshold2, slope: slope2 };
};
var solved = remembering(16, (geometry) => JSON.stringify(geometry), solve);
var screenThresholds = (geometry, inkOf2) => {
  const { threshold: threshold2, slope: slope2 } = solved(geometry);
  const knots = threshold2.length - 1;
  const out = new Int32Array(inkOf2.length);
  for (let tone = 0; tone < out.length; tone++) {
    const ink = inkOf2[tone];
    if (ink <= 0) out[tone] = BARE;
    else if (ink >= ONE) out[tone] = SOLID;
    else {
      const position = ink * knots / ONE;
      const knot = Math.floor(position);
      const fraction = position - knot;
      out[tone] = packed2(Math.round(amid(threshold2, knot, fraction)), Math.round(amid(slope2, knot, fraction)));
    }
  }
  return out;
};
var amid = (knots, knot, fraction) => {
  const from = knots[knot];
  return from + (knots[knot + 1] - from) * fraction;
};

// packages/core/src/steps/screen/dots.ts
var SHEET_DOTS = { shape: "round", lpi: 45, angle: 22.5 };
var dotsOf = ({ steps: steps2 }) => {
  const own = steps2.filter(({ kind, on }) => kind === "screen" && on).at(-1)?.params;
  return {
    ...SHEET_DOTS,
    ...own?.shape && { shape: own.shape },
    ...own?.lpi && { lpi: own.lpi },
    ...own?.angle !== void 0 && { angle: own.angle }
  };
};
var thresholdsFor = remembering(
  8,
  (dots) => JSON.stringify(dots),
  (dots) => screenThresholds({ ...dots, edge: 0, cut: true, rough: false }, inkOfTone("darks"))
);
var dotted = (coverage, region, { shape: shape3, lpi, angle: angle2 }, pxPerMm2, kernels) => {
  const uniform = uniformValue(coverage);
  if (uniform === 0 || uniform === ONE) return coverage;
  const { arena } = kernels;
  const cellPx2 = cellMm(lpi) * pxPerMm2;
  const thresholds2 = thresholdsFor({ shape: shape3, cellPx: cellPx2, angleDeg: angle2 });
  const [tone, out] = [arena.plane(sizeOf(region)), arena.plane(sizeOf(region))];
  kernels.complement(coverage, ONE, tone);
  kernels.screen(tone, region, screenGrid(cellPx2, angle2, cellLayout(shape3)), shape3, thresholds2, null, out);
  kernels.cut(out, out);
  return out;
};

// packages/core/src/steps/light/laid.ts
var whole3 = ({ print, plane: plane2, region }, at2, kernels) => {
  if (at2.draft || !isWhole(at2.edges)) return { print, plane: plane2 };
  const cut = kernels.arena.plane(print.length);
  kernels.cutColours(print, ONE / 2, cut);
  if (at2.edges === "screened") return { print: cut, plane: dotted(plane2, region, at2.dots, at2.pxPerMm, kernels) };
  const half = kernels.arena.plane(plane2.length);
  kernels.cut(plane2, half);
  return { print: cut, plane: half };
};
var painted2 = (plane2, colour2, { arena, paint }) => {
  if (isBlank(plane2)) return blankPlane(4 * plane2.length);
  const out = arena.plane(4 * plane2.length);
  paint(plane2, colour2, out);
  return out;
};
var laid = (given, isOver, atop, at2, kernels) => {
  const { print, plane: plane2 } = whole3(given, at2, kernels);
  const light2 = painted2(plane2, given.colour, kernels);
  const data = kernels.arena.plane(4 * sizeOf(given.region));
  kernels.blend(isOver ? print : light2, isOver ? light2 : print, "normal", atop, ONE, null, data);
  return { kind: "colour", region: given.region, data };
};
var under = (given, at2, kernels) => laid(given, false, false, at2, kernels);
var over = (given, at2, kernels) => laid(given, true, false, at2, kernels);
var within2 = (given, at2, kernels) => laid(given, true, true, at2, kernels);

// packages/core/src/steps/light/cast.ts
var offsetPx = (fall, pxPerMm2) => [
  Math.round((fall?.x ?? 0) * pxPerMm2),
  Math.round((fall?.y ?? 0) * pxPerMm2)
];
var readOf = (region, [dx, dy], reach) => {
  const about = grow2(region, reach);
  return {
    x: about.x - Math.max(0, dx),
    y: about.y - Math.max(0, dy),
    width: about.width + Math.abs(dx),
    height: about.height + Math.abs(dy)
  };
};
var SHARP_PX = 0.2;
var cast = defineStep({
  kind: "cast",
  version: 1,
  title: "Cast shadow",
  family: "light",
  purpose: "What prints throws its shape on what is beneath.",
  words: "drop shadow offset depth blur long shadow float",
  dials: {
    fall: point({ title: "Falls", arrow: true, default: { x: 2.5, y: 3.5 } }),
    blur: length({ title: "Blur", min: 0, max: 40, wide: true, default: 1.5, more: "softer" }),
    strength: share2({ title: "Strength", default: 0.6, more: "darker" }),
    colour: colour({ title: "Colour", default: { srgb: "#141214" } }),
    only: toggle2({ title: "The shadow alone", default: false })
  },
  takes: "colour",
  gives: "colour",
  amount: "mix",
  reach: () => 0,
  reads: ({ fall, blur: blur2 }, region, { pxPerMm: pxPerMm2 }) => readOf(region, offsetPx(fall, pxPerMm2), blurReach(blur2 * pxPerMm2)),
  // A Gaussian is cut off at three standard deviations; box sums reach a little further.
  spreads: ({ fall, blur: blur2 }) => Math.max(Math.abs(fall?.x ?? 0), Math.abs(fall?.y ?? 0)) + 4 * blur2 + 1,
  locality: "local",
  draft: { behaviour: "same" },
  summary: ({ fall, blur: blur2 }) => `${fall?.x ?? 0}, ${fall?.y ?? 0} mm, blur ${Number(blur2.toFixed(1))} mm`,
  *apply(input, { fall, blur: blur2, strength, colour: ref, only }, at2, kernels) {
    const { arena } = kernels;
    const region = at2.wanted;
    const [dx, dy] = offsetPx(fall, at2.pxPerMm);
    const sigma = blur2 * at2.pxPerMm;
    const about = grow2(region, blurReach(sigma));
    const coverage = arena.plane(sizeOf(input.region));
    kernels.alphaOf(input.data, coverage);
    yield;
    const moved5 = crop(coverage, input.region, { ...about, x: about.x - dx, y: about.y - dy }, arena);
    const soft = sigma < SHARP_PX ? moved5 : blurred(moved5, 1, about, sigma, kernels);
    const shadow = arena.plane(sizeOf(region));
    kernels.mix(blankPlane(shadow.length), crop(soft, about, region, arena), 1, Math.round(strength * ONE), null, shadow);
    yield;
    const print = only ? blankPlane(4 * shadow.length) : crop(input.data, input.region, region, arena, 4);
    return under({ print, plane: shadow, colour: at2.colourOf(ref), region }, at2, kernels);
  }
});

// packages/core/src/steps/light/glints.ts
var BRIGHTEST = "the brightest points";
var PLACES2 = "places";
var RAY = 0.035;
var CORE = 0.09;
var PLACE_MM = 0.4;
var GRAIN_MM = 0.4;
var drawGlint = ({ x, y, reach, turn, number: which }, { rays, irregular, seed: first }, plane2, region) => {
  const [left, right] = [Math.max(region.x, Math.floor(x - reach)), Math.min(region.x + region.width - 1, Math.ceil(x + reach))];
  const [top, bottom] = [Math.max(region.y, Math.floor(y - reach)), Math.min(region.y + region.height - 1, Math.ceil(y + reach))];
  const ways = Array.from({ length: rays }, (_, i) => {
    const at2 = turn + 360 * i / rays + irregular * 24 * (chanceAt(which, 2 * i, first) - 0.5);
    return { cos: cosDeg(at2), sin: -sinDeg(at2), reach: reach * (1 - irregular * 0.75 * chanceAt(which, 2 * i + 1, first)) };
  });
  const core = CORE * reach;
  for (let py = top; py <= bottom; py++) {
    for (let px = left; px <= right; px++) {
      const [dx, dy] = [px + 0.5 - x, py + 0.5 - y];
      const near = Math.sqrt(dx * dx + dy * dy) / core;
      let light2 = near < 1 ? (1 - near * near) * (1 - near * near) : 0;
      for (const { cos, sin, reach: far2 } of ways) {
        const along = (dx * cos + dy * sin) / far2;
        if (along < 0 || along >= 1) continue;
        const broad = RAY * reach * (1 - along) + 0.35;
        const across2 = Math.abs(dx * sin - dy * cos) / broad;
        if (across2 < 1) light2 = Math.max(light2, (1 - along) * (1 - across2));
      }
      if (light2 <= 0) continue;
      const i = (py - region.y) * region.width + px - region.x;
      plane2[i] = Math.max(plane2[i], Math.floor(light2 * ONE + 0.5));
    }
  }
};
var glints = defineStep({
  kind: "glints",
  version: 2,
  title: "Glints",
  family: "light",
  purpose: "Sparkles with rays, on the brightest points or where they are put.",
  words: "sparkle star shine flare twinkle bling highlight rays",
  dials: {
    where: choice2({ title: "On", options: [BRIGHTEST, PLACES2], default: BRIGHTEST }),
    places: drawn({ title: "Places", as: "places", default: "", shownWhen: { dial: "where", is: PLACES2 } }),
    from: share2({ title: "Bright from", default: 0.9, more: "only the very brightest", shownWhen: { dial: "where", is: BRIGHTEST } }),
    apart: length({
      title: "Apart",
      min: 2,
      max: 200,
      wide: true,
      default: 30,
      more: "fewer of them",
      shownWhen: { dial: "where", is: BRIGHTEST }
    }),
    size: length({ title: "Size", min: 0.5, max: 80, wide: true, default: 8, more: "longer rays" }),
    rays: number2({ title: "Rays", unit: "", min: 4, max: 8, step: 1, default: 4, more: "more rays" }),
    irregular: share2({ title: "Irregular", default: 0.5, more: "rays of unlike length and angle", further: true }),
    turn: angle({ title: "Turn", min: 0, max: 90, default: 12, more: "turned further counter-clockwise", further: true }),
    strength: share2({ title: "Strength", default: 1, more: "brighter" }),
    colour: colour({ title: "Colour", default: { srgb: "#ffffff" } }),
    seed: seed({ title: "Seed", default: 1, further: true })
  },
  takes: "colour",
  gives: "colour",
  amount: "mix",
  reach: () => 0,
  reads: (_, region) => region,
  // One put by itself may lie anywhere.
  spreads: ({ where, size: size2 }) => where === PLACES2 ? null : size2 + 1,
  // Brightness is looked for in whole cells, as far about as rays reach.
  coarse: ({ where, apart: apart2, size: size2 }) => where === BRIGHTEST ? [{ grain: GRAIN_MM, reach: size2 + apart2 + 1 }] : [],
  locality: "grid",
  draft: { behaviour: "same" },
  // Version 1 had one place, or the sheet's middle.
  upgrade: ({ where, place, ...params }) => {
    const at2 = place;
    const places = at2 ? pathOf([Math.round(at2.x * 100), Math.round(at2.y * 100)]) : "";
    return { places, ...params, where: where === "a place" ? PLACES2 : where };
  },
  summary: ({ where, rays }) => `${Math.round(rays)} rays, on ${where}`,
  *apply(input, params, at2, kernels) {
    const region = at2.wanted;
    const { arena } = kernels;
    const { pxPerMm: pxPerMm2 } = at2;
    const shape3 = { rays: Math.round(params.rays), irregular: params.irregular, seed: params.seed };
    const plane2 = arena.plane(sizeOf(region)).fill(0);
    const reach = params.size * pxPerMm2;
    if (params.where === PLACES2) {
      for (const [i, { x, y }] of placesOf(params.places, at2.size).entries())
        drawGlint({ x: x * pxPerMm2, y: y * pxPerMm2, reach, turn: params.turn, number: i }, shape3, plane2, region);
    } else {
      const { tone: bright, shift } = at2.coarse[0];
      const side2 = 2 ** shift;
      const cell = Math.max(2, Math.round(params.apart * pxPerMm2 / side2));
      const about = grow2(region, Math.ceil(reach) + 1);
      const [left, top] = [Math.floor(about.x / side2 / cell), Math.floor(about.y / side2 / cell)];
      for (let row3 = top; row3 * cell * side2 < about.y + about.height; row3++) {
        for (let column = left; column * cell * side2 < about.x + about.width; column++) {
          const found = brightest(bright, { x: column * cell, y: row3 * cell, width: cell, height: cell }, params, side2 / pxPerMm2);
          if (!found) continue;
          const size2 = reach * (0.45 + 0.55 * chanceAt(column, row3, params.seed + 5));
          const [x, y] = [found.x * side2, found.y * side2];
          drawGlint({ x, y, reach: size2, turn: params.turn, number: column * 8191 + row3 }, shape3, plane2, region);
        }
        yield;
      }
    }
    kernels.complement(plane2, Math.round(params.strength * ONE), plane2);
    kernels.complement(plane2, ONE, plane2);
    if (!isWhole(at2.edges) || at2.draft) return over({ print: input.data, plane: plane2, colour: at2.colourOf(params.colour), region }, at2, kernels);
    for (let i = 0; i < plane2.length; i++) plane2[i] = Math.min(ONE, 2 * plane2[i]);
    return over({ print: input.data, plane: plane2, colour: at2.colourOf(params.colour), region }, { ...at2, edges: "hard" }, kernels);
  }
});
var placesOf = (text3, size2) => {
  const points = pointsOf(text3);
  if (points.length === 0) return [pointOn(null, {}, size2)];
  return Array.from({ length: points.length / 2 }, (_, i) => ({
    x: points[2 * i] / 100,
    y: points[2 * i + 1] / 100
  }));
};
var brightest = ({ tone, coverage, region: from }, box2, { from: least, seed: number3 }, mm) => {
  let [best, bx, by] = [0, 0, 0];
  for (let y = box2.y; y < box2.y + box2.height; y++) {
    for (let x = box2.x; x < box2.x + box2.width; x++) {
      const i = (y - from.y) * from.width + x - from.x;
      const light2 = tone[i] * (coverage ? coverage[i] : ONE) / ONE;
      if (light2 < least * ONE) continue;
      const score = light2 + 0.1 * ONE * chanceAt(Math.floor(x * mm / PLACE_MM), Math.floor(y * mm / PLACE_MM), number3);
      if (score > best) [best, bx, by] = [score, x, y];
    }
  }
  return best > 0 ? { x: bx + 0.5, y: by + 0.5 } : null;
};

// packages/core/src/steps/light/edge-distance.ts
var edgeDistance = (coverage, region, mostPx, way, window2, { arena, distance }) => {
  const inwards = way === "inwards";
  if (isBlank(coverage)) return uniformPlane(sizeOf(window2), inwards ? 0 : ONE);
  if (isSolid(coverage)) return uniformPlane(sizeOf(window2), inwards ? ONE : 0);
  const out = arena.plane(sizeOf(window2));
  distance(coverage, region, mostPx, inwards, window2, out);
  return out;
};

// packages/core/src/steps/light/halo.ts
var WHERE = ["outside", "inside", "on the edge"];
var exponentOf = (falloff) => exp(ln(16) * (falloff - 0.5) * 2 * 0.75);
var lightBy = remembering(
  8,
  (dials) => JSON.stringify(dials),
  ({ falloff, strength }) => {
    const power2 = exponentOf(falloff);
    return toneTable((d) => d >= 1 ? 0 : strength * exp(power2 * ln(1 - d)));
  }
);
var halo = defineStep({
  kind: "halo",
  version: 1,
  title: "Halo",
  family: "light",
  purpose: "A glow round what prints, inside it, or along its edge.",
  words: "glow outer inner aura rim light neon outline stroke edge",
  dials: {
    where: choice2({ title: "Where", options: WHERE, default: "outside" }),
    colour: colour({ title: "Colour", default: { srgb: "#ffd9a0" } }),
    reach: length({ title: "Reach", min: 0.1, max: 60, wide: true, default: 6, more: "glows further" }),
    falloff: share2({ title: "Falloff", default: 0.5, more: "keeps closer to the edge" }),
    strength: share2({ title: "Strength", default: 0.9, more: "brighter" }),
    only: toggle2({ title: "The halo alone", default: false })
  },
  takes: "colour",
  gives: "colour",
  amount: "mix",
  reach: () => 0,
  reads: ({ reach }, region, { pxPerMm: pxPerMm2 }) => grow2(region, Math.ceil(reach * pxPerMm2) + 2),
  spreads: ({ reach }) => reach + 0.2,
  locality: "local",
  draft: { behaviour: "same" },
  summary: ({ where, reach }) => `${where}, ${Number(reach.toFixed(1))} mm`,
  *apply(input, { where, colour: ref, reach, falloff, strength, only }, at2, kernels) {
    const { region: wide2 } = input;
    const { arena } = kernels;
    const region = at2.wanted;
    const count = sizeOf(region);
    const table = lightBy({ falloff, strength });
    const mostPx = Math.max(1, reach * at2.pxPerMm);
    const coverage = arena.plane(sizeOf(wide2));
    kernels.alphaOf(input.data, coverage);
    yield;
    const lightTo = (way) => {
      const light3 = arena.plane(count);
      kernels.table(edgeDistance(coverage, wide2, mostPx, way, region, kernels), table, light3);
      return light3;
    };
    const print = only ? blankPlane(4 * count) : crop(input.data, wide2, region, arena, 4);
    const there = crop(coverage, wide2, region, arena);
    const glow = at2.colourOf(ref);
    if (where === "outside") {
      const light3 = lightTo("outwards");
      if (only) kernels.multiply(light3, complement(there), light3);
      return under({ print, plane: light3, colour: glow, region }, at2, kernels);
    }
    const inner2 = lightTo("inwards");
    if (where === "inside") {
      if (!only) return within2({ print, plane: inner2, colour: glow, region }, at2, kernels);
      kernels.multiply(inner2, there, inner2);
      return over({ print, plane: inner2, colour: glow, region }, at2, kernels);
    }
    yield;
    const light2 = lightTo("outwards");
    for (let i = 0; i < count; i++) light2[i] = Math.min(light2[i], inner2[i]);
    return over({ print, plane: light2, colour: glow, region }, at2, kernels);
    function complement(plane2) {
      const out = arena.plane(plane2.length);
      kernels.complement(plane2, ONE, out);
      return out;
    }
  }
});

// packages/core/src/raster/noise.ts
var CELLS = 64;
var POINTS2 = NOISE_SIDE / CELLS;
var makeTile = () => {
  const [gx, gy] = [new Float64Array(CELLS * CELLS), new Float64Array(CELLS * CELLS)];
  for (let cell = 0; cell < gx.length; cell++) {
    const turn = 360 * chanceAt(cell % CELLS, Math.floor(cell / CELLS), 71);
    gx[cell] = cosDeg(turn);
    gy[cell] = sinDeg(turn);
  }
  const fades = Float64Array.from({ length: POINTS2 }, (_, i) => fade(i / POINTS2));
  const tile2 = new Int16Array(NOISE_STRIDE * NOISE_STRIDE);
  for (let y = 0, i = 0; y < NOISE_STRIDE; y++) {
    const [row3, v] = [Math.floor(y / POINTS2) % CELLS, y % POINTS2 / POINTS2];
    const [upper2, lower] = [row3 * CELLS, (row3 + 1) % CELLS * CELLS];
    const t = fades[y % POINTS2];
    for (let x = 0; x < NOISE_STRIDE; x++, i++) {
      const [left, u] = [Math.floor(x / POINTS2) % CELLS, x % POINTS2 / POINTS2];
      const right = (left + 1) % CELLS;
      const a = gx[upper2 + left] * u + gy[upper2 + left] * v;
      const b = gx[upper2 + right] * (u - 1) + gy[upper2 + right] * v;
      const c = gx[lower + left] * u + gy[lower + left] * (v - 1);
      const d = gx[lower + right] * (u - 1) + gy[lower + right] * (v - 1);
      const s = fades[x % POINTS2];
      const top = a + (b - a) * s;
      const bottom = c + (d - c) * s;
      tile2[i] = Math.floor((top + (bottom - top) * t) * 1.4142135623730951 * ONE + 0.5);
    }
  }
  return tile2;
};
var noiseTile = once(makeTile);
var TURN3 = 53;
var FINER2 = 2.13;
var PERIOD = 2 ** 32;
var wrapped = (phase) => Math.round(phase) % PERIOD | 0;
var SEEN_PX = 2;
var LEAST_PX2 = 0.7;
var noiseOctaves = (kind, pxPerMm2) => {
  const { grain: grain2, stretch: stretch3 = 1, angleDeg = 0, octaves = 1, weaker = 0.55, seed: seed2, warp = 0 } = kind;
  let power2 = 0;
  for (let i = 0; i < octaves; i++) power2 += weaker ** (2 * i);
  const whole4 = Math.sqrt(power2);
  return Array.from({ length: octaves }, (_, i) => {
    const size2 = grain2 / FINER2 ** i;
    const broadPx = size2 * pxPerMm2;
    const cell = PERIOD / CELLS;
    const turn = stretch3 === 1 ? angleDeg + TURN3 * i : angleDeg;
    const [along, across2] = [cell / (broadPx * stretch3), cell / broadPx];
    const [ux, uy, vx, vy] = [cosDeg(turn) * along, -sinDeg(turn) * along, sinDeg(turn) * across2, cosDeg(turn) * across2];
    const [offsetX, offsetY] = [chanceAt(seed2, 2 * i, 97) * PERIOD, chanceAt(seed2, 2 * i + 1, 97) * PERIOD];
    const seen = Math.max(0, Math.min(1, (broadPx - LEAST_PX2) / (SEEN_PX - LEAST_PX2)));
    const by = warp * pxPerMm2;
    return {
      grid: {
        u0: wrapped(offsetX + (ux + uy) / 2),
        ux: wrapped(ux),
        uy: wrapped(uy),
        v0: wrapped(offsetY + (vx + vy) / 2),
        vx: wrapped(vx),
        vy: wrapped(vy)
      },
      weight: Math.floor(seen * weaker ** i * ONE / whole4 + 0.5),
      warped: { ux: wrapped(ux * by), uy: wrapped(uy * by), vx: wrapped(vx * by), vy: wrapped(vy * by) }
    };
  }).filter(({ weight }) => weight > 0);
};
var MOST_KEPT = 64;
var kept = new Latest(MOST_KEPT);
var noisePlane = (kind, { pxPerMm: pxPerMm2, draft }, region, kernels, { warp = null, gate = null } = {}) => {
  const out = kernels.arena.plane(sizeOf(region));
  const make = () => kernels.noise(region, noiseOctaves(kind, pxPerMm2), noiseTile(), warp, draft ? null : gate, out);
  if (!draft || warp) {
    make();
    return out;
  }
  const name3 = JSON.stringify([kind, pxPerMm2, region]);
  const known = kept.get(name3);
  if (known) out.set(known);
  else {
    make();
    kept.put(name3, out.slice());
  }
  return out;
};

// packages/core/src/raster/ramp.ts
var rampAt = (points, at2) => {
  const next = points.findIndex((point2) => point2.at >= at2);
  const to = points[next < 0 ? points.length - 1 : next];
  const from = next <= 0 ? to : points[next - 1];
  const share4 = to.at > from.at ? (at2 - from.at) / (to.at - from.at) : 0;
  const weight = to.strength * share4 + from.strength * (1 - share4);
  const mixed3 = (c) => weight > 0 ? (from.colour[c] * from.strength * (1 - share4) + to.colour[c] * to.strength * share4) / weight : 0;
  return { colour: [mixed3(0), mixed3(1), mixed3(2)], strength: from.strength + (to.strength - from.strength) * share4 };
};

// packages/core/src/steps/light/metal.ts
var HORIZON = "a horizon";
var PICTURE = "a picture";
var HORIZON_AT = [0.5, 0.55];
var LAMP_AT = [0.25, 0.1];
var SMOOTH = 0.1;
var WAVE2 = 9;
var SCRATCH = { long: 8, broad: 0.14, by: 0.15 };
var GRAIN = { size: 0.2, by: 0.08 };
var ROWS3 = 32;
var rampTable = remembering(
  6,
  (stops) => JSON.stringify(stops),
  (stops) => {
    const out = new Float64Array(3 * (CASTING_RAMP + 1));
    for (let i = 0; i <= CASTING_RAMP; i++) out.set(rampAt(stops, i / CASTING_RAMP).colour, 3 * i);
    return out;
  }
);
var profile = (d, chisel) => {
  const away = 1 - d;
  return chisel * d + (1 - chisel) * Math.sqrt(Math.max(0, 1 - away * away));
};
var profiles = remembering(
  4,
  String,
  (chisel) => Int16Array.from({ length: ONE + 1 }, (_, d) => Math.floor(profile(d / ONE, chisel) * ONE + 0.5))
);
var stopsOf = (stops, colourOf2) => stops.map(({ at: at2, strength, colour: colour2 }) => ({ at: at2, strength, colour: colourOf2(colour2) }));
var heights3 = (coverage, wide2, region, widthPx, chisel, kernels) => {
  const sigma = softPx(widthPx);
  const about = grow2(region, blurReach(sigma));
  const plane2 = edgeDistance(coverage, wide2, widthPx, "inwards", about, kernels);
  const raised = kernels.arena.plane(plane2.length);
  kernels.table(plane2, profiles(chisel), raised);
  return crop(blurred(raised, 1, about, sigma, kernels), about, region, kernels.arena);
};
var someThere = once(() => toneTable((v) => Math.min(v, (ONE - 1) / ONE)));
var isAnywhere = (coverage) => {
  for (let i = 0; i < coverage.length; i++) if (coverage[i] !== 0) return true;
  return false;
};
var softPx = (widthPx) => Math.max(0.6, SMOOTH * widthPx);
var reachPx = (width, pxPerMm2) => {
  const widthPx = Math.max(1, width * pxPerMm2);
  return Math.ceil(widthPx) + blurReach(softPx(widthPx)) + 2;
};
var metal = defineStep({
  kind: "metal",
  version: 1,
  title: "Metal",
  family: "light",
  purpose: "Lettering or a shape as cast metal: a bevelled edge, a lamp, a mirrored horizon.",
  words: "chrome foil bevel emboss gold steel 3d type shiny horizon logo reflection",
  dials: {
    width: length({ title: "Bevel", min: 0.2, max: 40, wide: true, default: 3, more: "a broader edge" }),
    chisel: share2({ title: "Chiselled", default: 0.4, more: "flat, sharp flanks; less is round" }),
    lamp: point({ title: "Lamp", default: null, unset: LAMP_AT }),
    mirrors: choice2({ title: "The face mirrors", options: [HORIZON, PICTURE], default: HORIZON }),
    texture: picture({ title: "The picture", default: null, shownWhen: { dial: "mirrors", is: PICTURE } }),
    horizon: point({ title: "Horizon", default: null, unset: HORIZON_AT, inPass: true }),
    tall: length({
      title: "Height of the view",
      min: 2,
      max: 2e3,
      wide: true,
      default: 90,
      more: "the ramp is drawn out",
      further: true
    }),
    turn: angle({ title: "Turn of the view", min: -90, max: 90, default: 0, more: "turned counter-clockwise", further: true }),
    face: ramp({
      title: "Face",
      default: [
        { at: 0, colour: { srgb: "#14214f" }, strength: 1 },
        { at: 0.28, colour: { srgb: "#2f6cc0" }, strength: 1 },
        { at: 0.46, colour: { srgb: "#d9ecfb" }, strength: 1 },
        { at: 0.5, colour: { srgb: "#ffffff" }, strength: 1 },
        { at: 0.505, colour: { srgb: "#3a1c10" }, strength: 1 },
        { at: 0.72, colour: { srgb: "#a5622a" }, strength: 1 },
        { at: 1, colour: { srgb: "#f3c27a" }, strength: 1 }
      ]
    }),
    bevel: ramp({
      title: "Edge",
      default: [
        { at: 0, colour: { srgb: "#0a0b12" }, strength: 1 },
        { at: 0.35, colour: { srgb: "#3c4250" }, strength: 1 },
        { at: 0.62, colour: { srgb: "#a9b0bd" }, strength: 1 },
        { at: 0.85, colour: { srgb: "#e9ecf1" }, strength: 1 },
        { at: 1, colour: { srgb: "#ffffff" }, strength: 1 }
      ]
    }),
    polish: share2({ title: "Polish scratches", default: 0.5, more: "brushed along" }),
    grain: share2({ title: "Grain", default: 0.5, more: "coarser cast", further: true }),
    seed: seed({ title: "Seed", default: 1, further: true })
  },
  takes: "colour",
  gives: "colour",
  amount: "mix",
  reach: () => 0,
  reads: ({ width }, region, { pxPerMm: pxPerMm2 }) => grow2(region, reachPx(width, pxPerMm2)),
  spreads: () => 0,
  locality: "local",
  draft: { behaviour: "same" },
  readsMap: ({ mirrors, texture: texture2 }) => mirrors === PICTURE && texture2 ? { of: texture2, lies: { middle: null, size: 1, turn: 0 } } : null,
  summary: ({ width, mirrors }) => `bevel ${Number(width.toFixed(1))} mm, ${mirrors}`,
  *apply(input, params, at2, kernels) {
    const { region: wide2 } = input;
    const { arena } = kernels;
    const widthPx = Math.max(1, params.width * at2.pxPerMm);
    const coverage = arena.plane(sizeOf(wide2));
    kernels.alphaOf(input.data, coverage);
    yield;
    const inner2 = at2.wanted;
    const there = crop(coverage, wide2, inner2, arena);
    if (!isAnywhere(there)) return { kind: "colour", region: inner2, data: blankPlane(4 * sizeOf(inner2)) };
    const region = grow2(inner2, 1);
    const height = heights3(coverage, wide2, region, widthPx, params.chisel, kernels);
    yield;
    const gate = arena.plane(there.length);
    kernels.table(there, someThere(), gate);
    const scratches = noisePlane(
      { grain: SCRATCH.broad, stretch: SCRATCH.long / SCRATCH.broad, octaves: 2, seed: 4 * params.seed },
      at2,
      inner2,
      kernels,
      { gate }
    );
    yield;
    const grains2 = noisePlane({ grain: GRAIN.size, octaves: 2, seed: 4 * params.seed + 1 }, at2, inner2, kernels, { gate });
    yield;
    const waves = noisePlane({ grain: WAVE2 * params.width, octaves: 2, seed: 4 * params.seed + 2 }, at2, inner2, kernels, { gate });
    yield;
    const data = arena.plane(4 * sizeOf(inner2));
    const map = at2.map ? crop(at2.map.tone, at2.map.region, inner2, arena) : null;
    const casting = {
      widthPx,
      lamp: lampOf(params.lamp, at2),
      view: viewOf(params, at2),
      polish: params.polish * SCRATCH.by,
      grain: params.grain * GRAIN.by,
      face: rampTable(stopsOf(params.face, at2.colourOf)),
      bevel: rampTable(stopsOf(params.bevel, at2.colourOf))
    };
    for (let row3 = 0; row3 < inner2.height; row3 += ROWS3) {
      const band = { ...inner2, y: inner2.y + row3, height: Math.min(ROWS3, inner2.height - row3) };
      const part2 = (plane2) => plane2.subarray(row3 * inner2.width, (row3 + band.height) * inner2.width);
      const raised = height.subarray(row3 * region.width, (row3 + band.height + 2) * region.width);
      const noises = { waves: part2(waves), scratches: part2(scratches), grains: part2(grains2) };
      const to = data.subarray(4 * row3 * inner2.width, 4 * (row3 + band.height) * inner2.width);
      kernels.castMetal({ ...casting, ...noises, heights: raised, map: map && part2(map) }, part2(there), band, to);
      yield;
    }
    return { kind: "colour", region: inner2, data };
  }
});
var lampOf = (lamp, { pxPerMm: pxPerMm2, size: size2 }) => {
  const { x, y } = pointOn(lamp, { unset: LAMP_AT }, size2);
  return { x: x * pxPerMm2, y: y * pxPerMm2, z: size2.width / 3 * pxPerMm2 };
};
var viewOf = (params, at2) => {
  const { placement, pxPerMm: pxPerMm2 } = at2;
  const placed3 = boxBounds(placement, pxPerMm2);
  const box2 = { x: placed3.x / pxPerMm2, y: placed3.y / pxPerMm2, width: placed3.width / pxPerMm2, height: placed3.height / pxPerMm2 };
  const { x, y } = pointOn(params.horizon, { unset: HORIZON_AT }, box2);
  return { sin: sinDeg(params.turn), cos: cosDeg(params.turn), x: x * pxPerMm2, y: y * pxPerMm2, tall: params.tall * pxPerMm2 };
};

// packages/core/src/steps/light/shade.ts
var FADE = "from one side";
var ROUND = "round a place";
var shade = defineStep({
  kind: "shade",
  version: 1,
  title: "Shade",
  family: "light",
  purpose: "Soft dark over part of the picture: a faded top, a floor, a vignette.",
  words: "vignette fade gradient dark corners floor top burn edges",
  dials: {
    shape: choice2({ title: "Dark", options: [ROUND, FADE], default: ROUND }),
    middle: point({ title: "Stays light about", default: null, shownWhen: { dial: "shape", is: ROUND } }),
    from: angle({
      title: "Comes from",
      min: 0,
      max: 360,
      default: 90,
      more: "turned counter-clockwise; 90\xB0 is the top, 270\xB0 the floor",
      shownWhen: { dial: "shape", is: FADE }
    }),
    clear: length({ title: "Until", min: 0, max: 1e3, wide: true, default: 80, more: "further from the place, or the side" }),
    soft: length({ title: "Softness", min: 1, max: 1e3, wide: true, default: 120, more: "darkens more gently" }),
    depth: share2({ title: "Depth", default: 0.7, more: "darker" })
  },
  ...ON_GREYS,
  summary: ({ shape: shape3, depth }) => `${shape3}, ${Math.round(100 * depth)} %`,
  *apply(input, { shape: shape3, middle, from, clear, soft, depth }, at2, kernels) {
    const { region } = input;
    const { pxPerMm: pxPerMm2, size: size2 } = at2;
    const { x: cx, y: cy } = pointOn(middle, {}, size2);
    const [ux, uy] = [cosDeg(from), -sinDeg(from)];
    const reach = Math.max(0, ux * size2.width) + Math.max(0, uy * size2.height);
    const out = kernels.arena.plane(sizeOf(region));
    for (let row3 = 0, i = 0; row3 < region.height; row3++) {
      const y = (region.y + row3 + 0.5) / pxPerMm2;
      for (let column = 0; column < region.width; column++, i++) {
        const x = (region.x + column + 0.5) / pxPerMm2;
        const d = shape3 === ROUND ? Math.sqrt((x - cx) * (x - cx) + (y - cy) * (y - cy)) - clear : clear + soft - (reach - ux * x - uy * y);
        out[i] = Math.floor((1 - depth * smoothstep(0, 1, d / soft)) * ONE + 0.5);
      }
      if (row3 % 64 === 63) yield;
    }
    kernels.multiply(input.tone, out, out);
    return { ...input, tone: out };
  }
});

// packages/core/src/raster/coarse.ts
var coarseRegion = ({ x, y, width, height }, shift) => {
  const side2 = 2 ** shift;
  const [left, top] = [Math.floor(x / side2), Math.floor(y / side2)];
  return { x: left, y: top, width: Math.ceil((x + width) / side2) - left, height: Math.ceil((y + height) / side2) - top };
};
var fineRegion = ({ x, y, width, height }, shift) => {
  const side2 = 2 ** shift;
  return { x: x * side2, y: y * side2, width: width * side2, height: height * side2 };
};
var MOST_SHIFT = 6;
var shiftFor = (grainPx) => {
  let shift = 0;
  while (shift < MOST_SHIFT && 2 ** (shift + 1) <= grainPx) shift++;
  return shift;
};
var SPLINE = axisOf(
  4,
  -1.5,
  wholeWeights(4, (t) => [(1 - t) ** 3 / 6, (3 * t ** 3 - 6 * t * t + 4) / 6, (-3 * t ** 3 + 3 * t * t + 3 * t + 1) / 6, t ** 3 / 6])
);
var SPLINE_REACH = 2;
var ADDED_VARIANCE = 1 / 12 + 1 / 3;
var positionsOf2 = (from, count, side2, patchAt) => Int32Array.from({ length: count }, (_, i) => Math.floor(((from + i + 0.5) / side2 + SPLINE.offset - patchAt) * 256 + 0.5));
var expanded = (plane2, from, shift, region, kernels) => {
  if (shift === 0) return crop(plane2, from, region, kernels.arena);
  const side2 = 2 ** shift;
  const patch = { x: 0, y: 0, width: from.width, height: from.height, channels: 1, data: plane2 };
  const lines = kernels.arena.plane(region.width * from.height);
  kernels.filterAcross(patch, positionsOf2(region.x, region.width, side2, from.x), SPLINE, lines);
  const out = kernels.arena.plane(sizeOf(region));
  kernels.filterDown(lines, 1, region.width, positionsOf2(region.y, region.height, side2, from.y), SPLINE, out);
  return out;
};
var coarseSigma = (sigmaPx2, shift) => {
  const sigma = sigmaPx2 / 2 ** shift;
  return shift === 0 ? sigma : Math.sqrt(Math.max(0, sigma * sigma - ADDED_VARIANCE));
};
var LEAST_SIGMA = 0.15;
var softened = (plane2, from, shift, sigmaPx2, kernels) => {
  const sigma = coarseSigma(sigmaPx2, shift);
  return sigma < LEAST_SIGMA ? plane2 : blurred(plane2, 1, from, sigma, kernels);
};

// packages/core/src/steps/soft.ts
var FINENESS = 1.6;
var CUT_OFF2 = 3;
var softWish = (sigma, through2) => ({
  grain: sigma / FINENESS,
  reach: CUT_OFF2 * sigma,
  ...through2 ? { through: through2 } : {}
});
var meansOf = ({ shift, tone: { tone, coverage, region } }, sigmaPx2, kernels) => {
  if (!coverage || isSolid(coverage)) return softened(tone, region, shift, sigmaPx2, kernels);
  const weighted2 = kernels.arena.plane(tone.length);
  kernels.multiply(tone, coverage, weighted2);
  const out = kernels.arena.plane(tone.length);
  kernels.ratio(softened(weighted2, region, shift, sigmaPx2, kernels), softened(coverage, region, shift, sigmaPx2, kernels), out);
  return out;
};
var softCopy = (coarse, region, sigmaPx2, kernels) => expanded(meansOf(coarse, sigmaPx2, kernels), coarse.tone.region, coarse.shift, region, kernels);
var edgeKeeping = (coarse, plane2, region, sigmaPx2, epsilon, kernels) => {
  const { arena } = kernels;
  const { shift, tone: raster } = coarse;
  const squared2 = arena.plane(raster.tone.length);
  kernels.multiply(raster.tone, raster.tone, squared2);
  const means = meansOf(coarse, sigmaPx2, kernels);
  const squares2 = meansOf({ shift, tone: { ...raster, tone: squared2 } }, sigmaPx2, kernels);
  const [slopes2, offsets] = [arena.plane(means.length), arena.plane(means.length)];
  kernels.guidance(means, squares2, Math.max(1, Math.floor(epsilon * ONE + 0.5)), slopes2, offsets);
  const at2 = raster.region;
  const out = arena.plane(plane2.length);
  const half = (of) => expanded(softened(of, at2, shift, sigmaPx2 / 2, kernels), at2, shift, region, kernels);
  kernels.multiplyAdd(half(slopes2), plane2, half(offsets), out);
  return out;
};
var edgeKeepingWish = (sigma) => ({ grain: sigma / FINENESS, reach: CUT_OFF2 * 1.5 * sigma });
var liftTable = (f3) => Int16Array.from({ length: 2 * ONE + 1 }, (_, i) => Math.max(-2 * ONE + 1, Math.min(2 * ONE - 1, Math.floor(f3(i / ONE - 1) * ONE + 0.5))));

// packages/core/src/steps/warp/bend-field.ts
var weightAt = (t) => t >= 1 ? 0 : (1 - t * t) * (1 - t * t);
var FAR3 = 0.5;
var nearestOn = (path, px, py, near) => {
  near.d2 = Infinity;
  const count = path.length / 2;
  for (let i = 0; i < Math.max(1, count - 1); i++) {
    const [ax, ay] = [path[2 * i], path[2 * i + 1]];
    const [bx, by] = count > 1 ? [path[2 * i + 2], path[2 * i + 3]] : [ax, ay];
    const [dx, dy] = [bx - ax, by - ay];
    const length2 = dx * dx + dy * dy;
    const t = length2 > 0 ? Math.max(0, Math.min(1, ((px - ax) * dx + (py - ay) * dy) / length2)) : 0;
    const [x, y] = [ax + t * dx, ay + t * dy];
    const d2 = (px - x) * (px - x) + (py - y) * (py - y);
    if (d2 >= near.d2) continue;
    const length3 = Math.sqrt(length2) || 1;
    Object.assign(near, { d2, x, y, tx: dx / length3, ty: dy / length3 });
  }
};
var MOVES = {
  drag: ({ tx, ty }, _, __, weight, radius) => [tx * weight * FAR3 * radius, ty * weight * FAR3 * radius],
  stir: ({ x, y }, px, py, weight) => [-(py - y) * weight * FAR3, (px - x) * weight * FAR3],
  gather: ({ x, y }, px, py, weight) => [(x - px) * weight * FAR3, (y - py) * weight * FAR3],
  spread: ({ x, y }, px, py, weight) => [(px - x) * weight * FAR3, (py - y) * weight * FAR3],
  calm: () => [0, 0]
};
var between2 = (plane2, { width, height }, x, y) => {
  const [cx, cy] = [Math.max(0, Math.min(width - 1.001, x)), Math.max(0, Math.min(height - 1.001, y))];
  const [i, j] = [Math.floor(cx), Math.floor(cy)];
  const [u, v] = [cx - i, cy - j];
  const at2 = j * width + i;
  const top = plane2[at2] * (1 - u) + plane2[at2 + 1] * u;
  const bottom = plane2[at2 + width] * (1 - u) + plane2[at2 + width + 1] * u;
  return top * (1 - v) + bottom * v;
};
var withStroke = (grid, stroke, mm) => {
  const { region } = grid;
  const path = pointsOf(stroke.path).map((v) => v / 100);
  const radius = stroke.size / 2;
  const [x, y] = [grid.x.slice(), grid.y.slice()];
  const near = { d2: 0, x: 0, y: 0, tx: 0, ty: 0 };
  const move = MOVES[stroke.way];
  for (let row3 = 0, i = 0; row3 < region.height; row3++) {
    const py = (region.y + row3 + 0.5) * mm;
    for (let column = 0; column < region.width; column++, i++) {
      const px = (region.x + column + 0.5) * mm;
      nearestOn(path, px, py, near);
      if (near.d2 >= radius * radius) continue;
      const weight = weightAt(Math.sqrt(near.d2) / radius);
      if (stroke.way === "calm") {
        const left = 1 - weight * Math.abs(stroke.strength);
        [x[i], y[i]] = [grid.x[i] * left, grid.y[i] * left];
        continue;
      }
      const [dx, dy] = move(near, px, py, weight, radius).map((v) => v * stroke.strength);
      const [fromX, fromY] = [column - dx / mm, row3 - dy / mm];
      x[i] = dx + between2(grid.x, region, fromX, fromY);
      y[i] = dy + between2(grid.y, region, fromX, fromY);
    }
  }
  return { ...grid, x, y };
};
var bendGrid = remembering(
  6,
  (wanted) => JSON.stringify(wanted),
  ({ strokes: strokes2, pxPerMm: pxPerMm2, region, shift }) => {
    const none = () => new Float64Array(region.width * region.height);
    const mm = 2 ** shift / pxPerMm2;
    return strokes2.reduce((grid, stroke) => withStroke(grid, stroke, mm), { region, shift, x: none(), y: none() });
  }
);
var farthestOf = (strokes2) => strokes2.reduce((sum, { way, size: size2, strength }) => sum + (way === "calm" ? 0 : FAR3 * (size2 / 2) * Math.abs(strength)), 0);
var asShares = (plane2, most) => Int16Array.from(plane2, (v) => Math.floor(Math.max(-1, Math.min(1, v / most)) * ONE + 0.5));

// packages/core/src/steps/warp/bend.ts
var STROKES = "strokes";
var FORM = "the form of the picture";
var DOTS = "the dots";
var PICTURE2 = "the picture";
var BOTH = "both";
var FINE2 = 1 / 12;
var COMPARED = 1;
var STEEP = 0.25;
var signed = (v) => v < -ONE ? -ONE : v > ONE ? ONE : v;
var strokeWays = (strokes2, most, axis, at2, region, kernels) => {
  const finest2 = Math.min(...strokes2.map(({ size: size2 }) => size2)) * FINE2;
  const shift = shiftFor(finest2 * at2.pxPerMm);
  const whole4 = { x: 0, y: 0, width: Math.ceil(at2.size.width * at2.pxPerMm), height: Math.ceil(at2.size.height * at2.pxPerMm) };
  const grid = bendGrid({ strokes: strokes2, pxPerMm: at2.pxPerMm, region: grow2(coarseRegion(whole4, shift), SPLINE_REACH), shift });
  const plane2 = asShares(grid[axis], most);
  const wanted = grow2(coarseRegion(region, shift), SPLINE_REACH);
  const held2 = new Int16Array(sizeOf(wanted));
  const { region: from } = grid;
  for (let y = 0, i = 0; y < wanted.height; y++) {
    const row3 = Math.max(0, Math.min(from.height - 1, wanted.y + y - from.y));
    for (let x = 0; x < wanted.width; x++, i++) {
      held2[i] = plane2[row3 * from.width + Math.max(0, Math.min(from.width - 1, wanted.x + x - from.x))];
    }
  }
  return expandedSigned(held2, wanted, shift, region, kernels);
};
var expandedSigned = (plane2, from, shift, region, kernels) => {
  const lifted = plane2.map((v) => v + ONE >> 1);
  const out = kernels.arena.plane(sizeOf(region));
  const fine = expanded(lifted, from, shift, region, kernels);
  for (let i = 0; i < out.length; i++) out[i] = 2 * fine[i] - ONE;
  return out;
};
var formWays = (soft, axis, at2, region, kernels) => {
  const px = Math.max(1, Math.round(COMPARED * soft * at2.pxPerMm));
  const wide2 = grow2(region, px);
  const light2 = softCopy(at2.coarse[0], wide2, soft * at2.pxPerMm, kernels);
  const [dx, dy] = axis === "x" ? [px, 0] : [0, px];
  const shiftedBy = (by) => crop(light2, wide2, { ...region, x: region.x + by * dx, y: region.y + by * dy }, kernels.arena);
  const [ahead, behind] = [shiftedBy(1), shiftedBy(-1)];
  const out = kernels.arena.plane(sizeOf(region));
  for (let i = 0; i < out.length; i++) out[i] = signed(Math.round((ahead[i] - behind[i]) / STEEP));
  return out;
};
var bend = defineStep({
  kind: "bend",
  version: 1,
  title: "Bend",
  family: "warp",
  purpose: "Dots follow a form: bent by strokes on the table, or along the picture\u2019s light and dark.",
  words: "warp push twirl pinch bloat contour cheek face follow form curve smudge",
  dials: {
    by: choice2({ title: "Bent by", options: [STROKES, FORM], default: STROKES }),
    strokes: bends({ title: "Strokes", default: [], shownWhen: { dial: "by", is: STROKES } }),
    depth: length({
      title: "Depth",
      min: -40,
      max: 40,
      default: 4,
      more: "dots bend further; below 0 the other way",
      shownWhen: { dial: "by", is: FORM }
    }),
    soft: length({
      title: "Softness of the form",
      min: 0.5,
      max: 60,
      wide: true,
      default: 8,
      more: "follows broader forms",
      shownWhen: { dial: "by", is: FORM }
    }),
    bent: choice2({ title: "Bends", options: [DOTS, PICTURE2, BOTH], default: DOTS })
  },
  takes: "any",
  gives: "same",
  amount: "scale",
  scaled: (params, amount) => ({
    ...params,
    strokes: params.strokes.map((stroke) => ({ ...stroke, strength: stroke.strength * amount })),
    depth: params.depth * amount
  }),
  reach: () => 0,
  locality: "grid",
  draft: { behaviour: "same" },
  summary: ({ by, strokes: strokes2, bent: bent2 }) => `${bent2}, ${by === FORM ? "by the form" : `${strokes2.length} ${strokes2.length === 1 ? "stroke" : "strokes"}`}`,
  bends: ({ by, strokes: strokes2, depth, soft, bent: bent2 }) => {
    const mostMm = by === FORM ? Math.abs(depth) : farthestOf(strokes2);
    if (mostMm === 0) return null;
    const turned = by === FORM && depth < 0;
    return {
      mostMm,
      dots: bent2 !== PICTURE2,
      picture: bent2 !== DOTS,
      coarse: by === FORM ? [softWish(soft)] : [],
      reach: by === FORM ? COMPARED * soft + 0.5 : 0,
      name: [by, by === FORM ? [soft, turned] : strokes2],
      ways: (axis, at2, region, kernels) => {
        if (by === STROKES) return strokeWays(strokes2, mostMm, axis, at2, region, kernels);
        const ways = formWays(soft, axis, at2, region, kernels);
        return turned ? ways.map((v) => -v) : ways;
      }
    };
  },
  apply: { isBend: true }
});

// packages/core/src/raster/ways.ts
var MARGIN2 = 3;
var axisRead = (from, to, low, high, beyond2) => {
  if (beyond2 === "nothing" || from >= low && to <= high) return [from, to];
  if (beyond2 === "repeat") return [low, high];
  const [start, end] = [Math.min(Math.max(from, low), high - 1), Math.max(Math.min(to, high), low + 1)];
  if (beyond2 === "hold") return [start, end];
  const [before, after2] = [low - from, to - high];
  return [after2 > 0 ? Math.min(start, Math.max(low, high - after2)) : start, before > 0 ? Math.max(end, Math.min(high, low + before)) : end];
};
var readThrough = (region, most, box2, beyond2) => {
  const [x, y] = [Math.ceil(most.x) + MARGIN2, Math.ceil(most.y) + MARGIN2];
  const [left, right] = axisRead(region.x - x, region.x + region.width + x, box2.x, box2.x + box2.width, beyond2);
  const [top, bottom] = axisRead(region.y - y, region.y + region.height + y, box2.y, box2.y + box2.height, beyond2);
  return { x: left, y: top, width: right - left, height: bottom - top };
};
var keptWithin = (raster, box2, { arena }) => {
  const { region } = raster;
  const inside = overlap(region, box2);
  if (inside && sizeOf(inside) === sizeOf(region)) return raster;
  const kept5 = (plane2, channels) => {
    const out = arena.plane(plane2.length).fill(0);
    if (inside) paste(crop(plane2, region, inside, arena, channels), inside, out, region, channels);
    return out;
  };
  if (raster.kind === "ink") return { ...raster, coverage: kept5(raster.coverage, 1) };
  if (raster.kind === "colour") return { ...raster, data: kept5(raster.data, 4) };
  return { ...raster, coverage: kept5(raster.coverage ?? uniformPlane(raster.tone.length, ONE), 1) };
};
var movedRaster = (raster, ways, box2, beyond2, region, kernels) => {
  const { arena } = kernels;
  const taken3 = (plane2, channels) => {
    if (!ways) return crop(plane2, raster.region, region, arena, channels);
    const out = arena.plane(channels * sizeOf(region));
    kernels.moved(plane2, channels, raster.region, ways, box2, beyond2, region, out);
    return out;
  };
  if (raster.kind === "ink") return { ...raster, region, coverage: taken3(raster.coverage, 1) };
  if (raster.kind === "colour") return { ...raster, region, data: taken3(raster.data, 4) };
  return { ...raster, region, tone: taken3(raster.tone, 1), coverage: raster.coverage && taken3(raster.coverage, 1) };
};

// packages/core/src/steps/map.ts
var PICTURE3 = "a picture";
var PASS = "an earlier pass";
var BENEATH = "all beneath";
var MAPS = [PICTURE3, PASS, BENEATH, ...SURFACES.map(({ name: name3 }) => name3)];
var IS_PLACED = { dial: "of", isNot: [PASS, BENEATH] };
var mapDials = (of) => ({
  of: choice2({ title: "Map", options: MAPS, default: of }),
  texture: picture({ title: "The picture", default: null, shownWhen: { dial: "of", is: PICTURE3 } }),
  pass: pass({ title: "The pass", default: null, shownWhen: { dial: "of", is: PASS } }),
  middle: point({ title: "Middle of the map", default: null, shownWhen: IS_PLACED }),
  size: share2({ title: "Size of the map", min: 0.05, max: 8, default: 1, more: "larger", shownWhen: IS_PLACED }),
  turn: angle({
    title: "Turn of the map",
    min: -180,
    max: 180,
    default: 0,
    more: "turned further counter-clockwise",
    shownWhen: IS_PLACED
  })
});
var mapWish = (params, seed2 = 1) => {
  const { of, texture: texture2, pass: id, middle, size: size2, turn } = params;
  if (of === BENEATH) return { of: "beneath" };
  if (of === PASS) return id === null ? null : { of: { pass: id } };
  const ref = of === PICTURE3 ? texture2 : { name: of, seed: seed2 };
  return ref && { of: ref, lies: { middle, size: size2, turn } };
};
var mapSummary = ({ of, texture: texture2, pass: id }) => of === PICTURE3 && !texture2 || of === PASS && id === null ? `${of}, none chosen yet` : of;

// packages/core/src/steps/warp/shaded.ts
var GAIN = 2;
var lit = (value2, light2, white, share4) => {
  const by = Math.min(1, Math.abs(light2) * GAIN * share4 / ONE);
  return Math.floor(value2 + ((light2 < 0 ? 0 : white) - value2) * by + 0.5);
};
var shaded = (raster, light2, share4, { arena }) => {
  if (raster.kind === "colour") {
    const data = arena.plane(raster.data.length);
    for (let i = 0, p = 0; i < data.length; i += 4, p++) {
      const alpha = raster.data[i + 3];
      for (let c = 0; c < 3; c++) data[i + c] = lit(raster.data[i + c], light2[p], alpha, share4);
      data[i + 3] = alpha;
    }
    return { ...raster, data };
  }
  const plane2 = raster.kind === "ink" ? raster.coverage : raster.tone;
  const out = arena.plane(plane2.length);
  for (let i = 0; i < out.length; i++) {
    const at2 = light2[i];
    if (raster.kind === "tone") out[i] = lit(plane2[i], at2, ONE, share4);
    else out[i] = at2 > 0 ? lit(plane2[i], -at2, 0, share4) : plane2[i];
  }
  return raster.kind === "ink" ? { ...raster, coverage: out } : { ...raster, tone: out };
};

// packages/core/src/steps/warp/displace.ts
var ARROW = "along an arrow";
var SLOPE = "down its slopes";
var slopeMm = ({ soft }) => Math.max(0.2, soft);
var mostOf = (params) => params.way === ARROW ? { x: Math.abs(params.arrow?.x ?? 0), y: Math.abs(params.arrow?.y ?? 0) } : { x: params.reach, y: params.reach };
var slopePx = (params, pxPerMm2) => params.way === SLOPE ? Math.max(1, Math.round(slopeMm(params) * pxPerMm2)) : 0;
var signed2 = (value2) => value2 < -ONE ? -ONE : value2 > ONE ? ONE : value2;
var aboveMean = (light2, from, mean, region, arena) => {
  const out = crop(light2, from, region, arena).slice();
  for (let i = 0; i < out.length; i++) out[i] = signed2(out[i] - mean);
  return out;
};
var slopes = (light2, from, region, dx, dy, arena) => {
  const out = new Int16Array(sizeOf(region));
  const ahead = crop(light2, from, { ...region, x: region.x + dx, y: region.y + dy }, arena);
  const behind = crop(light2, from, { ...region, x: region.x - dx, y: region.y - dy }, arena);
  for (let i = 0; i < out.length; i++) out[i] = signed2(2 * (ahead[i] - behind[i]));
  return out;
};
var waysOfMap = (params, map, mean, region, pxPerMm2, arena) => {
  const along = (mm) => -Math.round(mm * pxPerMm2 * 256);
  if (params.way === ARROW) {
    const light2 = aboveMean(map.tone, map.region, mean, region, arena);
    return { x: light2, y: light2, across: along(params.arrow?.x ?? 0), down: along(params.arrow?.y ?? 0) };
  }
  const px = slopePx(params, pxPerMm2);
  return {
    x: slopes(map.tone, map.region, region, px, 0, arena),
    y: slopes(map.tone, map.region, region, 0, px, arena),
    across: along(params.reach),
    down: along(params.reach)
  };
};
var mapRead = (params, region, pxPerMm2) => grow2(region, slopePx(params, pxPerMm2));
var displace = defineStep({
  kind: "displace",
  version: 1,
  title: "Displace",
  family: "warp",
  purpose: "The print flows over the light and dark of a map.",
  words: "displacement map liquid ripple melt wave warp distort folds cloth water lettering drip",
  dials: {
    ...mapDials("ripple tank"),
    soft: length({ title: "Softness of the map", min: 0, max: 30, wide: true, default: 1.5, more: "flows rather than tears" }),
    way: choice2({ title: "Moves", options: [ARROW, SLOPE], default: ARROW }),
    arrow: point({ title: "Arrow", arrow: true, default: { x: 4, y: 3 }, shownWhen: { dial: "way", is: ARROW } }),
    reach: length({
      title: "Reach",
      min: 0,
      max: 60,
      wide: true,
      default: 5,
      more: "moves further",
      shownWhen: { dial: "way", is: SLOPE }
    }),
    shade: share2({ title: "Light and shade", default: 0, more: "the map\u2019s light lies over the print" }),
    beyond: choice2({ title: "Beyond the edge", options: ["nothing", "hold", "repeat", "mirror"], default: "nothing" })
  },
  takes: "any",
  gives: "same",
  amount: "scale",
  scaled: (params, amount) => ({
    ...params,
    arrow: params.arrow && { x: params.arrow.x * amount, y: params.arrow.y * amount },
    reach: params.reach * amount,
    shade: params.shade * amount
  }),
  reach: () => 0,
  reads: (params, region, { pxPerMm: pxPerMm2, box: box2 }) => {
    const { x, y } = mostOf(params);
    const wanted = params.beyond === "nothing" ? region : overlap(region, box2);
    const about = mapRead(params, region, pxPerMm2);
    return wanted ? hull(about, readThrough(wanted, { x: x * pxPerMm2, y: y * pxPerMm2 }, box2, params.beyond)) : about;
  },
  // What is drawn in from beyond the edge fills the box, and no more.
  spreads: (params) => params.beyond === "nothing" ? Math.max(...Object.values(mostOf(params))) : 0,
  locality: "local",
  draft: { behaviour: "same" },
  readsMap: (params) => {
    const wish = mapWish(params);
    return wish && { ...wish, softMm: params.soft, tones: "coarse" };
  },
  summary: (params) => `${mapSummary(params)}, ${params.way}`,
  *apply(input, params, at2, kernels) {
    const region = at2.wanted;
    const { map, mapTones, pxPerMm: pxPerMm2 } = at2;
    const { arena } = kernels;
    if (!map || !mapTones) return movedRaster(input, null, at2.box, params.beyond, region, kernels);
    const mean = Math.round(meanTone(mapTones) * ONE);
    const ways = waysOfMap(params, map, mean, region, pxPerMm2, arena);
    yield;
    const all = movedRaster(input, ways, at2.box, params.beyond, region, kernels);
    const moved5 = params.beyond === "nothing" ? all : keptWithin(all, at2.box, kernels);
    yield;
    if (params.shade === 0) return moved5;
    return shaded(moved5, aboveMean(map.tone, map.region, mean, region, arena), params.shade, kernels);
  }
});

// packages/core/src/steps/colour/colour-back.ts
var bringBack = (printed3, original, weight, data) => {
  data.set(printed3);
  for (let i = 0; i < data.length; i += 4) {
    const alpha = data[i + 3];
    const there = original[i + 3];
    if (alpha === 0 || there === 0) continue;
    for (let c = 0; c < 3; c++) {
      const own = data[i + c];
      const wanted = Math.floor(original[i + c] * alpha / there + 0.5);
      data[i + c] = Math.max(0, Math.min(alpha, own + Math.floor((wanted - own) * weight / ONE + 0.5)));
    }
  }
};
var colourBack = defineStep({
  kind: "colour-back",
  version: 1,
  title: "Colour back",
  family: "colour",
  purpose: "Brings the colour of the picture back through the screen.",
  words: "original colour tinted dots",
  dials: { share: share2({ title: "Colour", default: 0.35, more: "more of the picture\u2019s own colour in the ink" }) },
  takes: "colour",
  gives: "colour",
  amount: "none",
  reach: () => 0,
  locality: "local",
  draft: { behaviour: "same" },
  readsOriginal: true,
  summary: ({ share: back }) => `${(100 * back).toFixed(0)} %`,
  *apply(input, { share: back }, at2, { arena }) {
    const data = arena.plane(input.data.length);
    bringBack(input.data, at2.original.data, Math.floor(back * ONE + 0.5), data);
    yield;
    return { ...input, data };
  }
});

// packages/core/src/steps/colour/by-tone.ts
var lumaOf = ([r, g, b]) => 0.2126 * r + 0.7152 * g + 0.0722 * b;
var withLuma = (colour2, luma) => {
  const by = luma - lumaOf(colour2);
  let c = colour2.map((v) => v + by);
  const least = Math.min(...c);
  if (least < 0) c = c.map((v) => luma + (v - luma) * luma / (luma - least));
  const most = Math.max(...c);
  if (most > 1) c = c.map((v) => luma + (v - luma) * (1 - luma) / (most - luma));
  return c;
};
var toneColours = (colourOf2) => {
  const tables2 = [new Int16Array(ONE + 1), new Int16Array(ONE + 1), new Int16Array(ONE + 1)];
  for (let v = 0; v <= ONE; v++) {
    const colour2 = colourOf2(v / ONE);
    for (let c = 0; c < 3; c++) tables2[c][v] = Math.floor(Math.max(0, Math.min(1, colour2[c])) * ONE + 0.5);
  }
  return tables2;
};
function* inToneColours(input, tables2, kernels) {
  const pixels = input.data.length / 4;
  const [tone, coverage] = [kernels.arena.plane(pixels), kernels.arena.plane(pixels)];
  kernels.grey(input.data, LUMA, tone, coverage);
  yield;
  const data = kernels.arena.plane(input.data.length);
  kernels.toned(tone, coverage, tables2, data);
  return { ...input, data };
}
function* throughChannels(input, tables2, kernels) {
  const data = kernels.arena.plane(input.data.length);
  yield;
  kernels.channels(input.data, ...tables2, data);
  return { ...input, data };
}

// packages/core/src/steps/colour/tint.ts
var tintTables = remembering(4, String, (rgb) => {
  const luma = (0.2126 * rgb[0] + 0.7152 * rgb[1] + 0.0722 * rgb[2]) / ONE;
  const tableOf2 = (channel) => {
    const c = channel / ONE;
    return toneTable((tone) => tone <= luma ? luma > 0 ? c * tone / luma : 0 : c + (1 - c) * (tone - luma) / (1 - luma));
  };
  return [tableOf2(rgb[0]), tableOf2(rgb[1]), tableOf2(rgb[2])];
});
var tint = defineStep({
  kind: "tint",
  version: 1,
  title: "Tint",
  family: "colour",
  purpose: "All tones in shades of one ink, each as light as it was.",
  words: "monochrome sepia wash colourise",
  dials: { ink: colour({ title: "Ink", default: null }) },
  ...ON_COLOURS,
  *apply(input, { ink }, at2, kernels) {
    return yield* inToneColours(input, tintTables(at2.colourOf(ink)), kernels);
  }
});

// packages/core/src/units/mired.ts
var miredOf = (kelvin) => 1e6 / kelvin;
var shiftedKelvin = (kelvin, shift) => 1e6 / (miredOf(kelvin) + shift);
var radiatorChromaticity = (kelvin) => {
  const t = 1e3 / kelvin;
  const x = kelvin <= 4e3 ? ((-0.2661239 * t - 0.2343589) * t + 0.8776956) * t + 0.17991 : ((-3.0258469 * t + 2.1070379) * t + 0.2226347) * t + 0.24039;
  const y = kelvin <= 2222 ? ((-1.1063814 * x - 1.3481102) * x + 2.18555832) * x - 0.20219683 : kelvin <= 4e3 ? ((-0.9549476 * x - 1.37418593) * x + 2.09137015) * x - 0.16748867 : ((3.081758 * x - 5.8733867) * x + 3.75112997) * x - 0.37001483;
  return [x, y];
};

// packages/core/src/steps/tone/gain-table.ts
var scales = once(() => {
  const [light2, next] = [new Float64Array(ONE + 1), new Float64Array(ONE)];
  for (let v = 0; v <= ONE; v++) light2[v] = decoded(v / ONE);
  for (let v = 0; v < ONE; v++) next[v] = decoded((v + 0.5) / ONE);
  return { light: light2, next };
});
var gainTable = (gain2) => {
  const { light: light2, next } = scales();
  const table = new Int16Array(ONE + 1);
  let encoded2 = 0;
  for (let v = 0; v <= ONE; v++) {
    const lit2 = Math.min(1, light2[v] * gain2);
    while (encoded2 < ONE && lit2 >= next[encoded2]) encoded2++;
    table[v] = encoded2;
  }
  return table;
};

// packages/core/src/steps/colour/warmth.ts
var DAYLIGHT = 5500;
var lightOf = (kelvin) => {
  const [x, y] = radiatorChromaticity(kelvin);
  const [X, Z] = [x / y, (1 - x - y) / y];
  return [3.2406 * X - 1.5372 - 0.4986 * Z, -0.9689 * X + 1.8758 + 0.0415 * Z, 0.0557 * X - 0.204 + 1.057 * Z];
};
var warmthGains = (shift) => {
  const from = lightOf(DAYLIGHT);
  const to = lightOf(shiftedKelvin(DAYLIGHT, shift));
  const [r, g, b] = [0, 1, 2].map((c) => Math.max(0, to[c]) / from[c]);
  const luminance = 0.2126 * r + 0.7152 * g + 0.0722 * b;
  return [r / luminance, g / luminance, b / luminance];
};
var warmthTables = remembering(4, String, (shift) => warmthGains(shift).map(gainTable));
var warmth = defineStep({
  kind: "warmth",
  version: 1,
  title: "Warmth",
  family: "colour",
  purpose: "Warmer or colder light, as a filter over the lens would give.",
  words: "warm cold white balance sunset filter temperature faded",
  dials: { shift: number2({ title: "Shift", unit: "mired", min: -120, max: 250, step: 1, default: 18, more: "warmer" }) },
  ...ON_COLOURS,
  summary: ({ shift }) => shift < 0 ? `colder by ${-shift} mired` : `warmer by ${shift} mired`,
  *apply(input, { shift }, _, kernels) {
    return yield* throughChannels(input, warmthTables(shift), kernels);
  }
});

// packages/core/src/steps/edge/blur.ts
var LEAST_SIGMA2 = 0.15;
var blurredTone = (input, sigmaPx2, kernels) => {
  const { tone, coverage, region } = input;
  if (!coverage) return { ...input, tone: blurred(tone, 1, region, sigmaPx2, kernels) };
  const weighted2 = kernels.arena.plane(tone.length);
  kernels.multiply(tone, coverage, weighted2);
  const out = blurred(weighted2, 1, region, sigmaPx2, kernels);
  const there = blurred(coverage, 1, region, sigmaPx2, kernels);
  for (let i = 0; i < out.length; i++) {
    const weight = there[i];
    out[i] = weight > 0 ? Math.min(ONE, Math.floor(out[i] * ONE / weight + 0.5)) : tone[i];
  }
  return { ...input, tone: out, coverage: there };
};
var blur = defineStep({
  kind: "blur",
  version: 1,
  title: "Blur",
  family: "edge",
  purpose: "Out of focus: detail runs together.",
  words: "soft gaussian out of focus smooth",
  dials: { radius: length({ title: "Radius", min: 0, max: 8, default: 0.3, more: "softer" }) },
  takes: "any",
  gives: "same",
  amount: "mix",
  reach: ({ radius }) => 3 * radius,
  locality: "local",
  draft: { behaviour: "same" },
  summary: ({ radius }) => `${Number(radius.toFixed(2))} mm`,
  *apply(input, { radius }, at2, kernels) {
    const sigma = radius * at2.pxPerMm;
    yield;
    if (sigma < LEAST_SIGMA2) return input;
    if (input.kind === "tone") return blurredTone(input, sigma, kernels);
    if (input.kind === "ink") return { ...input, coverage: blurred(input.coverage, 1, input.region, sigma, kernels) };
    return { ...input, data: blurred(input.data, 4, input.region, sigma, kernels) };
  }
});

// packages/core/src/units/normal.ts
var MOST = 4;
var STEPS2 = 512;
var cumulative = once(() => {
  const count = 2 * MOST * STEPS2;
  const out = new Float64Array(count + 1);
  const density = (i) => {
    const x = i / STEPS2 - MOST;
    return exp(-x * x / 2);
  };
  for (let i = 1; i <= count; i++) out[i] = out[i - 1] + (density(i - 1) + density(i)) / 2;
  const whole4 = out[count];
  return out.map((v) => v / whole4);
});
var normalQuantile = (share4) => {
  const table = cumulative();
  let [low, high] = [0, table.length - 1];
  if (share4 <= 0) return -MOST;
  if (share4 >= 1) return MOST;
  while (high - low > 1) {
    const middle = low + high >> 1;
    if (table[middle] <= share4) low = middle;
    else high = middle;
  }
  const [from, to] = [table[low], table[high]];
  return (low + (to > from ? (share4 - from) / (to - from) : 0)) / STEPS2 - MOST;
};

// packages/core/src/steps/press/ink-body.ts
var MOTTLE = { grain: 1.6, octaves: 3 };
var HOLES = { grain: 0.26, octaves: 2 };
var STARVED = { grain: 2.2, stretch: 26, octaves: 3, weaker: 0.7 };
var FINE3 = { grain: 0.2, octaves: 2, weaker: 0.8 };
var inner = remembering(6, String, (pooled) => toneTable((g) => 1 - 0.55 * pooled * Math.max(0, Math.min(1, (g - 0.93) / 0.06))));
var worn = remembering(16, String, ([floor, by]) => toneTable((v) => 1 - by * Math.max(0, 2 * v - 1 - floor)));
var halfUp = once(() => toneTable((v) => v >= 0.5 ? 1 : 0));
var breaks = remembering(2, String, (by) => toneTable((v) => by * Math.min(1, 2 * (1 - v))));
var inkBody = (soft, dials, at2, region, kernels) => {
  const { pooled, mottle, pinholes, starved, travel } = dials;
  if (pooled + mottle + pinholes + starved === 0) return null;
  const pixels = sizeOf(region);
  const half = uniformPlane(pixels, ONE / 2);
  const body = kernels.arena.plane(pixels);
  kernels.table(soft, inner(pooled), body);
  const take = (kind, number3, floor, by) => {
    const plane2 = noisePlane({ ...kind, seed: 8 * dials.seed + 40 + number3 }, at2, region, kernels);
    kernels.multiplyAdd(plane2, half, half, plane2);
    kernels.table(plane2, worn([floor, by]), plane2);
    kernels.multiply(body, plane2, body);
  };
  if (mottle > 0) take(MOTTLE, 0, -0.1, 1.1 * mottle);
  if (pinholes > 0) take(HOLES, 1, 0.85 - 0.45 * pinholes, 30);
  if (starved > 0) take({ ...STARVED, angleDeg: travel }, 2, 0.25 - 0.3 * starved, 3 * starved);
  const grain2 = noisePlane({ ...FINE3, seed: 8 * dials.seed + 47 }, at2, region, kernels);
  const isHard2 = isWhole(at2.edges) && !at2.draft;
  kernels.modulated(body, grain2, breaks(isHard2 ? 1 : 0.35), body);
  if (isHard2) kernels.table(body, halfUp(), body);
  return body;
};

// packages/core/src/steps/press/ink-spread.ts
var FIBRES2 = [
  { long: 1.5, broad: 0.3, share: 0.51 },
  { long: 0.55, broad: 0.12, share: 0.32 },
  { long: 0.22, broad: 0.06, share: 0.17 }
];
var TURNING = { grain: 14, far: 1.7 };
var WICK = { long: 1.1, broad: 0.075, from: 0.42, times: 2.6 };
var RAGGED = { bySpread: 1.2, least: 0.12 };
var SEEN2 = 1.75;
var LEAST_SIGMA3 = 0.035;
var LEAST_SIGMA_PX = 0.6;
var THICK = 0.5;
var THIN = 0.2;
var wanderOf = ({ spread, ragged }) => ragged * (RAGGED.bySpread * spread + RAGGED.least);
var farthestOf2 = (dials) => dials.spread + 1.2 * wanderOf(dials);
var sigmaOf = (dials) => Math.max(LEAST_SIGMA3, farthestOf2(dials) / SEEN2);
var PIXEL_VARIANCE = 1 / 12;
var distances = remembering(
  12,
  ({ sigmaPx: sigmaPx2, farPx, spreadPx }) => `${sigmaPx2} ${farPx} ${spreadPx}`,
  ({ sigmaPx: sigmaPx2, farPx, spreadPx }) => toneTable((g) => 0.5 + (sigmaPx2 * normalQuantile(g) + spreadPx) / (2 * farPx))
);
var covers = remembering(
  12,
  ({ farPx, hard }) => `${farPx} ${hard}`,
  ({ farPx, hard }) => toneTable((x) => {
    const px = (x - 0.5) * 2 * farPx;
    return hard ? px >= 0 ? 1 : 0 : px + 0.5;
  })
);
var thickness = once(() => toneTable((thick) => smoothstep(THIN, THICK, thick)));
var squares = once(() => toneTable((v) => v * v));
var fibreKind = ({ long, broad }, seedOf) => ({
  grain: broad,
  stretch: long / broad,
  seed: seedOf,
  warp: TURNING.far
});
var fibreOctaves = (dials, pxPerMm2, farPx) => {
  const by = 1.4 * wanderOf(dials) * pxPerMm2 / (2 * farPx);
  return FIBRES2.flatMap(
    (fibre, i) => noiseOctaves(fibreKind(fibre, 8 * dials.seed + i), pxPerMm2).map((octave) => ({
      ...octave,
      weight: Math.floor(octave.weight * fibre.share * by + 0.5)
    }))
  );
};
var wicks = remembering(8, String, (by) => toneTable((v) => Math.max(0, 2 * v - 1 - WICK.from) * by));
function* ledByFibres(at2, dials, pxPerMm2, farPx, region, kernels) {
  const octaves = fibreOctaves(dials, pxPerMm2, farPx);
  if (octaves.length === 0) return;
  const pixels = sizeOf(region);
  const turn = (by) => {
    const plane2 = kernels.arena.plane(pixels);
    kernels.noise(region, noiseOctaves({ grain: TURNING.grain, seed: 8 * dials.seed + by }, pxPerMm2), noiseTile(), null, at2, plane2);
    return plane2;
  };
  const x = turn(5);
  yield;
  const warp = { x, y: turn(6) };
  yield;
  const moved5 = kernels.arena.plane(pixels);
  kernels.noise(region, octaves, noiseTile(), warp, at2, moved5);
  yield;
  const full3 = uniformPlane(pixels, ONE);
  kernels.multiplyAdd(moved5, full3, at2, at2);
  const wick = noiseOctaves(fibreKind(WICK, 8 * dials.seed + 7), pxPerMm2);
  if ((wick[0]?.weight ?? 0) < ONE / 2) return;
  const half = uniformPlane(pixels, ONE / 2);
  kernels.noise(region, wick, noiseTile(), warp, at2, moved5);
  kernels.multiplyAdd(moved5, half, half, moved5);
  kernels.table(moved5, wicks(WICK.times * wanderOf(dials) * pxPerMm2 / (2 * farPx)), moved5);
  kernels.modulated(at2, moved5, wickWeights(), at2);
}
var wickWeights = once(() => toneTable((x) => x <= 0 ? 0 : Math.min(1, 4 * x)));
function* spreadOut(input, dials, at2, kernels) {
  const { region, coverage: from } = input;
  const sigma = Math.max(LEAST_SIGMA_PX, sigmaOf(dials) * at2.pxPerMm);
  const [plain, squared2] = at2.coarse;
  const soft = softCopy(plain, region, sigma, kernels);
  yield;
  const edge = {
    sigmaPx: Math.sqrt(sigma * sigma + PIXEL_VARIANCE),
    farPx: Math.max(1, 1.2 * farthestOf2(dials) * at2.pxPerMm),
    spreadPx: dials.spread * at2.pxPerMm
  };
  const reached = kernels.arena.plane(from.length);
  kernels.table(soft, distances(edge), reached);
  if (dials.ragged > 0) yield* ledByFibres(reached, dials, at2.pxPerMm, edge.farPx, region, kernels);
  const thick = kernels.arena.plane(from.length);
  const dense = softCopy(squared2, region, sigma, kernels);
  yield;
  kernels.ratio(dense, soft, thick);
  kernels.table(thick, thickness(), thick);
  kernels.multiply(reached, thick, reached);
  kernels.table(reached, covers({ farPx: edge.farPx, hard: isWhole(at2.edges) && !at2.draft }), reached);
  const bare2 = thick;
  kernels.complement(from, ONE, bare2);
  const coverage = kernels.arena.plane(from.length);
  kernels.multiplyAdd(bare2, reached, from, coverage);
  return { coverage, soft };
}
var inkSpread = defineStep({
  kind: "ink-spread",
  version: 2,
  title: "Ink spread",
  family: "press",
  purpose: "Ink runs past the edge it was laid in, along the paper\u2019s fibres, and dries unevenly.",
  words: "bleed swell photocopy dot gain wet pinholes mottle starved fibres",
  dials: {
    spread: length({ title: "Spread", min: 0, max: 1, default: 0.08, more: "ink travels further" }),
    ragged: share2({ title: "Raggedness", default: 0.3, more: "edges follow the paper\u2019s fibres" }),
    pooled: share2({ title: "Pooled rims", default: 0, more: "ink gathers at the rims and is thinner within", further: true }),
    mottle: share2({ title: "Mottle", default: 0, more: "ink lies unevenly", further: true }),
    pinholes: share2({ title: "Pinholes", default: 0, more: "more small holes", further: true }),
    starved: share2({ title: "Starved", default: 0, more: "more of the ink is missing, along the travel of the press", further: true }),
    travel: angle({
      title: "Travel",
      min: 0,
      max: 180,
      default: 90,
      more: "turned further counter-clockwise",
      shownWhen: { dial: "starved", isNot: 0 },
      further: true
    }),
    seed: seed({ title: "Seed", default: 1 })
  },
  takes: "ink",
  gives: "ink",
  amount: "scale",
  scaled: (params, amount) => ({
    ...params,
    spread: params.spread * amount,
    ragged: params.ragged * amount,
    pooled: params.pooled * amount,
    mottle: params.mottle * amount,
    pinholes: params.pinholes * amount,
    starved: params.starved * amount
  }),
  reach: (dials) => farthestOf2(dials) > 0 ? farthestOf2(dials) : 0,
  locality: "grid",
  coarse: (dials) => {
    const wish = softWish(sigmaOf(dials));
    return farthestOf2(dials) > 0 ? [wish, { ...wish, through: { name: "squares", table: squares() } }] : [softWish(LEAST_SIGMA3)];
  },
  draft: { behaviour: "fold" },
  // Version 1 had no more than spread and raggedness, and without spread it left edges alone.
  upgrade: (params) => ({
    pooled: 0,
    mottle: 0,
    pinholes: 0,
    starved: 0,
    travel: 90,
    ...params,
    ...params["spread"] === 0 ? { ragged: 0 } : {}
  }),
  summary: ({ spread }) => `${Number(spread.toFixed(2))} mm`,
  *apply(input, dials, at2, kernels) {
    yield;
    const isMoved = farthestOf2(dials) > 0;
    const { coverage, soft } = isMoved ? yield* spreadOut(input, dials, at2, kernels) : { coverage: input.coverage, soft: softCopy(at2.coarse[0], input.region, LEAST_SIGMA3 * at2.pxPerMm, kernels) };
    yield;
    const body = inkBody(soft, dials, at2, input.region, kernels);
    if (!body) return { ...input, coverage };
    kernels.multiply(body, coverage, body);
    return { ...input, coverage: body };
  }
});

// packages/core/src/raster/shifted.ts
var wayBack = ({ across: across2, down, turn, stretch: stretch3 }, pxPerMm2) => {
  const by = 1 / (1 + stretch3);
  const [cos, sin] = [cosDeg(turn) * by, sinDeg(turn) * by];
  const [x, y] = [across2 * pxPerMm2, down * pxPerMm2];
  return { a: cos, b: -sin, c: -cos * x + sin * y, d: sin, e: cos, f: -sin * x - cos * y };
};
var MARGIN3 = 3;
var placeOf = ({ a, b, c, d, e, f: f3 }, x, y) => [a * x + b * y + c, d * x + e * y + f3];
var readFrom = (at2, { x, y, width, height }) => {
  const corners = [placeOf(at2, x, y), placeOf(at2, x + width, y), placeOf(at2, x, y + height), placeOf(at2, x + width, y + height)];
  const [xs, ys] = [corners.map(([cx]) => cx), corners.map(([, cy]) => cy)];
  const [left, top] = [Math.floor(Math.min(...xs)) - MARGIN3, Math.floor(Math.min(...ys)) - MARGIN3];
  return {
    x: left,
    y: top,
    width: Math.ceil(Math.max(...xs)) + MARGIN3 - left,
    height: Math.ceil(Math.max(...ys)) + MARGIN3 - top
  };
};
var taken2 = (plane2, channels, from, at2, to, { arena, sample }) => {
  const out = arena.plane(channels * sizeOf(to));
  sample({ ...from, channels, data: plane2 }, at2, CATMULL_ROM, CATMULL_ROM, to, out);
  return out;
};

// packages/core/src/steps/press/misregister.ts
var misregister = defineStep({
  kind: "misregister",
  version: 1,
  title: "Misregister",
  family: "press",
  purpose: "The plate lies a little beside its place: shifted, turned, or on paper that stretched.",
  words: "registration offset glitch shifted plate out of register print error",
  dials: {
    across: length({ title: "Across", min: -20, max: 20, default: 0.8, more: "further to the right" }),
    down: length({ title: "Down", min: -20, max: 20, default: 0.5, more: "further down" }),
    turn: angle({ title: "Turn", min: -5, max: 5, default: 0, more: "turned counter-clockwise about the top left corner" }),
    stretch: share2({ title: "Stretch", min: -0.03, max: 0.03, default: 0, more: "larger, away from the top left corner" })
  },
  takes: "any",
  gives: "same",
  amount: "scale",
  scaled: (params, amount) => ({
    across: params.across * amount,
    down: params.down * amount,
    turn: params.turn * amount,
    stretch: params.stretch * amount
  }),
  reach: () => 0,
  reads: (params, region, { pxPerMm: pxPerMm2 }) => readFrom(wayBack(params, pxPerMm2), region),
  locality: "local",
  draft: { behaviour: "same" },
  summary: ({ across: across2, down }) => `${Number(across2.toFixed(2))}, ${Number(down.toFixed(2))} mm`,
  *apply(input, params, at2, kernels) {
    const way = wayBack(params, at2.pxPerMm);
    const region = at2.wanted;
    yield;
    const moved5 = (plane2, channels) => taken2(plane2, channels, input.region, way, region, kernels);
    if (input.kind === "ink") return { ...input, region, coverage: moved5(input.coverage, 1) };
    if (input.kind === "colour") return { ...input, region, data: moved5(input.data, 4) };
    if (!input.coverage) return { ...input, region, tone: moved5(input.tone, 1) };
    return { ...input, region, tone: moved5(input.tone, 1), coverage: moved5(input.coverage, 1) };
  }
});

// packages/core/src/steps/screen/read-tones.ts
var COARSE_LPI = 10;
var FINE_LPI = 85;
var detailFor = (lpi) => Math.max(0, Math.min(1, ln(lpi / COARSE_LPI) / ln(FINE_LPI / COARSE_LPI)));
var MEAN_CELLS = 0.24;
var isLine = (shape3) => shape3 === "line" || shape3 === "wave line";
var cellPx = (lpi, at2) => cellMm(lpi) * at2.pxPerMm;
var readTones = (input, { shape: shape3, lpi, angle: angleDeg, shift }, detail2, at2, kernels) => {
  const cell = cellPx(lpi, at2);
  const soft = softCopy(at2.coarse[0], input.region, MEAN_CELLS * cell, kernels);
  const layout = cellLayout(shape3);
  if (layout.across > 1 || at2.bend) return mixed(soft, input.tone, detail2, kernels);
  const way = cellWay(cell, angleDeg, layout);
  const centred = kernels.arena.plane(soft.length);
  kernels.cellTones(
    soft,
    input.region,
    shifted(screenGrid(cell, angleDeg, layout), shift),
    isLine(shape3) ? { ...way, ax: 0, ay: 0 } : way,
    centred
  );
  return mixed(centred, input.tone, detail2, kernels);
};
var mixed = (read, tone, detail2, kernels) => {
  const out = kernels.arena.plane(read.length);
  kernels.mix(read, tone, 1, shareOf(detail2), null, out);
  return out;
};

// packages/core/src/steps/screen/shapes.ts
var SHAPES = Object.keys(SHAPE_NUMBERS);

// packages/core/src/steps/screen/screen.ts
var LEAST_DRAFT_CELL = 3;
var smallestInk = ({ shape: shape3, lpi, smallestDot }) => {
  const inCells = smallestDot / cellMm(lpi);
  return Math.min(1, isLine(shape3) ? inCells : 3.141592653589793 / 4 * inCells * inCells);
};
var inkByTone = (dials) => {
  const least = smallestInk(dials);
  const smallest = Math.floor(least * ONE + 0.5);
  const table = new Int16Array(ONE + 1);
  for (let tone = 0; tone <= ONE; tone++) {
    const ink = dials.carries === "lights" ? tone : ONE - tone;
    table[tone] = ink === 0 || ink < dials.cutOff * ONE ? 0 : Math.max(ink, smallest);
  }
  return table;
};
var thresholdsFor2 = remembering(
  8,
  (wanted) => JSON.stringify(wanted),
  ({ geometry, dials }) => screenThresholds(geometry, inkByTone(dials))
);
var detailOf = ({ auto, detail: detail2, lpi }) => auto ? detailFor(lpi) : detail2;
var screen2 = defineStep({
  kind: "screen",
  version: 3,
  title: "Screen",
  family: "screen",
  purpose: "Tone becomes dots of one ink.",
  words: "halftone dots lines print newspaper",
  dials: {
    shape: choice2({ title: "Shape", options: SHAPES, default: "round", looks: "dot shape" }),
    lpi: frequency({ title: "Frequency", min: 0.5, max: 200, default: 8, more: "finer, clearer" }),
    angle: angle({ title: "Angle", min: 0, max: 90, default: 22.5, more: "turned further counter-clockwise" }),
    hardness: share2({ title: "Hardness", default: 0.9, more: "crisper dot edge, up to all or nothing" }),
    auto: toggle2({ title: "Find the detail", default: true }),
    detail: share2({
      title: "Detail",
      default: 0,
      more: "dots follow the picture within themselves, down to every pixel; at 0 % each dot has one tone",
      shownWhen: { dial: "auto", is: false }
    }),
    smallestDot: length({ title: "Smallest dot", min: 0, max: 5, default: 0, more: "faces keep dots in pale light" }),
    cutOff: share2({ title: "Highlight cut-off", max: 0.5, default: 0, more: "more of the light stays bare" }),
    shift: share2({ title: "Shifted", default: 0, further: true, more: "the dots lie further along both ways of the screen, in cells" }),
    ...CARRIED_DIALS
  },
  takes: "tone",
  gives: "ink",
  amount: "mix",
  // Half a cell's diagonal, which is longer where cells lean, and the pixel that it falls into.
  reach: (dials) => detailOf(dials) < 1 ? (cellLayout(dials.shape).turn === 90 ? 0.75 : 1.05) * cellMm(dials.lpi) + 0.1 : 0,
  locality: "grid",
  followsBends: true,
  coarse: (dials) => detailOf(dials) < 1 ? [softWish(MEAN_CELLS * cellMm(dials.lpi))] : [],
  found: { while: "auto", find: ({ lpi }) => ({ detail: detailFor(lpi) }) },
  // Version 1 read every pixel; version 2 had every screen begin with a dot at the sheet's corner.
  upgrade: (params) => ({ auto: false, detail: 1, shift: 0, ...params }),
  draft: {
    behaviour: "curve",
    tooFine: ({ lpi }, at2) => cellPx(lpi, at2) < LEAST_DRAFT_CELL,
    curve: inkByTone,
    structure: ({ lpi }) => cellMm(lpi)
  },
  summary: ({ shape: shape3, lpi, angle: turn }, widthMm) => `${shape3}, ${Math.round(cellsAcross(widthMm, lpi))} across, ${turn}\xB0`,
  ink: inkCarried,
  *apply(input, params, at2, kernels) {
    const { shape: shape3, lpi, angle: angleDeg, hardness } = params;
    const cell = cellPx(lpi, at2);
    const cut = isWhole(at2.edges) && !at2.draft;
    const edge = isWhole(at2.edges) ? 0 : 1 - hardness;
    const { smallestDot, cutOff, carries } = params;
    const geometry = { shape: shape3, cellPx: cell, angleDeg, edge, cut, rough: at2.draft };
    const thresholds2 = thresholdsFor2({ geometry, dials: { shape: shape3, lpi, smallestDot, cutOff, carries } });
    yield;
    const coverage = kernels.arena.plane(input.tone.length);
    const detail2 = detailOf(params);
    const tones3 = detail2 < 1 ? readTones(input, params, detail2, at2, kernels) : input.tone;
    yield;
    kernels.screen(
      tones3,
      input.region,
      shifted(screenGrid(cell, angleDeg, cellLayout(shape3)), params.shift),
      shape3,
      thresholds2,
      at2.bend,
      coverage
    );
    if (input.coverage) kernels.multiply(coverage, input.coverage, coverage);
    return { kind: "ink", region: input.region, coverage, colour: at2.colourOf(params.ink) };
  }
});

// packages/core/src/steps/process/channel-screen.ts
var INKS = [{ srgb: "#00ffff" }, { srgb: "#ff00ff" }, { srgb: "#ffff00" }];
var channelScreen = defineStep({
  kind: "channel-screen",
  version: 1,
  title: "Channel screens",
  family: "screen",
  purpose: "Red, green and blue through the same dots: saturated primaries.",
  words: "rgb primaries saturated pop art dots comic neon cmy",
  dials: {
    colour: share2({
      title: "Colour",
      max: 3,
      default: 1.5,
      more: "more of the picture\u2019s colour, up to pure primaries; none is black dots"
    }),
    shape: choice2({ title: "Shape", options: SHAPES, default: "round", looks: "dot shape" }),
    lpi: frequency({ title: "Frequency", min: 0.5, max: 200, default: 12, more: "finer, clearer" }),
    angle: angle({ title: "Angle", min: 0, max: 90, default: 22.5, more: "turned further counter-clockwise" }),
    hardness: share2({ title: "Hardness", default: 0.9, more: "crisper dot edge, up to all or nothing" })
  },
  takes: "colour",
  gives: "colour",
  amount: "mix",
  reach: () => 0,
  locality: "grid",
  draft: { behaviour: "same" },
  summary: ({ shape: shape3, lpi }) => `${shape3}, ${lpi} lpi`,
  apply: {
    plates: ({ colour: colour2, shape: shape3, lpi, angle: degrees, hardness }) => INKS.map((ink, plate) => ({
      ink,
      separation: { inks: INKS, black: 0, colour: colour2, plate },
      screen: { kind: screen2.kind, params: { ...defaultParams(screen2), shape: shape3, lpi, angle: degrees, hardness, ink } },
      register: { kind: misregister.kind, params: { ...defaultParams(misregister), across: 0, down: 0 } }
    }))
  }
});

// packages/core/src/raster/stretched.ts
var FINE4 = 64;
var PER_WAY = 256 / FINE4 * ONE;
var BLOCK3 = 64;
var MOST2 = 32e3;
var PLACES3 = 4;
var MARGIN4 = 8;
var MOST_LOOKS = 3;
var originOf = (block, wayFrom) => {
  const way = new Float64Array(2);
  const count = PLACES3 + 1;
  const [xs, ys] = [new Float64Array(count * count), new Float64Array(count * count)];
  for (let i = 0; i < xs.length; i++) {
    const x = block.x + i % count / PLACES3 * block.width;
    const y = block.y + Math.floor(i / count) / PLACES3 * block.height;
    wayFrom(x, y, way);
    xs[i] = x + way[0];
    ys[i] = y + way[1];
  }
  const apart2 = (i, j) => Math.sqrt((xs[j] - xs[i]) ** 2 + (ys[j] - ys[i]) ** 2);
  let [across2, down] = [0, 0];
  for (let i = 0; i < xs.length; i++) {
    if (i % count < PLACES3) across2 = Math.max(across2, apart2(i, i + 1) * PLACES3 / block.width);
    if (i + count < xs.length) down = Math.max(down, apart2(i, i + count) * PLACES3 / block.height);
  }
  const looks = (by) => Math.max(1, Math.min(MOST_LOOKS, Math.ceil(by - 0.25)));
  const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const [wide2, high] = [(right - left) / PLACES3 + MARGIN4, (bottom - top) / PLACES3 + MARGIN4];
  return { left: left - wide2, top: top - high, right: right + wide2, bottom: bottom + high, across: looks(across2), down: looks(down) };
};
var liesOutside = ({ left, top, right, bottom }, box2) => right < box2.x || bottom < box2.y || left > box2.x + box2.width || top > box2.y + box2.height;
var BARE2 = new Int16Array(4 * BLOCK3 * BLOCK3);
var putWays = ({ x: left, y: top, width, height }, u, v, wayFrom, x, y) => {
  const way = new Float64Array(2);
  wayFrom(left + (width >> 1) + u, top + (height >> 1) + v, way);
  const [bx, by] = [Math.round(way[0]), Math.round(way[1])];
  const offX = Math.round((u - 0.5) * FINE4) - bx * FINE4;
  const offY = Math.round((v - 0.5) * FINE4) - by * FINE4;
  for (let row3 = 0, i = 0; row3 < height; row3++) {
    for (let column = 0; column < width; column++, i++) {
      wayFrom(left + column + u, top + row3 + v, way);
      const across2 = Math.floor(way[0] * FINE4 + 0.5) + offX;
      const down = Math.floor(way[1] * FINE4 + 0.5) + offY;
      if (across2 > MOST2 || across2 < -MOST2 || down > MOST2 || down < -MOST2) return null;
      x[i] = across2;
      y[i] = down;
    }
  }
  return [bx, by];
};
var partsOf = ({ x, y, width, height }) => {
  const [w, h] = [Math.max(1, width >> 1), Math.max(1, height >> 1)];
  return [x, x + w].flatMap(
    (left) => [y, y + h].flatMap((top) => {
      const part2 = overlap(
        { x: left, y: top, width: left === x ? w : width - w, height: top === y ? h : height - h },
        { x, y, width, height }
      );
      return part2 ? [part2] : [];
    })
  );
};
var add = (plane2, sum) => {
  for (let i = 0; i < sum.length; i++) sum[i] = sum[i] + plane2[i];
};
var meanOf = (sum, count) => {
  const out = new Int16Array(sum.length);
  const half = count >> 1;
  for (let i = 0; i < out.length; i++) out[i] = Math.floor((sum[i] + half) / count);
  return out;
};
var blocksOf = ({ x, y, width, height }) => {
  const from = (at2) => Math.floor(at2 / BLOCK3) * BLOCK3;
  const rows2 = [];
  for (let top = from(y); top < y + height; top += BLOCK3) {
    const row3 = [];
    for (let left = from(x); left < x + width; left += BLOCK3) row3.push({ x: left, y: top, width: BLOCK3, height: BLOCK3 });
    rows2.push(row3);
  }
  return rows2;
};
function* stretchedRaster(raster, wayFrom, box2, region, kernels) {
  const { arena } = kernels;
  const channels = raster.kind === "colour" ? 4 : 1;
  const planesOf = (each3) => each3.kind === "colour" ? [each3.data] : each3.kind === "ink" ? [each3.coverage] : each3.coverage ? [each3.tone, each3.coverage] : [each3.tone];
  const out = planesOf(raster).map(() => arena.plane(channels * sizeOf(region)));
  const [x, y] = [new Int16Array(BLOCK3 * BLOCK3), new Int16Array(BLOCK3 * BLOCK3)];
  for (const band of blocksOf(region)) {
    for (const whole4 of band) {
      const block = overlap(whole4, region);
      const origin = originOf(whole4, wayFrom);
      if (liesOutside(origin, box2)) {
        for (const plane2 of out) paste(BARE2, block, plane2, region, channels);
        continue;
      }
      const { across: across2, down } = origin;
      const move = (part2) => {
        const mark = arena.mark();
        const looks = across2 * down;
        const sums2 = looks === 1 ? [] : out.map(() => new Int32Array(channels * sizeOf(part2)));
        for (let look = 0; look < looks; look++) {
          const [u, v] = [(look % across2 + 0.5) / across2, (Math.floor(look / across2) + 0.5) / down];
          const by = putWays(part2, u, v, wayFrom, x, y);
          if (!by) return partsOf(part2).forEach(move);
          const count = sizeOf(part2);
          const ways = { x: x.subarray(0, count), y: y.subarray(0, count), across: PER_WAY, down: PER_WAY };
          const moved5 = movedRaster(raster, ways, box2, "nothing", { ...part2, x: part2.x + by[0], y: part2.y + by[1] }, kernels);
          for (const [which, plane2] of planesOf(moved5).entries()) {
            if (looks === 1) paste(plane2, part2, out[which], region, channels);
            else add(plane2, sums2[which]);
          }
        }
        arena.release(mark);
        for (const [which, sum] of sums2.entries()) paste(meanOf(sum, looks), part2, out[which], region, channels);
      };
      move(block);
    }
    yield;
  }
  const [first, second] = out;
  if (raster.kind === "colour") return { ...raster, region, data: first };
  if (raster.kind === "ink") return { ...raster, region, coverage: first };
  return { ...raster, region, tone: first, coverage: second ?? null };
}

// packages/core/src/steps/warp/stretch-maps.ts
var RADIAN = 180 / 3.141592653589793;
var arcMap = ({ width, by }) => {
  const up = by < 0 ? -1 : 1;
  const radius = width / (Math.abs(by) * 3.141592653589793);
  return {
    forward: (x, y) => {
      const [turn, r] = [x / radius * RADIAN, radius - up * y];
      return { x: r * sinDeg(turn), y: up * (radius - r * cosDeg(turn)) };
    },
    back: (x, y) => {
      const down = radius - up * y;
      return { x: atan2Deg(x, down) / RADIAN * radius, y: up * (radius - Math.sqrt(x * x + down * down)) };
    }
  };
};
var shifted2 = (by) => ({
  forward: (x, y) => ({ x, y: y + by(x) }),
  back: (x, y) => ({ x, y: y - by(x) })
});
var WAVE3 = 0.5;
var waveMap = ({ width, height, by }, waves) => shifted2((x) => -by * WAVE3 * height * sinDeg(360 * waves * (x / width + 0.5)));
var flagMap = ({ width, height, by }, waves) => shifted2((x) => -by * 2 * WAVE3 * height * Math.max(0, x / width + 0.5) * sinDeg(360 * waves * (x / width + 0.5)));
var NARROWEST = 0.15;
var pinchMap = ({ width, by }) => {
  const high = (x) => {
    const t = Math.min(1, Math.abs(2 * x / width));
    return 1 - by * (1 - NARROWEST) * (1 - t * t);
  };
  return { forward: (x, y) => ({ x, y: y * high(x) }), back: (x, y) => ({ x, y: y / high(x) }) };
};
var fromSquare = ([p0, p1, p2, p3]) => {
  const [sx, sy] = [p0.x - p1.x + p2.x - p3.x, p0.y - p1.y + p2.y - p3.y];
  const [dx1, dy1, dx2, dy2] = [p1.x - p2.x, p1.y - p2.y, p3.x - p2.x, p3.y - p2.y];
  const by = dx1 * dy2 - dx2 * dy1;
  const [g, h] = [(sx * dy2 - dx2 * sy) / by, (dx1 * sy - sx * dy1) / by];
  return [p1.x - p0.x + g * p1.x, p3.x - p0.x + h * p3.x, p0.x, p1.y - p0.y + g * p1.y, p3.y - p0.y + h * p3.y, p0.y, g, h, 1];
};
var adjoint = ([a, b, c, d, e, f3, g, h, i]) => [
  e * i - f3 * h,
  c * h - b * i,
  b * f3 - c * e,
  f3 * g - d * i,
  a * i - c * g,
  c * d - a * f3,
  d * h - e * g,
  b * g - a * h,
  a * e - b * d
];
var FAR4 = 1e6;
var through = ([a, b, c, d, e, f3, g, h, i], x, y) => {
  const w = g * x + h * y + i;
  return w > 1e-9 ? { x: (a * x + b * y + c) / w, y: (d * x + e * y + f3) / w } : { x: FAR4, y: FAR4 };
};
var isConvex = (corners) => corners.every(({ x, y }, i) => {
  const [next, after2] = [corners[(i + 1) % 4], corners[(i + 2) % 4]];
  return (next.x - x) * (after2.y - next.y) - (next.y - y) * (after2.x - next.x) > 0;
});
var cornersMap = (width, height, corners) => {
  const to = fromSquare(corners);
  const found = adjoint(to);
  const [mx, my] = [corners.reduce((sum, { x }) => sum + x, 0) / 4, corners.reduce((sum, { y }) => sum + y, 0) / 4];
  const sign = found[6] * mx + found[7] * my + found[8] < 0 ? -1 : 1;
  const from = found.map((v) => v * sign);
  return {
    forward: (x, y) => through(to, x / width + 0.5, y / height + 0.5),
    back: (x, y) => {
      const { x: u, y: v } = through(from, x, y);
      return { x: (u - 0.5) * width, y: (v - 0.5) * height };
    }
  };
};

// packages/core/src/steps/warp/stretch.ts
var ARC = "arc";
var WAVE4 = "wave";
var FLAG = "flag";
var PINCH = "pinch";
var CORNERS2 = "four corners";
var SHAPES2 = [ARC, WAVE4, FLAG, PINCH, CORNERS2];
var LEAST = 1e-3;
var frameOf2 = ({ x, y, turn }) => {
  const [cos, sin] = [cosDeg(turn), sinDeg(turn)];
  return {
    within: (px, py) => ({ x: cos * (px - x) - sin * (py - y), y: sin * (px - x) + cos * (py - y) }),
    onSheet: (bx, by) => ({ x: x + cos * bx + sin * by, y: y - sin * bx + cos * by })
  };
};
var movedCorners = ({ topLeft, topRight, bottomRight, bottomLeft }, placement) => {
  const { within: within4 } = frameOf2(placement);
  const moves = [topLeft, topRight, bottomRight, bottomLeft];
  return cornersOf(placement).map(([x, y], i) => within4(x + (moves[i]?.x ?? 0), y + (moves[i]?.y ?? 0)));
};
var mapOf = ({ shape: shape3, by, waves, ...corners }, placement) => {
  const { width, height } = placement;
  if (shape3 === CORNERS2) {
    const at2 = movedCorners(corners, placement);
    return isConvex(at2) ? cornersMap(width, height, at2) : null;
  }
  if (Math.abs(by) < LEAST) return null;
  const bent2 = { width, height, by };
  if (shape3 === ARC) return arcMap(bent2);
  if (shape3 === PINCH) return pinchMap(bent2);
  return shape3 === WAVE4 ? waveMap(bent2, waves) : flagMap(bent2, waves);
};
var ALONG = 48;
var stretchOf = remembering(
  8,
  (wanted) => JSON.stringify(wanted),
  ({ params, placement }) => {
    const map = mapOf(params, placement);
    if (!map) return null;
    const { within: within4, onSheet } = frameOf2(placement);
    const through2 = (way) => (x, y) => {
      const at2 = within4(x, y);
      const there = way(at2.x, at2.y);
      return onSheet(there.x, there.y);
    };
    return { forward: through2(map.forward), back: through2(map.back) };
  }
);
var FAR_PX = 1e6;
var held = (px) => Math.max(-FAR_PX, Math.min(FAR_PX, px));
var placesOver = ({ x, y, width, height }, count) => Array.from({ length: (count + 1) * (count + 1) }, (_, i) => ({
  x: x + i % (count + 1) / count * width,
  y: y + Math.floor(i / (count + 1)) / count * height
}));
var hullOf = (region, count, map, pxPerMm2) => {
  const points = placesOver(region, count).map(({ x, y }) => map(x / pxPerMm2, y / pxPerMm2));
  const [xs, ys] = [points.map(({ x }) => held(x * pxPerMm2)), points.map(({ y }) => held(y * pxPerMm2))];
  const [left, top] = [Math.floor(Math.min(...xs)), Math.floor(Math.min(...ys))];
  return { x: left, y: top, width: Math.ceil(Math.max(...xs)) - left, height: Math.ceil(Math.max(...ys)) - top };
};
var OVER = 32;
var BETWEEN = 8;
var MARGIN5 = 8;
var readFrom2 = ({ back }, region, { pxPerMm: pxPerMm2, box: box2 }) => {
  const from = hullOf(region, OVER, back, pxPerMm2);
  const wide2 = grow2(from, MARGIN5 + Math.ceil(Math.max(from.width, from.height) / BETWEEN));
  return overlap(wide2, box2) ?? { x: box2.x, y: box2.y, width: 1, height: 1 };
};
var boxFor = ({ forward }, { pxPerMm: pxPerMm2, box: box2 }) => {
  const found = hullOf(box2, ALONG, forward, pxPerMm2);
  return grow2(found, MARGIN5 + Math.ceil(Math.max(found.width, found.height) / ALONG));
};
var corner = (title, unset) => point({ title, arrow: true, inPass: true, unset, default: { x: 0, y: 0 }, shownWhen: { dial: "shape", is: CORNERS2 } });
var stretch2 = defineStep({
  kind: "stretch",
  version: 1,
  title: "Stretch into shape",
  family: "warp",
  purpose: "Bends what is placed along an arc or a wave, pinches it, or puts it into perspective.",
  words: "arc arch curve curved text lettering wave flag pinch bulge perspective distort corners skew warp envelope rainbow",
  dials: {
    shape: choice2({ title: "Shape", options: SHAPES2, default: ARC }),
    by: share2({
      title: "By",
      min: -1,
      default: 0.5,
      more: "bent further; below 0 the other way",
      shownWhen: { dial: "shape", isNot: CORNERS2 }
    }),
    waves: number2({
      title: "Waves",
      unit: "",
      min: 0.25,
      max: 6,
      step: 0.25,
      default: 1,
      more: "more waves along it",
      shownWhen: { dial: "shape", isNot: [ARC, PINCH, CORNERS2] }
    }),
    topLeft: corner("Top left", [0, 0]),
    topRight: corner("Top right", [1, 0]),
    bottomRight: corner("Bottom right", [1, 1]),
    bottomLeft: corner("Bottom left", [0, 1])
  },
  takes: "any",
  gives: "same",
  amount: "scale",
  scaled: (params, amount) => {
    const less = (move) => move && { x: move.x * amount, y: move.y * amount };
    const { topLeft, topRight, bottomRight, bottomLeft } = params;
    return {
      ...params,
      by: params.by * amount,
      topLeft: less(topLeft),
      topRight: less(topRight),
      bottomRight: less(bottomRight),
      bottomLeft: less(bottomLeft)
    };
  },
  reach: () => 0,
  reads: (params, region, at2) => {
    const found = stretchOf({ params, placement: at2.placement });
    return found ? readFrom2(found, region, at2) : region;
  },
  printsIn: (params, at2) => {
    const found = stretchOf({ params, placement: at2.placement });
    return found ? boxFor(found, at2) : at2.box;
  },
  locality: "local",
  draft: { behaviour: "same" },
  summary: ({ shape: shape3, by }) => shape3 === CORNERS2 ? shape3 : `${shape3}, ${Math.round(by * 100)} %`,
  *apply(input, params, at2, kernels) {
    const found = stretchOf({ params, placement: at2.placement });
    if (!found) return input;
    const { pxPerMm: pxPerMm2 } = at2;
    const wayFrom = (x, y, way) => {
      const from = found.back(x / pxPerMm2, y / pxPerMm2);
      way[0] = from.x * pxPerMm2 - x;
      way[1] = from.y * pxPerMm2 - y;
    };
    return yield* stretchedRaster(input, wayFrom, at2.box, at2.wanted, kernels);
  }
});

// packages/core/src/type/fonts.ts
var LATIN = ["latin", "latin-ext"];
var AND_VIETNAMESE = [...LATIN, "vietnamese"];
var SHIPPED_FONTS = [
  { family: "archivo-black", name: "Archivo Black", role: "heavy grotesque", licence: "OFL-1.1", subsets: LATIN },
  { family: "anton", name: "Anton", role: "heavy condensed", licence: "OFL-1.1", subsets: AND_VIETNAMESE },
  { family: "league-gothic", name: "League Gothic", role: "condensed gothic", licence: "OFL-1.1", subsets: AND_VIETNAMESE },
  { family: "bebas-neue", name: "Bebas Neue", role: "all-caps condensed", licence: "OFL-1.1", subsets: LATIN },
  { family: "alfa-slab-one", name: "Alfa Slab One", role: "fat slab", licence: "OFL-1.1", subsets: AND_VIETNAMESE },
  { family: "saira-stencil-one", name: "Saira Stencil One", role: "stencil", licence: "OFL-1.1", subsets: AND_VIETNAMESE },
  { family: "special-elite", name: "Special Elite", role: "typewriter, worn", licence: "Apache-2.0", subsets: LATIN },
  { family: "courier-prime", name: "Courier Prime", role: "typewriter, clean", licence: "OFL-1.1", subsets: LATIN },
  { family: "bangers", name: "Bangers", role: "comic lettering", licence: "OFL-1.1", subsets: AND_VIETNAMESE },
  { family: "unifrakturmaguntia", name: "UnifrakturMaguntia", role: "blackletter", licence: "OFL-1.1", subsets: ["latin"] },
  { family: "pacifico", name: "Pacifico", role: "brush script", licence: "OFL-1.1", subsets: AND_VIETNAMESE },
  { family: "monoton", name: "Monoton", role: "inline display", licence: "OFL-1.1", subsets: LATIN }
];
var shippedFont = (family) => SHIPPED_FONTS.find((font2) => font2.family === family);

// packages/core/src/steps/screen/edged.ts
var wayBy = (bend2) => {
  if (!bend2) return { x: () => 0, y: () => 0, most: 0 };
  const [across2, down] = [bend2.across / 256 / ONE, bend2.down / 256 / ONE];
  return {
    x: (i) => bend2.x[i] * across2,
    y: (i) => bend2.y[i] * down,
    most: ONE * (Math.abs(across2) + Math.abs(down))
  };
};
var edged2 = (amount, threshold2, edge) => {
  const half = Math.min(edge, amount, 1 - amount);
  return half === 0 ? Number(threshold2 < amount) : Math.max(0, Math.min(1, (amount - threshold2) / (2 * half) + 0.5));
};

// packages/core/src/steps/screen/spot-table.ts
var SPOT_SIDE = 128;
var distancesAround = (set) => {
  const side2 = 3 * SPOT_SIDE;
  const tiled = Uint8Array.from({ length: side2 * side2 }, (_, i) => {
    const [x, y] = [i % side2 % SPOT_SIDE, Math.floor(i / side2) % SPOT_SIDE];
    return Number(set(y * SPOT_SIDE + x));
  });
  const far2 = distancesTo(tiled, side2, side2, SPOT_SIDE);
  return Float64Array.from({ length: SPOT_SIDE * SPOT_SIDE }, (_, i) => {
    const [x, y] = [i % SPOT_SIDE, Math.floor(i / SPOT_SIDE)];
    return far2[(y + SPOT_SIDE) * side2 + x + SPOT_SIDE];
  });
};
var fromMiddle = (i) => {
  const [x, y] = [i % SPOT_SIDE + 0.5 - SPOT_SIDE / 2, Math.floor(i / SPOT_SIDE) + 0.5 - SPOT_SIDE / 2];
  return Math.sqrt(x * x + y * y);
};
var spotTable = (light2) => {
  const isDark = (i) => light2[i] < ONE / 2;
  const dark = light2.reduce((count2, _, i) => count2 + Number(isDark(i)), 0);
  const count = SPOT_SIDE * SPOT_SIDE;
  const isShape = dark > 0 && dark < count;
  const [outside, inside] = isShape ? [distancesAround(isDark), distancesAround((i) => !isDark(i))] : [];
  const depth = Float64Array.from(
    { length: count },
    (_, i) => outside && inside ? (isDark(i) ? inside[i] : -outside[i]) + 0.5 - light2[i] / ONE : -fromMiddle(i)
  );
  const order = Uint32Array.from({ length: count }, (_, i) => i).sort((a, b) => depth[b] - depth[a] || a - b);
  const thresholds2 = new Float32Array(count);
  for (let from = 0; from < count; ) {
    let to = from + 1;
    while (to < count && depth[order[to]] === depth[order[from]]) to++;
    for (let i = from; i < to; i++) thresholds2[order[i]] = (from + to) / 2 / count;
    from = to;
  }
  const at2 = (x, y) => thresholds2[(y + SPOT_SIDE) % SPOT_SIDE * SPOT_SIDE + (x + SPOT_SIDE) % SPOT_SIDE];
  const slopes2 = Float32Array.from({ length: count }, (_, i) => {
    const [x, y] = [i % SPOT_SIDE, Math.floor(i / SPOT_SIDE)];
    const [dx, dy] = [at2(x + 1, y) - at2(x - 1, y), at2(x, y + 1) - at2(x, y - 1)];
    return Math.sqrt(dx * dx + dy * dy) / 2 * SPOT_SIDE;
  });
  return { thresholds: thresholds2, slopes: slopes2 };
};
var spotValue = (plane2, u, v) => {
  const [x, y] = [u * SPOT_SIDE - 0.5, v * SPOT_SIDE - 0.5];
  const [i, j] = [Math.floor(x), Math.floor(y)];
  const [fx, fy] = [x - i, y - j];
  const left = i & SPOT_SIDE - 1;
  const right = i + 1 & SPOT_SIDE - 1;
  const top = (j & SPOT_SIDE - 1) * SPOT_SIDE;
  const bottom = (j + 1 & SPOT_SIDE - 1) * SPOT_SIDE;
  const above = plane2[top + left] * (1 - fx) + plane2[top + right] * fx;
  const below2 = plane2[bottom + left] * (1 - fx) + plane2[bottom + right] * fx;
  return above * (1 - fy) + below2 * fy;
};

// packages/core/src/steps/screen/own-screen.ts
var LETTERS = "letters";
var PICTURE4 = "a picture";
var LEAST_CELL = 2;
var ownScreen = defineStep({
  kind: "own-screen",
  version: 1,
  title: "Own dots",
  family: "screen",
  purpose: "Tone becomes dots of a shape of your own: letters, or a picture.",
  words: "custom shape letter symbol stamp icon halftone star heart logo dot text",
  dials: {
    of: choice2({ title: "Dots of", options: [LETTERS, PICTURE4], default: LETTERS }),
    letters: text2({ title: "Letters", default: "A", shownWhen: { dial: "of", is: LETTERS } }),
    font: font({
      title: "Font",
      families: SHIPPED_FONTS.map(({ family }) => family),
      default: { family: "anton" },
      shownWhen: { dial: "of", is: LETTERS }
    }),
    texture: picture({ title: "The picture", default: null, shownWhen: { dial: "of", is: PICTURE4 } }),
    lpi: frequency({ title: "Frequency", min: 0.5, max: 100, default: 5, more: "finer, clearer" }),
    angle: angle({ title: "Angle", min: -180, max: 180, default: 0, more: "turned further counter-clockwise" }),
    hardness: share2({ title: "Hardness", default: 0.95, more: "crisper dot edge, up to all or nothing" }),
    detail: share2({
      title: "Detail",
      default: 0,
      more: "dots follow the picture within themselves; at 0 % each dot has one tone"
    }),
    ...CARRIED_DIALS
  },
  takes: "tone",
  gives: "ink",
  amount: "mix",
  reach: ({ detail: detail2, lpi }) => detail2 < 1 ? 0.75 * cellMm(lpi) + 0.1 : 0,
  locality: "grid",
  followsBends: true,
  coarse: ({ detail: detail2, lpi }) => detail2 < 1 ? [softWish(MEAN_CELLS * cellMm(lpi))] : [],
  draft: { behaviour: "same" },
  readsSpot: ({ of, letters: letters2, font: face, texture: texture2 }) => of === PICTURE4 ? texture2 && { picture: texture2 } : letters2.trim() === "" ? null : { letters: letters2, font: face },
  summary: ({ of, letters: letters2, texture: texture2, lpi }) => `${of === LETTERS ? `\u201C${letters2}\u201D` : texture2 ? of : "a picture, none chosen yet"}, ${Number(lpi.toFixed(1))} lpi`,
  ink: inkCarried,
  *apply(input, { lpi, angle: degrees, hardness, detail: detail2, carries, ink }, at2, kernels) {
    const { region } = input;
    const { arena } = kernels;
    const cell = cellPx(lpi, at2);
    const tones3 = detail2 < 1 ? readTones(input, { shape: "square", lpi, angle: degrees, shift: 0 }, detail2, at2, kernels) : input.tone;
    yield;
    const amounts = arena.plane(tones3.length);
    kernels.table(tones3, inkOfTone(carries), amounts);
    const coverage = arena.plane(tones3.length);
    const [c, s] = [cosDeg(degrees) / cell, sinDeg(degrees) / cell];
    const way = wayBy(at2.bend);
    const softest = isWhole(at2.edges) && !at2.draft ? 0 : 0.25 * (1 - hardness);
    const seen = Math.max(0, Math.min(1, cell - LEAST_CELL));
    const { thresholds: thresholds2, slopes: slopes2 } = at2.spot();
    for (let row3 = 0, i = 0; row3 < region.height; row3++) {
      for (let column = 0; column < region.width; column++, i++) {
        const amount = amounts[i] / ONE;
        if (amount === 0 || amount === 1 || seen === 0) {
          coverage[i] = amounts[i];
          continue;
        }
        const [x, y] = [region.x + column + 0.5 + way.x(i), region.y + row3 + 0.5 + way.y(i)];
        const [u, v] = [c * x - s * y + 0.5, s * x + c * y + 0.5];
        const edge = Math.max(softest, spotValue(slopes2, u, v) / cell / 2);
        const inked = edged2(amount, spotValue(thresholds2, u, v), edge);
        coverage[i] = Math.floor((amount + (inked - amount) * seen) * ONE + 0.5);
      }
      if (row3 % 16 === 15) yield;
    }
    if (input.coverage) kernels.multiply(coverage, input.coverage, coverage);
    return { kind: "ink", region, coverage, colour: at2.colourOf(ink) };
  }
});

// packages/core/src/steps/process/process-screen.ts
var USUAL = [
  { name: "First ink", colour: "#00a0dc", angle: 15 },
  { name: "Second ink", colour: "#e5097f", angle: 75 },
  { name: "Third ink", colour: "#ffec00", angle: 0 },
  { name: "Fourth ink", colour: "#1e1c1e", angle: 45 }
];
var APART2 = 0.25;
var shownFor = (n) => n === 3 ? { shownWhen: { dial: "inks", isNot: "2" } } : n === 4 ? { shownWhen: { dial: "inks", is: "4" } } : {};
var inkDials = (n) => {
  const { name: name3, colour: srgb, angle: degrees } = USUAL[n - 1];
  return {
    ink: colour({ title: name3, default: { srgb }, ...shownFor(n) }),
    angle: angle({
      further: true,
      title: `${name3}, angle`,
      min: 0,
      max: 90,
      default: degrees,
      more: "turned further counter-clockwise",
      ...shownFor(n)
    }),
    fine: share2({
      title: `${name3}, frequency`,
      min: 0.25,
      max: 4,
      default: 1,
      further: true,
      more: "finer than the others",
      ...shownFor(n)
    }),
    off: point({ title: `${name3}, out of register`, arrow: true, default: { x: 0, y: 0 }, further: true, ...shownFor(n) })
  };
};
var [one, two, three, four] = [inkDials(1), inkDials(2), inkDials(3), inkDials(4)];
var processScreen = defineStep({
  kind: "process-screen",
  version: 1,
  title: "Process screens",
  family: "screen",
  purpose: "A picture in colour becomes dots of two to four inks, each at its own angle.",
  words: "cmyk rosette full colour dots separation cyan magenta yellow black comic offset plates gcr",
  dials: {
    inks: choice2({ title: "Inks", options: ["2", "3", "4"], default: "4" }),
    ink1: one.ink,
    angle1: one.angle,
    ink2: two.ink,
    angle2: two.angle,
    ink3: three.ink,
    angle3: three.angle,
    ink4: four.ink,
    angle4: four.angle,
    black: share2({ title: "Black", default: 0.7, more: "the darkest ink prints the greys, less of the others" }),
    shape: choice2({ title: "Shape", options: SHAPES, default: "round", looks: "dot shape" }),
    lpi: frequency({ title: "Frequency", min: 0.5, max: 200, default: 20, more: "finer, clearer" }),
    hardness: share2({ title: "Hardness", default: 0.9, more: "crisper dot edge, up to all or nothing" }),
    fine1: one.fine,
    off1: one.off,
    fine2: two.fine,
    off2: two.off,
    fine3: three.fine,
    off3: three.off,
    fine4: four.fine,
    off4: four.off
  },
  takes: "colour",
  gives: "colour",
  amount: "mix",
  reach: () => 0,
  locality: "grid",
  draft: { behaviour: "same" },
  summary: ({ inks: inks2, lpi }) => `${inks2} inks, ${lpi} lpi`,
  apply: {
    plates: (params) => {
      const { shape: shape3, lpi, hardness, black } = params;
      const all = [
        { ink: params.ink1, angle: params.angle1, fine: params.fine1, off: params.off1 },
        { ink: params.ink2, angle: params.angle2, fine: params.fine2, off: params.off2 },
        { ink: params.ink3, angle: params.angle3, fine: params.fine3, off: params.off3 },
        { ink: params.ink4, angle: params.angle4, fine: params.fine4, off: params.off4 }
      ].slice(0, Number(params.inks));
      const inks2 = all.map(({ ink }) => ink);
      return all.map(({ ink, angle: degrees, fine, off }, plate) => ({
        ink,
        separation: { inks: inks2, black, colour: 1, plate },
        screen: {
          kind: screen2.kind,
          params: {
            ...defaultParams(screen2),
            shape: shape3,
            lpi: Math.max(0.5, Math.min(200, lpi * fine)),
            angle: degrees,
            hardness,
            shift: plate === 0 ? APART2 : 0,
            ink
          }
        },
        register: { kind: misregister.kind, params: { ...defaultParams(misregister), across: off?.x ?? 0, down: off?.y ?? 0 } }
      }));
    }
  }
});

// packages/core/src/raster/cells.ts
var cellOf = (pixel, cellPx2, count) => Math.max(0, Math.min(count - 1, Math.floor((pixel + 0.5) / cellPx2)));

// packages/core/src/steps/screen/diffusion-kernels.ts
var row = (down, from, ...weights) => weights.flatMap((weight, i) => weight ? [[from + i, down, weight]] : []);
var DIFFUSION_KERNELS = {
  "Floyd\u2013Steinberg": {
    source: "R. W. Floyd, L. Steinberg, An adaptive algorithm for spatial greyscale, Proc. SID 17(2), 1976",
    divisor: 16,
    taps: [...row(0, 1, 7), ...row(1, -1, 3, 5, 1)]
  },
  "Jarvis\u2013Judice\u2013Ninke": {
    source: "J. F. Jarvis, C. N. Judice, W. H. Ninke, A survey of techniques for the display of continuous tone pictures, CGIP 5, 1976",
    divisor: 48,
    taps: [...row(0, 1, 7, 5), ...row(1, -2, 3, 5, 7, 5, 3), ...row(2, -2, 1, 3, 5, 3, 1)]
  },
  Stucki: {
    source: "P. Stucki, MECCA: a multiple-error correcting computation algorithm, IBM RZ 1060, 1981",
    divisor: 42,
    taps: [...row(0, 1, 8, 4), ...row(1, -2, 2, 4, 8, 4, 2), ...row(2, -2, 1, 2, 4, 2, 1)]
  },
  Atkinson: {
    source: "In the form that several programs use: six eighths of the error go on, two are dropped",
    divisor: 8,
    taps: [...row(0, 1, 1, 1), ...row(1, -1, 1, 1, 1), ...row(2, 0, 1)]
  },
  Burkes: {
    source: "D. Burkes, Presentation of the Burkes error filter, 1988",
    divisor: 32,
    taps: [...row(0, 1, 8, 4), ...row(1, -2, 2, 4, 8, 4, 2)]
  },
  Sierra: {
    source: "F. Sierra, 1989, in the form that several programs use",
    divisor: 32,
    taps: [...row(0, 1, 5, 3), ...row(1, -2, 2, 4, 5, 4, 2), ...row(2, -1, 2, 3, 2)]
  }
};

// packages/core/src/steps/screen/error-diffusion.ts
var NAMES = Object.keys(DIFFUSION_KERNELS);
var LEAST_DRAFT_DOT = 1.5;
var diffuser = ({ kernel, serpentine, loose, seed: number3 }, columns) => {
  const { divisor, taps } = kernel;
  const MARGIN6 = 2;
  let errors = [0, 1, 2].map(() => new Float64Array(columns + 2 * MARGIN6));
  return (ink, row3) => {
    const back = serpentine && row3 % 2 === 1;
    const set = new Uint8Array(columns);
    const here = errors[0];
    for (let i = 0; i < columns; i++) {
      const column = back ? columns - 1 - i : i;
      const wanted = ink[column] + here[column + MARGIN6];
      const amount = ink[column];
      const half = 0.5 + (loose > 0 ? loose * (chanceAt(column, row3, number3) - 0.5) : 0);
      const isSet = amount >= 1 || amount > 0 && wanted >= half;
      set[column] = Number(isSet);
      const error = amount <= 0 || amount >= 1 ? 0 : (wanted - Number(isSet)) / divisor;
      if (error === 0) continue;
      for (const [along, down, weight] of taps) {
        const to = errors[down];
        const at2 = column + (back ? -along : along) + MARGIN6;
        to[at2] = to[at2] + error * weight;
      }
    }
    errors = [errors[1], errors[2], here.fill(0)];
    return set;
  };
};
var errorDiffusion = defineStep({
  kind: "error-diffusion",
  version: 1,
  title: "Error diffusion",
  family: "screen",
  purpose: "Tone becomes small dots that follow each other, as early printers and plotters set them.",
  words: "dither bitmap pixels computer print frequency modulated grain worms retro",
  dials: {
    kernel: choice2({ title: "Weights", options: NAMES, default: "Floyd\u2013Steinberg" }),
    dot: length({ title: "Dot", min: 0.05, max: 20, wide: true, default: 0.5, more: "larger dots, coarser picture" }),
    serpentine: toggle2({ title: "To and fro", default: true }),
    loose: share2({ title: "Loosened", default: 0.1, more: "less regular, fewer worms" }),
    seed: seed({ title: "Seed", default: 1, further: true }),
    ...CARRIED_DIALS
  },
  takes: "tone",
  gives: "ink",
  amount: "mix",
  reach: () => 0,
  locality: "whole",
  cells: ({ kernel, dot, serpentine, loose, seed: number3, carries }) => ({
    size: dot,
    name: ["error diffusion", kernel, serpentine, loose, number3, carries],
    ink: inkOfTone(carries),
    decider: (columns) => diffuser({ kernel: DIFFUSION_KERNELS[kernel], serpentine, loose, seed: number3 }, columns)
  }),
  draft: {
    behaviour: "curve",
    tooFine: ({ dot }, at2) => dot * at2.pxPerMm < LEAST_DRAFT_DOT,
    curve: ({ carries }) => inkOfTone(carries),
    structure: ({ dot }) => 4 * dot
  },
  summary: ({ kernel, dot }) => `${kernel}, dots of ${Number(dot.toFixed(2))} mm`,
  ink: inkCarried,
  *apply(input, { ink }, at2, kernels) {
    const { region } = input;
    const coverage = kernels.arena.plane(sizeOf(region));
    coverage.fill(0);
    const { cells } = at2;
    if (cells) {
      const { cellPx: cellPx2, columns, rows: rows2, bits, rowBytes } = cells;
      const across2 = Int32Array.from({ length: region.width }, (_, x) => cellOf(region.x + x, cellPx2, columns));
      for (let y = 0, i = 0; y < region.height; y++) {
        const line = cellOf(region.y + y, cellPx2, rows2) * rowBytes;
        for (let x = 0; x < region.width; x++, i++) {
          const column = across2[x];
          if (bits[line + (column >> 3)] >> (column & 7) & 1) coverage[i] = ONE;
        }
        if (y % 128 === 127) yield;
      }
    }
    if (input.coverage) kernels.multiply(coverage, input.coverage, coverage);
    return { kind: "ink", region, coverage, colour: at2.colourOf(ink) };
  }
});

// packages/core/src/steps/screen/path-distance.ts
var ROUNDS = 3;
var BEYOND_MM = 5e3;
var smoother = (points) => points.length < 3 ? points : [
  points[0],
  ...points.slice(0, -1).flatMap(([x, y], i) => {
    const [nx, ny] = points[i + 1];
    const cut = (share4) => [x + share4 * (nx - x), y + share4 * (ny - y)];
    return [cut(0.25), cut(0.75)];
  }),
  points.at(-1)
];
var beyond = ([x, y], [fx, fy], far2) => {
  const [dx, dy] = [x - fx, y - fy];
  const length2 = Math.sqrt(dx * dx + dy * dy) || 1;
  return [x + dx / length2 * far2, y + dy / length2 * far2];
};
var stretchesOf = remembering(
  6,
  (wanted) => JSON.stringify(wanted),
  ({ path, pxPerMm: pxPerMm2 }) => {
    const flat2 = pointsOf(path).map((v) => v / 100 * pxPerMm2);
    let points = Array.from({ length: flat2.length / 2 }, (_, i) => [flat2[2 * i], flat2[2 * i + 1]]);
    points = points.filter(([x, y], i) => i === 0 || x !== points[i - 1]?.[0] || y !== points[i - 1]?.[1]);
    if (points.length < 2) return [];
    for (let round3 = 0; round3 < ROUNDS; round3++) points = smoother(points);
    const [first, second] = [points[0], points[1]];
    const [last, before] = [points.at(-1), points.at(-2)];
    const far2 = BEYOND_MM * pxPerMm2;
    const whole4 = [beyond(first, second, far2), ...points, beyond(last, before, far2)];
    return whole4.slice(0, -1).map(([x, y], i) => {
      const [dx, dy] = [(whole4[i + 1]?.[0] ?? x) - x, (whole4[i + 1]?.[1] ?? y) - y];
      return { x, y, dx, dy, length2: dx * dx + dy * dy };
    });
  }
);
var squared = ({ x, y, dx, dy, length2 }, px, py) => {
  const [ax, ay] = [px - x, py - y];
  const t = Math.max(0, Math.min(1, (ax * dx + ay * dy) / length2));
  return (ax - t * dx) ** 2 + (ay - t * dy) ** 2;
};
var distanceNear = (path, pxPerMm2, mx, my, radius) => {
  const all = stretchesOf({ path, pxPerMm: pxPerMm2 });
  if (all.length === 0) return null;
  const far2 = all.map((each3) => squared(each3, mx, my));
  const reached = (Math.sqrt(Math.min(...far2)) + 2 * radius) ** 2;
  const near = all.filter((_, i) => far2[i] <= reached);
  return (x, y) => {
    let least = Infinity;
    for (const each3 of near) {
      const distance = squared(each3, x, y);
      if (distance < least) least = distance;
    }
    return Math.sqrt(least);
  };
};

// packages/core/src/steps/screen/round-screen.ts
var RINGS = "rings";
var RAYS = "rays";
var SPIRAL = "a spiral";
var ALONG2 = "along a line";
var BLOCK4 = 32;
var LEAST_PITCH = 2;
var roundScreen = defineStep({
  kind: "round-screen",
  version: 1,
  title: "Round screen",
  family: "screen",
  purpose: "Tone becomes rings, rays or a spiral about a place, or lines along one that is drawn.",
  words: "concentric circles radial sunburst lines target engraving swirl contour hand drawn path follow",
  dials: {
    shape: choice2({ title: "Lines", options: [RINGS, RAYS, SPIRAL, ALONG2], default: RINGS }),
    centre: point({ title: "Centre", default: null, shownWhen: { dial: "shape", isNot: ALONG2 } }),
    line: drawn({ title: "Line", as: "line", default: "", shownWhen: { dial: "shape", is: ALONG2 } }),
    lpi: frequency({ title: "Frequency", min: 0.5, max: 120, default: 8, more: "finer lines", shownWhen: { dial: "shape", isNot: RAYS } }),
    rays: number2({
      title: "Rays",
      unit: "",
      min: 3,
      max: 720,
      step: 1,
      default: 120,
      more: "more rays",
      shownWhen: { dial: "shape", is: RAYS }
    }),
    arms: number2({
      title: "Arms",
      unit: "",
      min: 1,
      max: 12,
      step: 1,
      default: 1,
      more: "winds out faster",
      shownWhen: { dial: "shape", is: SPIRAL }
    }),
    hardness: share2({ title: "Hardness", default: 0.9, more: "crisper edges, up to all or nothing" }),
    ...CARRIED_DIALS
  },
  takes: "tone",
  gives: "ink",
  amount: "mix",
  reach: () => 0,
  locality: "local",
  followsBends: true,
  draft: { behaviour: "same" },
  summary: ({ shape: shape3, lpi, rays }) => shape3 === RAYS ? `${rays} rays` : `${shape3}, ${lpi} lpi`,
  ink: inkCarried,
  *apply(input, params, at2, kernels) {
    const { region, tone } = input;
    const { hardness, carries, ink } = params;
    const amounts = kernels.arena.plane(sizeOf(region));
    kernels.table(tone, inkOfTone(carries), amounts);
    const coverage = kernels.arena.plane(amounts.length);
    const way = wayBy(at2.bend);
    const linesNear = linesOf(params, at2);
    const softest = isWhole(at2.edges) && !at2.draft ? 0 : 0.5 * (1 - hardness);
    for (let top = 0; top < region.height; top += BLOCK4) {
      for (let left = 0; left < region.width; left += BLOCK4) {
        const [right, bottom] = [Math.min(region.width, left + BLOCK4), Math.min(region.height, top + BLOCK4)];
        const { phase, pitch } = linesNear(region.x + left + BLOCK4 / 2, region.y + top + BLOCK4 / 2, 0.75 * BLOCK4 + way.most);
        for (let row3 = top; row3 < bottom; row3++) {
          for (let column = left; column < right; column++) {
            const i = row3 * region.width + column;
            const amount = amounts[i] / ONE;
            if (amount === 0 || amount === 1) {
              coverage[i] = amount * ONE;
              continue;
            }
            const x = region.x + column + 0.5 + way.x(i);
            const y = region.y + row3 + 0.5 + way.y(i);
            const place = phase(x, y);
            const apart2 = pitch(x, y);
            const threshold2 = Math.abs(2 * (place - Math.floor(place)) - 1);
            const inked = edged2(amount, threshold2, Math.max(softest, 1 / Math.max(1, apart2)));
            const seen = Math.max(0, Math.min(1, apart2 - LEAST_PITCH));
            coverage[i] = Math.floor((amount + (inked - amount) * seen) * ONE + 0.5);
          }
        }
      }
      yield;
    }
    if (input.coverage) kernels.multiply(coverage, input.coverage, coverage);
    return { kind: "ink", region, coverage, colour: at2.colourOf(ink) };
  }
});
var acrossSheet = ({ width, height }) => pathOf([25 * width, 50 * height, 75 * width, 50 * height].map(Math.round));
var linesOf = ({ shape: shape3, centre, line, lpi, rays, arms }, at2) => {
  const { pxPerMm: pxPerMm2, size: size2 } = at2;
  const cell = cellMm(lpi) * pxPerMm2;
  if (shape3 === ALONG2) {
    const across2 = acrossSheet(size2);
    return (mx, my, radius) => {
      const distance = distanceNear(line, pxPerMm2, mx, my, radius) ?? distanceNear(across2, pxPerMm2, mx, my, radius);
      return { phase: (x, y) => (distance?.(x, y) ?? 0) / cell + 0.5, pitch: () => cell };
    };
  }
  const middle = pointOn(centre, {}, size2);
  const [cx, cy] = [middle.x * pxPerMm2, middle.y * pxPerMm2];
  const away = (x, y) => Math.sqrt((x - cx) * (x - cx) + (y - cy) * (y - cy));
  const turn = (x, y, count) => atan2Deg(y - cy, x - cx) * count / 360;
  const lines = {
    [RINGS]: { phase: (x, y) => away(x, y) / cell, pitch: () => cell },
    [RAYS]: {
      phase: (x, y) => turn(x, y, Math.round(rays)),
      pitch: (x, y) => 6.283185307179586 * away(x, y) / Math.round(rays)
    },
    [SPIRAL]: { phase: (x, y) => away(x, y) / cell + turn(x, y, Math.round(arms)), pitch: () => cell }
  };
  return () => lines[shape3];
};

// packages/core/src/steps/screen/blue-noise.ts
var BLUE_NOISE = [
  "u73yaZ86xbjlpq2iEXYcz0fYJdnZEPhbo4W5F3fym1EFyoQUlBNKgwSQcgsf3tm/KMqjOD1H5/r0F/vK2tIjqqEGx87emcWhJ2cIn+CKhlUfH08ieGY+k+uL",
  "bj8zxGPRkaT8GFgUJePf+lT5gAoYQmtKW++oZt01KRxh+XNiwic0qH5NAns+1BEB6uHHQnzEblv0WlkjBaRVl79HPWiqTLlkOKIVaxvmSD1OGP8svBZ/m5Qu",
  "vdFxTA35NCVvAbdwIy7Mt9pH1MdEAjvvKn8fGZ47kHN8sXRcc6C6jFZh4kLDTpfiYO9NUgpfw8VtjNAT8XSVFe/GcXxTWFdzC+0Ntj+xeM3npIDe+VqyVsev",
  "Lw4wDG11ij6hpbI1nKhp6f1VnXcUB0OEWR5jmdZA0mi3cJUSBBxxFj6Llu3XuMUPBxsO1QGzoEJ6dkOLlga546NXoh1jfxspK94yH1p67AaELGBSXfxIPqg0",
  "L4jGIIxDR7pkdIWAMfBTw5cez2F6rPQ0yJXR/khDu2IWQfq8DIOJvWo22Ea2gfqcVPOxJQn09uhQOn7awKh43DCH/PJZvPeqXgJnldPoYkjV0qOBhFUaxtiA",
  "rjFVVC5atzYS19lf/rGH0QtM95frX5Ov+6UKaaLuDpjURa2gEgkk9ldd3QXB/sJHQo7lMTG//IbmyIesFoZKl6WLDUQatQY0zhTGpTDF9juJD47zv8B1TDtO",
  "ECnn3NQ88xk9z1dFAp7yOfD2W9hAPKJGl5Rm3OsmDJkxvf5poHzlI2p+YExsT2K0tUl3EheTjfuQYNwsiJAm2wRB6ttAI9zbb99klCLif5Fv4Rj9QwcB2AUE",
  "oddh6IZf/tJbdDGJaWNYIpo5R+f/sHbYvM50oCauzTEWonKdgV7dIQd5OrVW82cSNQf26gF5hMPX4YycVACDmJ1rNlswV7phMPxdSr5PpoG9Ui55qXxWVVLA",
  "y6neNAiDHs2aLjkuzIPPvH5qnJ18Wd+/vqK2mu3ZIsTZA47qVai89CbszfRFXttR6+gBDHsl3UBooI0LV+v9Z4KWpz+FInTUeI5tknEcf7aoBui2M6fXyZA2",
  "QCb7iY6CYQGf/RaTw1QQroFmWVqghdTeCnuGh6EbZ05sCeQ5jAySqQfOHVxBMdUnAkpO21GIl4vhKyjZSBvLZbL7+LASnS6oQObf3PrWDbZcKX8C1bmv/gXM",
  "ug4OZwly+uIUt7CCq0e7tJBG67XshJ9WewAvz/L290cuPnzGkYUq0EeX+OYvLX2fQGaRr95WwAjjNBaQ0xTX4aYi/QHGl9eprmSAiXGS0TguMljz9fyXR1uR",
  "UwOcIv2MD8RdJWs0Wc1AO+8ZSuKcz8UtlDEivNKKSo66aAmSVzrlH47WL6qJGOuONhELs5jp/dnLFGhIIkc4/CCfOFeSFfqdNx1JUF5nH+1lctt/U0CqxNW/",
  "HofTogFDc1yssCb0ovjX8KeuEpnug6ZCmk31ilN1qY4KbZ1pjyskIr2LDl36ftS5webk8dXEoA5ibtUbBtz6WYOp7rSJuXp9XJ9bk4y/cjiKCQwZOzXG8DL8",
  "lb85ozRLs737MHix9zARhrTN6HNZxESs3CLKyYG7viCvb+9GIYTiM4oSEEPlgtufN7kPXzoiAQhLKSj4Rt0eJTv+NzeR3oo0xPY1GbiIJEwRAcSbJo65rEar",
  "kNpyC/x4ZIIBb61GCLaYVN0JpjXxLT0dG4ZdDVqscA70Tzdg+pRAW4uuetyj8LXewP++Usby6nxuE3/u05Qi4QxkCVfemU7FiasKJmbKBQl+zg59PwraZa4I",
  "nrWZNJ96G04EhGP+qx4oiUOT/vmL5gGAQxv28jlOtsgb9dkWPgAirQkLMXo70oGDnBAPiFHXdu0KCOpKHiRxeDMtssZvHCpZWJ+rFRYxSmDa9mRZ6iLtT7ey",
  "m+7TgOHTyDelENy8VRdKJO+hT1AwyxJhegSesZKzgTbAESOWUX30KhWOvy2JYA6cD9gF5hPFZRrp4DRPnpKLj78qY5r15wmeVXjB89eNPmuFMYxV27m2vadZ",
  "ihtx3kCz0wMKUdtbPd7hscmbQgt50bmHfAteYDn8wcDjjOya7bno2zrRd/BezNpCFkgmJtw4R9s8JMjo/wUZLguyZD3LTdNav4iPKbF1y7B/wLI338a0n4ez",
  "GMVbK/1oEyXCpVa3iTEU+qlHByZph0LM2rCdZUNIFI6WPV2pUz8wNfYXBqS/JJXW+EksR6ck/hOdmEa73VWXdCxCDfzVgL6rCrqtg8zYAyWD1yb37sO4UDq/",
  "kEBK6EQY+TjhZiq3PE/xIMQ4rDXOzBdL4eS3HA/yXQkS6/rIzcbCIOkXFscapF0he1t4ikyPGewDLe3RXrtn7NBppSGv7jRWmqbPGrlSO5+fGVa95DoeRIs/",
  "gnn7Ze0sLoXPy1IfqT0VAX4+fCk5w66ULFveHgN4pr0uvGd+qhSYHfflURoN+4eZs14UReHP/LMb45QHadqEgNC5nkHcUBi/x1ONhguZKi8pSG1udoWstkMg",
  "gHHq+zMQDZ4hG8/WfzvETBhvb8MpTQv5JpVlCXdvnVaK68jKWuKflpA+5kLqv/9JBdQSwnMNWqAZv3j5V4nWc/CI0IUh7GvAQb0cfILQ+kZE22CEqfXjwTox",
  "JcynjL7kTFwkaGjtWPxncoQvEImj8tCttu7YmwaJ9Prr28S1+MBjQlsTEo9ZahPyzzbhjrVwtTiRGd0+mR8AZ7LS3FF2se8ulVHRNmaDjn42YeuvEJnvS4e5",
  "5yNFhUA/4/RQDRpX1mFQna3guNJFjQrt5vajNc2cXuHvgKDvPrhVG+yFgQle3bcY1fhqx2VEmtE41wNb4AZu6eTvgcPCqmfPyqS9Y7K8fn2So/9rJ7AOl/O8",
  "06dOISy+lPFz/MclV1shbrK6Wjd9PQCjSq9RNNzaUlIlppi0RDxeqk4XznnwXmMyFLVLwSIAUMM+DKqw80J3ryfJEDolKusGC8xcHy+QDYpe53vJRHXwEQeB",
  "xfSg72qnVe5LtyPkaCTnu4mhOI76zqk69Xud5ZrFgZbDocANg2uw0vEx+0c5N5VdKIcN8lt8acqVOH/ekIuz6ZehOtigX//VTCy4d198Ym2kU3b2k0PLhuAz",
  "/qrfzDU7iotfbXEwKxi6BY8Brg3YKJ09Eef0H2SMArh+LzV20iGu62Yu3GQId8WznRCA7JjgsxA5RJ2RKQ63fNAqo8a6I4XFxR3uAMuAMZjvFnQemihfM1vU",
  "4qIoybdRKDkpOa5BGpMD10f8/iYGnALkdXDEW1idrvYgwyoo2eabHa+jl2QdtLKqlLGm6NLst116Z3Gox05Jhcm70URoxqX84LQc08oKGjRkcnnO2UVo5Utt",
  "JR78BlqWTMZWopUY4PZkClot9+XymfQprnxYSn0thYpu92RG5ILO+8VcNHvupsc9Bww/U6e9/zp2xHTahRJCScp/eLOZWCDSdrjuF7svK5hZCs+nkcvD7cIE",
  "Z1Cbpva+1EWrx9e+F+9O0ZFBs4f91cRzd6urBO3iH8cwE/9BPGIDyLcZBZm0ePFPkK7OQ9z7MUhy5ADcOjYYE7bz9wmPz+7uK1oT+5u/Ja9LVGlt8MzQWTcG",
  "MBUpgjO9wl9Sg+NyGKkmPx6RmYNnhmRX7mLyvklNHr0PULhtM75uouVfsqZmk2NuvzTgtS4VZPC0g5Xi8Go1Zy00u1jC2PoRAtOsXLDAap2GFYZZrL2dNGbn",
  "EVSOp4wW3SBssD14lhJrS6wB/0dMsNKaa1wUBLndYrGkWQ8hOMbGpQ+Pu+YPjiAgzH6zFh4Cgo0XImOirK1YKAuVElRsIRlrT/LE7iROyUfHvbkTtXTblxQM",
  "ecC2ow6jtqgDNrGTiG8abHFuWpeC20nGA7SF0FDm3EVS/HdsrU3ri4B6rs4cKVDoerQR2OLJfgRlnxWbDzaS9Dl1dpUW/YkVeUydrV+HBrgeX6IPru5mLa+N",
  "HmgJ7PzrW7xah1T9JkyR+Jm9XVJ9ptRq7QuHHLYzh960XdoJiVP8trHn0HO6cqyBSpggW3nbyTFdqN7xX2wgJ4+3r3jPSTALylGLo6Ma6AWoOAcr3hsY0Ojw",
  "azFMVTdQOYwhAKML/cHxPa1nYyAobQ2ZPsxlfW0WC1oMO14lrJLNwJHWcQ56LVkwUTDi+gm4HYuY9FPY3HbETKkfGBrAdTP01SL06luTYb4ZQ6beBM1+iQF8",
  "VYPHD0/NSym63eqM1iZGoPirt0alnP54rqkCSxtZDNlT/XMqaPiSyAU4ETgEQt88sAD3zPav44qZYdMx1aaeAxlEIxtY/mNd0C5OBkhwYhGxnHfEI+ifsExS",
  "mZJqus84lXxmfQp5MuxQBnhKSEFF5bTO2WCZf1FWNDzKIq6kd4VkHQvIT68EJidS+b0SY8k1MeWfpaQJgawMGQe/6VRghi7IVFedCkhaaFUImW79tmy3UV26",
  "PN9sDhUj8OZnSipULIZF3JHOcO7oX1Ke83r4c3JUQNqG7wV0dA9QhsoVNt4Bricy2qAWlis3OQn/B4wv2seO9yAJKO7/SfklqCKG0Br+M3wt4jo9Icx/MwE2",
  "RYdGCFrBXpzXeEM5hB0zDOdc5oAITwupjYQZstz4krNOyMj0YTzuK7w9pnQyCBW2yiD5jqLdo+Q7zdWBHJ5YTthnFKR2u8iuz5XhsjCMyHXIEZaNlqFNX7Qr",
  "sz+If4qI4gj1/1KslGG2pc6SHurcQWw+hzsF9IJy1NCxeYGyawVQBN99HNlMTkhHGU2xbutI+CRbZV7ZG5gh9iaykAuoKmaV7DlnITbangM/2XciP4/OgS4H",
  "SW9T0gj3AVbgWa1WHEZqOytc5danRjvrXckh/KFAVmOkbJoLWn5Kl8/2qp4Guce26OthCm/JYjvsLmloGtfDwE1CUHtiMMDL3aei/UpxxoN040Uu+2F0hX7H",
  "IZmItdLUpPHkfZMS5fvpP3KNm8xKVMgCD7ykibAs3fN6af1gnf4sFqfpNgwHTuKTRNFCinO3ccM002mmPA4xgpT45xqLNjBmmoX0x+oZStOXBCVIGXYpsLCP",
  "wIS+pYZXvcVOA6dmypY3uIUcniEuiw9Kd2BF7E1PNUVy+WK4okfvG6tlLfjbyV+Zq9EMdH0MZ6nyx3U52vqvW6eQILp3AHu6KoYVjT/neH5XFSb41FsojczR",
  "fwn12+dakFKtzWDqNk5+0nQX8TkoCw/Zdi1sVjzJsQSSoFIGkqredeuPTPzm8eRudyBXS8YwJB7CictV4zIt9UB+KriCEr71xOU++Rdb1RFlsySkH9PTkM9V",
  "JSYM4bLx9xSHIiOw8YXv4Wfkq7aUimGcWNMcxZRMJLrSNqGNZSMkvwcL8SQEEq6DZJDDmBX36xwfpR29ljPpVUAaOCfuYomT61TruUQjkOaiMzmyR38UbTzF",
  "3pqBvTUxhxEsmxcsDCvChT1IrdFXmQP191JYntwC5Vq+g92hZs7plQe42N+9hWCgYC2Dl0JliHxJNTr6JKhSN/Dye01drT+vkDwYQ+sMyWHpcK0aCy3/HhyN",
  "g3BznULRWwgIAdM9xM6pQzs6U87XZMAeTVdBvjVuB715RpeoBcbdH3n3D/TYxwCTnIIzTxzpL/vXbq4MRR/3exEv4SaI+BWGv1K3bSGYXK3ADrdxXAlc/4Ns",
  "oOfhtBWW5MOPvxjEGR+cZj2YcRpEJ10YisMAncxLi++yLHy5hEtPX99MNM1DVn+AtDh3Pb6vWkr75RkBqSG3VHoGCJtoV5nMzUSCtWIK5comRC0AmKJ09qNP",
  "4fB3rGV3I581Q2EYoyZQ7SSwsuyyP7lWDQTj/5FTbo25Hw6KPJGaoqbb6TMFFch/vQmCP5e8KF3dbFu9L3czDsQTe6+DNpzMdnJ/3KO/jIAln6dNi1C98PfG",
  "t3UJpWiLuhRree52xjaBlA1ed0JD0DChcHnlH68WuCg4YUw3qOQLXodtr/Uo3cDPSKmVrw4dTWDT5zytYBAGm3Gnip8VxrZL3+AfsriM8HZYp7GEb57BMh1h",
  "S7YWw2NwBUas04FbZN1xGhjdPSBHuKLr/TrhVJhkMs4NWgeFKl49Ohk3Bi9vvYDB1UkRYsulfS/oZoKBdUojHdi7Oqwp/6Ue1TOOoXJglK0/XnQkEzu0T0+G",
  "yQWivZFZ/lnYIe4mjH7nQBfj9cmpMGsScV3IWKgxR0FJmX9AwmEKsJQszSoWHB2meWUCmzgiJj9eN3HMzyPMCU2KxUXZsW7Vb/qPKkfUrkE9Wvv6SddVI7mn",
  "6FMmkvfRJuqUiBbOOUtHebRvp1HKyhLBAUW0wzT3+dmDFp6QvtbW2oPeYIgMlF6YA0bvV/tgJI5lNEyuTEbRpm6mk7WxqegyQK+KLYToDnke4tREaH9phC4i",
  "EO/arHzwagxgDt3sQ3CNUG5TkzBv17aLwbVrktrZ5rgd2yDWJ8zZOgpLI0jxA9tFKP77HjUrwriW+1QAkJZOrbER39uWBPc7LPvg8oIHlmBIfqyC2bXHHSxy",
  "BhuaQFnQMngRUyCYhOTSpwYqui75z3HtwoW87+KwDk/DcmSIueN9aqpgiEXSeVx5Y69gUvztchnz13akLWqiD62CxvGW8ydJjsOSVDyfhPEdTyb13vuSY2nN",
  "PZsih57fmGdfIdzOZlvO6sOe24Hl+tKjiicdnTMEf6P/q1h7obORzjE+nsIb9tQqtp64BgSL32MrfoqFSlCcPIs98cTIdqMCgWRioDV8I//Sof23Qh57nEzs",
  "L9SR6JE0+eKZbIUkMj3zWS8/A8osINkdsadYmAy2PDEfXlsV+iFwyzUQd73lYfjDUAymeaFi03Lnnmg/rCEA1tHz/pxXenkGFU2/oUXXut4nAFxA1XekE8Z9",
  "Iur2X4C4gkq6JAjkeKwjCpzipAE1rXjJTJc+1LXaRT7LAEVptN8r07RSa8lZ5GAuujG1Lb8bBbYL5HlRTfcT/EIFwXWemMOGjMVK6MJxYtxiB987IhkgbMNS",
  "q4SXlIwa9oitNevR/fbL0rWM3wSUkQ9aQPfs0lNvwqKE+mD1vnMVbB33f+JVj2B82lKHYKPc7RqDfMwGpiieMIsdDwyKYRPv5Qdl8NuBa4FrpDvFRfllf3Pu",
  "sPTs+UiODX7ULpViA1cF4pThGslaO2AYoaMWsRcfI65CZTDd51fdqoZziv2BorGwQDquU9uxfapBwujRbNTR2FOm+wHD1kWE8vhhplCRj8J5RhAhzk4JM2cE",
  "+SHI5eat1zEnwFXb2Tbisn0jn9KYzeqAZBye7vt2aX6PFHXDvSlJSZuEmgU2Ouz9F4TTgv/jxzcP4vNo9ESzDx/7IglvDMZ+tER/c2nFOoJf4Tu5VZ0ksIX+",
  "iZTcgPCSy9V6rMLhmrfbPUJvmFGlg7PO8ge3Q/CWhNK+UOfLJPx7he2IBR93LLbwH58FBJls8+rzLlYlBfmNE5Z5Hb0ReJNWrYyr6ygrLCx66XADwwfVRwbp",
  "73EaoB+sKgwQ6wsbjSPB0yBWVB3xqa8QxpTm5EYZDuwOnC9/2HsgD+ma/BSjNRnDU1fBqb3jw7gqtGcpV9H73TvoSN7gzAjarNWImO3mYFQ1F9VqoQEtjeZH",
  "qr1ZFamlMRgXPhbUlYDgP6YaJwpNd3/8vlHZYJcvBDpdKCtvjWJNamVgMvcC41wdGCZrrx7tGi0GO0CuXNRnLZ4ryOPij6c8qlL+fFPz8IKpv7BAfmu3ki43",
  "1qXUP28nIXU//9sUXkw012Fg48qzej941/FEXThjRKky6GL5jm97ef2QS06ayGGgq5iNP9XYj/3WdWJsubY4h2/+o3zokbEHaOpGCi6qHFXquqGG1KcxSP6d",
  "JX9nM8cWsBI8wNdPlwN+eABV4uICp0RyWmzCHelzS2wV6bMos2CozvR8umVxObFOqRdjO7kZ2uBE9YKvtwC7QViy5FR5msFtcbIw8kUNun+7gsTH0flU+aTq",
  "n2Eji9q2ZxnqCaR4/Ffc2VCGtC58yvh8Shk/cD9hizMJcMt6ACbVj+H/1vbxpMgYEk34n5Y/zLB2//ukSvZ2xFnjTlzx+YpJABywL1t+2jPjrOemNLGqYHta",
  "KUbcAAgl4FWUyEOl2nUU0pi5EmMinhRUWtFyZgLcuD7KNVB5vV3BT+74OV3qr5Sa8JWHJ+/AaMwxIa8mk8LvWygGE669fKHUY9gzMOa/Vhff8RZ8UmhoA35S",
  "ygkU3MPt6BqKy0N2r8Jz/bC3g1IJp8Yn"
].join("");

// packages/core/src/steps/screen/dot-orders.ts
var DOTS2 = SCATTER_SIDE * SCATTER_SIDE;
var thresholds = (rankAt, ranks) => Int16Array.from({ length: DOTS2 }, (_, at2) => Math.floor((rankAt(at2) + 0.5) * ONE / ranks + 0.5));
var blueNoise = once(() => {
  const digit = (at2) => BASE_64.indexOf(BLUE_NOISE.charAt(at2));
  return thresholds((at2) => digit(2 * at2) * 64 + digit(2 * at2 + 1), DOTS2);
});
var ORDERED = 8;
var ordered = once(
  () => thresholds((at2) => {
    const [x, y] = [at2 % ORDERED, Math.floor(at2 / SCATTER_SIDE) % ORDERED];
    let rank = 0;
    for (let bit = ORDERED / 2, place = 1; bit >= 1; bit /= 2, place *= 4) {
      rank += place * (((x ^ y) & bit ? 2 : 0) + (y & bit ? 1 : 0));
    }
    return rank;
  }, ORDERED * ORDERED)
);
var DOT_ORDERS = { "blue noise": blueNoise, ordered };

// packages/core/src/steps/screen/stochastic.ts
var ORDERS = Object.keys(DOT_ORDERS);
var LEAST_DRAFT_DOT2 = 1.5;
var MEAN = 0.24;
var stochastic = defineStep({
  kind: "stochastic",
  version: 1,
  title: "Stochastic screen",
  family: "screen",
  purpose: "Tone becomes dots of one size: more of them, or fewer.",
  words: "frequency modulated grain random dots pixels blue noise ordered dither bitmap",
  dials: {
    order: choice2({ title: "Order", options: ORDERS, default: "blue noise" }),
    dot: length({ title: "Dot", min: 0.02, max: 20, wide: true, default: 0.35, more: "larger dots, coarser picture" }),
    angle: angle({ title: "Angle", min: 0, max: 90, default: 0, more: "turned further counter-clockwise" }),
    ...CARRIED_DIALS
  },
  takes: "tone",
  gives: "ink",
  amount: "mix",
  reach: ({ dot }) => 0.75 * dot + 0.1,
  locality: "grid",
  coarse: ({ dot }) => [softWish(MEAN * dot)],
  draft: {
    behaviour: "curve",
    tooFine: ({ dot }, at2) => dot * at2.pxPerMm < LEAST_DRAFT_DOT2,
    curve: ({ carries }) => inkOfTone(carries),
    structure: ({ dot }) => 4 * dot
  },
  summary: ({ order, dot }) => `${order}, dots of ${Number(dot.toFixed(2))} mm`,
  ink: inkCarried,
  *apply(input, { order, dot, angle: angleDeg, carries, ink }, at2, kernels) {
    const { region } = input;
    const dotPx = dot * at2.pxPerMm;
    const tone = kernels.arena.plane(input.tone.length);
    const soft = softCopy(at2.coarse[0], region, MEAN * dotPx, kernels);
    yield;
    kernels.cellTones(soft, region, screenGrid(dotPx, angleDeg), cellWay(dotPx, angleDeg), tone);
    kernels.table(tone, inkOfTone(carries), tone);
    yield;
    const coverage = kernels.arena.plane(tone.length);
    kernels.scatter(tone, region, tileGrid(dotPx, angleDeg), DOT_ORDERS[order](), coverage);
    if (input.coverage) kernels.multiply(coverage, input.coverage, coverage);
    return { kind: "ink", region, coverage, colour: at2.colourOf(ink) };
  }
});
var HALF_DOT = 2 ** 31 / SCATTER_SIDE;
var tileGrid = (dotPx, angleDeg) => {
  const grid = screenGrid(dotPx * SCATTER_SIDE, angleDeg);
  return { ...grid, u0: grid.u0 + HALF_DOT | 0, v0: grid.v0 + HALF_DOT | 0 };
};

// packages/core/src/steps/screen/threshold-screen.ts
var halfEdge = (hardness) => 4e-3 + 0.22 * (1 - hardness);
var meanAt = (a, w) => {
  const full3 = (a - 2 * w) / (1 - 2 * w);
  const none = a / (1 - 2 * w);
  const ramp3 = (t) => Math.max(0, Math.min(1, (a - w - (1 - 2 * w) * t) / (2 * w) + 0.5));
  const [from, to] = [Math.max(0, Math.min(1, full3)), Math.max(0, Math.min(1, none))];
  return from + (to - from) * (ramp3(from) + ramp3(to)) / 2;
};
var amountsFor = remembering(8, String, (w) => {
  const table = new Int16Array(ONE + 1);
  for (let ink = 1; ink < ONE; ink++) {
    let [low, high] = [0, 1];
    for (let i = 0; i < 16; i++) {
      const middle = (low + high) / 2;
      if (meanAt(middle, w) < ink / ONE) low = middle;
      else high = middle;
    }
    table[ink] = Math.floor(high * ONE + 0.5);
  }
  table[ONE] = ONE;
  return table;
});
var within3 = (threshold2, w) => w + (1 - 2 * w) * threshold2;
var edges = remembering(8, String, (w) => liftTable((apart2) => Math.max(0, Math.min(1, apart2 / (2 * w) + 0.5))));
var printed = (amounts, thresholds2, w, { arena, lifted }) => {
  const out = arena.plane(amounts.length);
  lifted(null, amounts, thresholds2, edges(w), out);
  return out;
};

// packages/core/src/steps/screen/texture-screen.ts
var rankTable = ({ weights, total }) => {
  const ranks = new Float64Array(TONE_BINS + 2);
  let below2 = 0;
  for (let bin = 0; bin <= TONE_BINS; bin++) {
    ranks[bin] = total > 0 ? below2 / total : bin / TONE_BINS;
    below2 += weights[bin];
  }
  ranks[TONE_BINS + 1] = 1;
  return ranks;
};
var thresholdTable = (statistics, breaks2, w) => {
  const ranks = rankTable(statistics);
  return toneTable((tone) => {
    const place = Math.max(0, tone * TONE_BINS + 0.5);
    const bin = Math.min(TONE_BINS, Math.floor(place));
    const from = ranks[bin];
    const rank = from + (ranks[bin + 1] - from) * (place - bin);
    return within3(0.5 + breaks2 * (rank - 0.5), w);
  });
};
var textureScreen = defineStep({
  kind: "texture-screen",
  version: 1,
  title: "Texture as screen",
  family: "screen",
  purpose: "Tone breaks up along a surface, a picture or an earlier pass instead of dots.",
  words: "grain paper brush cloth grunge halftone own texture mezzotint dissolve lithograph crayon",
  dials: {
    ...mapDials("concrete rubbing"),
    soft: length({ title: "Softness of the map", min: 0, max: 20, wide: true, default: 0, more: "coarser, rounder marks" }),
    breaks: share2({ title: "Breaks in", default: 1, more: "the texture\u2019s own grain; less cuts the picture to black and white" }),
    hardness: share2({ title: "Hardness", default: 0.9, more: "crisper edges, up to all or nothing" }),
    ...CARRIED_DIALS
  },
  takes: "tone",
  gives: "ink",
  amount: "mix",
  reach: () => 0,
  locality: "local",
  followsBends: true,
  draft: { behaviour: "same" },
  readsMap: (params) => {
    const wish = mapWish(params);
    return wish && { ...wish, softMm: params.soft, grained: true, tones: "pixels" };
  },
  summary: (params) => mapSummary(params),
  ink: inkCarried,
  *apply(input, { breaks: breaks2, hardness, carries, ink }, at2, kernels) {
    const { region, tone } = input;
    const { arena } = kernels;
    const w = halfEdge(isWhole(at2.edges) ? 1 : hardness);
    const amounts = arena.plane(tone.length);
    kernels.table(tone, inkOfTone(carries), amounts);
    kernels.table(amounts, amountsFor(w), amounts);
    yield;
    const thresholds2 = arena.plane(tone.length);
    if (at2.map && at2.mapTones) kernels.table(at2.map.tone, thresholdTable(at2.mapTones, breaks2, w), thresholds2);
    else thresholds2.fill(ONE / 2);
    yield;
    const coverage = printed(amounts, thresholds2, w, kernels);
    if (input.coverage) kernels.multiply(coverage, input.coverage, coverage);
    return { kind: "ink", region, coverage, colour: at2.colourOf(ink) };
  }
});

// packages/core/src/steps/tone/exposure.ts
var exposed = remembering(4, String, (stops) => gainTable(power(2, stops)));
var exposure = defineStep({
  kind: "exposure",
  version: 1,
  title: "Exposure",
  family: "tone",
  purpose: "More or less light, as if the shutter had stayed open longer.",
  words: "brighter darker light stops photograph",
  dials: { stops: number2({ title: "Stops", unit: "EV", min: -6, max: 6, step: 0.1, default: 0, more: "lighter" }) },
  ...ON_COLOURS,
  summary: ({ stops }) => `${stops > 0 ? "+" : ""}${Number(stops.toFixed(2))} EV`,
  *apply(input, { stops }, _, kernels) {
    const table = exposed(stops);
    yield;
    const data = kernels.arena.plane(input.data.length);
    kernels.channels(input.data, table, table, table, data);
    return { ...input, data };
  }
});

// packages/core/src/steps/tone/grey-response.ts
var RESPONSES = [
  { name: "even", points: [] },
  {
    name: "orthochromatic",
    points: [
      [0, -0.46],
      [35, -0.34],
      [60, -0.06],
      [120, 0.08],
      [180, 0.26],
      [240, 0.5],
      [300, 0.02]
    ]
  },
  {
    name: "panchromatic",
    points: [
      [0, 0.1],
      [60, 0.02],
      [120, -0.08],
      [180, 0.06],
      [240, 0.2],
      [300, 0.12]
    ]
  },
  {
    name: "pale skin",
    points: [
      [0, 0.2],
      [28, 0.38],
      [60, 0.2],
      [120, 0],
      [240, 0],
      [320, 0.06]
    ]
  },
  {
    name: "heavy sky",
    points: [
      [0, 0.16],
      [60, 0.04],
      [140, -0.1],
      [195, -0.36],
      [230, -0.46],
      [280, -0.2]
    ]
  }
];
var responseTable = (points) => {
  const g = roundCircle(points);
  return Int16Array.from({ length: HUE_KNOTS + 1 }, (_, knot) => Math.floor(g(knot * 360 / HUE_KNOTS) * ONE + 0.5));
};
var responses = remembering(8, String, responseTable);
var greyWay = ({ by, response, red, green, blue }) => (rgba, tone, coverage, kernels) => {
  const even = by === "shares" || response.every(([, lift]) => lift === 0);
  const shares2 = by === "shares" ? greyShares(red, green, blue) : LUMA;
  return even ? kernels.grey(rgba, shares2, tone, coverage) : kernels.greyByHue(rgba, shares2, responses(response), tone, coverage);
};
var channelShare = (title, value2) => share2({
  title,
  min: -1,
  max: 1.9,
  default: value2,
  more: `${title.toLowerCase()}s print lighter`,
  shownWhen: { dial: "by", is: "shares" }
});
var greyResponse = defineStep({
  kind: "grey-response",
  version: 1,
  title: "Grey response",
  family: "tone",
  purpose: "How bright each colour becomes when the picture goes to grey.",
  words: "black and white grey greyscale desaturate orthochromatic colours",
  dials: {
    by: choice2({ title: "Grey by", options: ["hue", "shares"], default: "hue" }),
    response: curve({
      title: "Response",
      domain: "hue",
      presets: RESPONSES,
      default: [],
      more: "that hue prints lighter",
      shownWhen: { dial: "by", is: "hue" }
    }),
    red: channelShare("Red", 0.2126),
    green: channelShare("Green", 0.7152),
    blue: channelShare("Blue", 0.0722)
  },
  takes: "colour",
  gives: "tone",
  amount: "mix",
  reach: () => 0,
  locality: "local",
  summary: ({ by, response }) => by === "shares" ? "by shares" : response.length === 0 ? "even" : "by hue",
  draft: { behaviour: "same" },
  greyWay,
  *apply(input, params, _, kernels) {
    const tone = kernels.arena.plane(input.data.length / 4);
    const coverage = kernels.arena.plane(tone.length);
    yield;
    const least = greyWay(params)(input.data, tone, coverage, kernels);
    return { kind: "tone", region: input.region, tone, coverage: least === ONE ? null : coverage };
  }
});

// packages/core/src/steps/tone/invert.ts
var invert2 = defineStep({
  kind: "invert",
  version: 1,
  title: "Invert",
  family: "tone",
  purpose: "Dark becomes light and light dark.",
  words: "negative reverse lights and darks",
  dials: {},
  takes: "tone",
  gives: "tone",
  amount: "mix",
  reach: () => 0,
  locality: "local",
  draft: { behaviour: "same" },
  apply: { table: () => toneTable((tone) => 1 - tone) }
});

// packages/core/src/steps/tone/levels.ts
var LEAST_SPAN = 1 / 1024;
var automaticLevels = (statistics, clip) => {
  const black = toneAtShare(statistics, clip);
  const white = toneAtShare(statistics, 1 - clip);
  return white - black >= LEAST_SPAN ? { black, white } : { black: 0, white: 1 };
};
var levels = defineStep({
  kind: "levels",
  version: 1,
  title: "Levels",
  family: "tone",
  purpose: "Where black and white begin, and how far the print goes towards them.",
  words: "contrast black point white point blown highlights",
  dials: {
    auto: toggle2({ title: "Find black and white", default: true }),
    clip: share2({
      title: "Clip",
      max: 0.2,
      default: 3e-3,
      more: "more of each end goes solid",
      shownWhen: { dial: "auto", is: true }
    }),
    black: share2({
      title: "Input black",
      max: 0.99,
      default: 0,
      more: "more becomes black",
      shownWhen: { dial: "auto", is: false }
    }),
    white: share2({
      title: "Input white",
      min: 0.01,
      default: 1,
      more: "less becomes white",
      shownWhen: { dial: "auto", is: false }
    }),
    midtone: share2({ title: "Midtone", min: 0.05, max: 0.95, default: 0.5, more: "lighter middle" }),
    outBlack: share2({ title: "Output black", default: 0, more: "blacks let paper through" }),
    outWhite: share2({ title: "Output white", default: 1, more: "whiter whites; less keeps dots in blown light" })
  },
  takes: "tone",
  gives: "tone",
  amount: "mix",
  reach: () => 0,
  locality: "local",
  draft: { behaviour: "same" },
  summary: ({ auto, black, white, outBlack, outWhite }) => {
    const figure = (v) => (100 * v).toFixed(0);
    return `${auto ? "found" : `${figure(black)}\u2013${figure(white)}`} to ${figure(outBlack)}\u2013${figure(outWhite)} %`;
  },
  wantsStatistics: ({ auto }) => auto,
  found: { while: "auto", find: ({ clip }, statistics) => automaticLevels(statistics, clip) },
  apply: {
    table: ({ auto, clip, black, white, midtone, outBlack, outWhite }, { statistics }) => {
      const input = auto && statistics ? automaticLevels(statistics, clip) : { black, white };
      const span2 = Math.max(LEAST_SPAN, input.white - input.black);
      const exponent = ln(midtone) / ln(0.5);
      return toneTable((tone) => {
        const t = Math.max(0, Math.min(1, (tone - input.black) / span2));
        return outBlack + (outWhite - outBlack) * (midtone === 0.5 ? t : power(t, exponent));
      });
    }
  }
});

// packages/core/src/steps/tone/threshold.ts
var foundCut = (statistics) => statistics.total > 0 ? (otsuBin(statistics) + 0.5) / TONE_BINS : 0.5;
var passage2 = (over3, softness) => softness > 0 ? Math.max(0, Math.min(1, over3 / softness + 0.5)) : over3 >= 0 ? 1 : 0;
var oneCut = remembering(8, String, ([cut, softness]) => toneTable((tone) => passage2(tone - cut, softness)));
var localCut = remembering(
  8,
  String,
  ([bias, softness]) => liftTable((apart2) => passage2(apart2 + bias, softness))
);
var threshold = defineStep({
  kind: "threshold",
  version: 3,
  title: "Black and white",
  family: "tone",
  purpose: "A threshold: darker becomes black, lighter white, with as soft a passage as wanted.",
  words: "threshold bitmap photocopy hard contrast otsu automatic uneven light scan local",
  dials: {
    how: choice2({ title: "Cut", options: ["one for all", "place by place"], default: "one for all" }),
    auto: toggle2({ title: "Find the cut", default: true, shownWhen: { dial: "how", is: "one for all" } }),
    cut: share2({ title: "Cut at", default: 0.5, more: "more becomes black", shownWhen: { dial: "auto", is: false } }),
    window: length({
      title: "Window",
      min: 0.5,
      max: 60,
      wide: true,
      default: 10,
      more: "larger surroundings decide",
      shownWhen: { dial: "how", is: "place by place" }
    }),
    bias: share2({
      title: "Darker by",
      min: -0.3,
      max: 0.3,
      default: 0.06,
      more: "only what is darker than its surroundings by more",
      shownWhen: { dial: "how", is: "place by place" }
    }),
    softness: share2({ title: "Softness", default: 0.05, more: "a longer passage from black to white" })
  },
  takes: "tone",
  gives: "tone",
  amount: "mix",
  reach: () => 0,
  locality: "grid",
  coarse: ({ how, window: window2 }) => how === "place by place" ? [softWish(window2 / 2)] : [],
  draft: { behaviour: "same" },
  summary: ({ how, auto, cut, window: window2, softness }) => `${how === "place by place" ? `over ${Number(window2.toFixed(1))} mm` : `at ${auto ? "the cut found" : `${(100 * cut).toFixed(0)} %`}`}, ${softness > 0 ? `soft ${(100 * softness).toFixed(0)} %` : "hard"}`,
  wantsStatistics: ({ how, auto }) => how === "one for all" && auto,
  found: { while: "auto", find: (_, statistics) => ({ cut: foundCut(statistics) }) },
  // Version 1 had no cut of its own finding, version 2 none place by place.
  upgrade: (params, from) => ({ how: "one for all", window: 10, bias: 0.06, ...from < 2 ? { auto: false } : {}, ...params }),
  *apply(input, { how, auto, cut: given, window: window2, bias, softness }, at2, kernels) {
    yield;
    const tone = kernels.arena.plane(input.tone.length);
    if (how === "one for all") {
      const cut = auto && at2.statistics ? foundCut(at2.statistics) : given;
      kernels.table(input.tone, oneCut([cut, softness]), tone);
      return { ...input, tone };
    }
    const about = softCopy(at2.coarse[0], input.region, window2 / 2 * at2.pxPerMm, kernels);
    kernels.lifted(null, input.tone, about, localCut([bias, softness]), tone);
    return { ...input, tone };
  }
});

// packages/core/src/steps/tone/match-tones.ts
var POINTS3 = [0.05, 0.5, 0.95];
var APART3 = 1 / 256;
var tonePoints = (statistics) => {
  const [dark, middle, light2] = POINTS3.map((share4) => toneAtShare(statistics, share4));
  const centre = Math.max(2 * APART3, Math.min(1 - 2 * APART3, middle));
  return [Math.max(APART3, Math.min(dark, centre - APART3)), centre, Math.min(1 - APART3, Math.max(light2, centre + APART3))];
};
var matchingCurve = (own, other, endsOnly) => {
  const [from, to] = [tonePoints(own), tonePoints(other)];
  const below2 = Math.max(0, to[0] - from[0] * (to[1] - to[0]) / (from[1] - from[0]));
  const above = Math.min(1, to[2] + (1 - from[2]) * (to[2] - to[1]) / (from[2] - from[1]));
  const inner2 = endsOnly ? [0, 2] : [0, 1, 2];
  return throughPoints([[0, below2], ...inner2.map((k) => [from[k], to[k]]), [1, above]]);
};
var matchTones = defineStep({
  kind: "match-tones",
  version: 1,
  title: "Match tones",
  family: "tone",
  purpose: "Dark, middle and light points of an earlier pass, so that several elements share one light.",
  words: "same light brightness collage fit together balance another pass",
  dials: {
    of: pass({ title: "Those of", default: null }),
    endsOnly: toggle2({ title: "Dark and light points only", default: false, more: "the middle stays where it falls" })
  },
  ...ON_GREYS,
  wantsStatistics: ({ of }) => of !== null,
  readsTonesOf: ({ of }) => of,
  summary: ({ of, endsOnly }) => of === null ? "no pass chosen yet" : endsOnly ? "dark and light points" : "dark, middle and light points",
  apply: {
    table: ({ endsOnly }, { statistics, others }) => toneTable(statistics && others && others.total > 0 ? matchingCurve(statistics, others, endsOnly) : (tone) => tone)
  }
});

// packages/core/src/steps/tone/contrast.ts
var STEEPEST2 = 0.94;
var LEAST_MIDDLE = 0.02;
var contrastTable = (strength, middle) => {
  const p = 1 / (1 - STEEPEST2 * strength);
  const m = Math.max(LEAST_MIDDLE, Math.min(1 - LEAST_MIDDLE, middle));
  return toneTable((t) => t <= m ? m * power(t / m, p) : 1 - (1 - m) * power((1 - t) / (1 - m), p));
};
var contrast = defineStep({
  kind: "contrast",
  version: 1,
  title: "Contrast",
  family: "tone",
  purpose: "Steeper about a middle, until large whites and blacks remain with a little grey between.",
  words: "contrast punch graphic black and white hard poster",
  dials: {
    strength: share2({ title: "Strength", default: 0.5, more: "more of the picture goes to black or white" }),
    auto: toggle2({ title: "Find the middle", default: true }),
    middle: share2({ title: "Middle", default: 0.5, more: "more becomes black", shownWhen: { dial: "auto", is: false } })
  },
  ...ON_GREYS,
  summary: ({ strength, auto, middle }) => `${(100 * strength).toFixed(0)} % about ${auto ? "the middle found" : `${(100 * middle).toFixed(0)} %`}`,
  wantsStatistics: ({ auto }) => auto,
  found: { while: "auto", find: (_, statistics) => ({ middle: foundCut(statistics) }) },
  apply: {
    table: ({ strength, auto, middle }, { statistics }) => contrastTable(strength, auto && statistics ? foundCut(statistics) : middle)
  }
});

// packages/core/src/steps/tone/shadows-highlights.ts
var EDGE = 0.12;
var MOST3 = 0.42;
var PEAK = 0.2453;
var liftsFor = remembering(8, String, ([shadows, highlights, range2]) => {
  const hump = (x) => x <= 0 || x >= 1 ? 0 : power(x, 0.6) * (1 - x) * (1 - x) / PEAK;
  return Int16Array.from({ length: ONE + 1 }, (_, v) => {
    const t = v / ONE;
    return Math.floor(MOST3 * range2 * (shadows * hump(t / range2) - highlights * hump((1 - t) / range2)) * ONE + 0.5);
  });
});
var shadowsHighlights = defineStep({
  kind: "shadows-highlights",
  version: 1,
  title: "Shadows and highlights",
  family: "tone",
  purpose: "Opens or holds either end of the tones by what surrounds them, without halos.",
  words: "open shadows fill light recover highlights backlight local",
  dials: {
    shadows: share2({ title: "Shadows", min: -1, default: 0.5, more: "opens the darks; below nothing holds them down" }),
    highlights: share2({ title: "Highlights", min: -1, default: 0.25, more: "brings tone back into the lights; below nothing opens them" }),
    range: share2({ title: "Range", min: 0.1, max: 0.9, default: 0.5, more: "reaches further into the middle" }),
    radius: length({ title: "Radius", min: 0.5, max: 40, wide: true, default: 6, more: "larger surroundings decide" })
  },
  ...ON_GREYS,
  locality: "grid",
  coarse: ({ radius }) => [edgeKeepingWish(radius / 2)],
  summary: ({ shadows, highlights }) => `shadows ${(100 * shadows).toFixed(0)}, highlights ${(100 * highlights).toFixed(0)} %`,
  *apply(input, { shadows, highlights, range: range2, radius }, at2, kernels) {
    const { arena } = kernels;
    const surroundings = edgeKeeping(at2.coarse[0], input.tone, input.region, radius / 2 * at2.pxPerMm, EDGE * EDGE, kernels);
    yield;
    const lifts4 = arena.plane(input.tone.length);
    kernels.table(surroundings, liftsFor([shadows, highlights, range2]), lifts4);
    const tone = arena.plane(input.tone.length);
    kernels.multiplyAdd(input.tone, uniformPlane(tone.length, ONE), lifts4, tone);
    return { ...input, tone };
  }
});

// packages/core/src/steps/tone/local-contrast.ts
var EDGE2 = 0.08;
var MOST4 = 2.2;
var GONE = 0.9;
var KNEE = 0.35;
var lifts = remembering(
  8,
  String,
  (strength) => liftTable((d) => strength >= 0 ? MOST4 * strength * d / (1 + Math.abs(d) / KNEE) : GONE * strength * d)
);
var localContrast = defineStep({
  kind: "local-contrast",
  version: 1,
  title: "Local contrast",
  family: "tone",
  purpose: "Brings out the structure of surfaces, or lets it run soft as early lenses did.",
  words: "structure texture soft focus early lens relief detail",
  dials: {
    strength: share2({ title: "Strength", min: -1, default: 0.5, more: "more structure; below nothing softer" }),
    size: length({ title: "Size", min: 0.2, max: 30, wide: true, default: 4, more: "larger shapes stand out" })
  },
  ...ON_GREYS,
  locality: "grid",
  coarse: ({ size: size2 }) => [edgeKeepingWish(size2 / 2)],
  summary: ({ strength, size: size2 }) => `${(100 * strength).toFixed(0)} % over ${Number(size2.toFixed(1))} mm`,
  *apply(input, { strength, size: size2 }, at2, kernels) {
    if (strength === 0) return input;
    const sigma = size2 / 2 * at2.pxPerMm;
    const coarse = at2.coarse[0];
    const surroundings = strength > 0 ? edgeKeeping(coarse, input.tone, input.region, sigma, EDGE2 * EDGE2, kernels) : softCopy(coarse, input.region, sigma, kernels);
    yield;
    const tone = kernels.arena.plane(input.tone.length);
    kernels.lifted(input.tone, input.tone, surroundings, lifts(strength), tone);
    return { ...input, tone };
  }
});

// packages/core/src/steps/tone/lit-highlights.ts
var openedTable = remembering(
  8,
  String,
  ([open2, from]) => toneTable((t) => t + (1 - t) * open2 * smoothstep(from, 1, t))
);
var givenOff = remembering(8, String, ([glow, from]) => toneTable((t) => glow * smoothstep(from, 1, t)));
var litHighlights = defineStep({
  kind: "lit-highlights",
  version: 1,
  title: "Lit highlights",
  family: "tone",
  purpose: "Pale tones open towards paper while darks stay, and the brightest parts may glow.",
  words: "glow bright bloom halation light airy high key paper",
  dials: {
    open: share2({ title: "Open", default: 0.6, more: "pale tones nearer to paper" }),
    from: share2({ title: "From", max: 0.95, default: 0.4, more: "only the palest" }),
    glow: share2({ title: "Glow", default: 0.45, more: "more light spreads from the brightest parts" }),
    length: length({
      title: "Length",
      min: 0.2,
      max: 60,
      wide: true,
      default: 8,
      more: "the glow reaches further",
      shownWhen: { dial: "glow", isNot: 0 }
    })
  },
  ...ON_GREYS,
  locality: "grid",
  coarse: ({ glow, from, length: mm }) => glow > 0 ? [softWish(mm / 2, { name: ["given off", glow, from], table: givenOff([glow, from]) })] : [],
  summary: ({ open: open2, glow, length: mm }) => `${(100 * open2).toFixed(0)} %${glow > 0 ? `, glow ${(100 * glow).toFixed(0)} % over ${Number(mm.toFixed(1))} mm` : ""}`,
  *apply(input, { open: open2, from, glow, length: mm }, at2, kernels) {
    const { arena } = kernels;
    const opened = arena.plane(input.tone.length);
    kernels.table(input.tone, openedTable([open2, from]), opened);
    if (glow === 0) return { ...input, tone: opened };
    const light2 = softCopy(at2.coarse[0], input.region, mm / 2 * at2.pxPerMm, kernels);
    yield;
    const dark = arena.plane(opened.length);
    kernels.complement(opened, ONE, dark);
    kernels.multiplyAdd(dark, light2, opened, opened);
    return { ...input, tone: opened };
  }
});

// packages/core/src/steps/tone/posterise.ts
var lightness = (tone) => {
  const y = decoded(tone);
  return y > 216 / 24389 ? 1.16 * power(y, 1 / 3) - 0.16 : 24389 / 27 / 100 * y;
};
var toneOf2 = (l) => encoded(l > 0.08 ? power((l + 0.16) / 1.16, 3) : 2700 / 24389 * l);
var same = (v) => v;
var SPACING = { "by eye": [lightness, toneOf2], evenly: [same, same] };
var posteriseTable = (count, spacing, softness) => {
  const [scale, back] = SPACING[spacing];
  return toneTable((tone) => {
    const place = scale(tone) * count;
    const cut = Math.max(1, Math.min(count - 1, Math.floor(place + 0.5)));
    const past2 = softness > 0 ? Math.max(0, Math.min(1, (place - cut) / softness + 0.5)) : place >= cut ? 1 : 0;
    return back((cut - 1 + past2) / (count - 1));
  });
};
var posterise = defineStep({
  kind: "posterise",
  version: 1,
  title: "Posterise",
  family: "tone",
  purpose: "A few flat tones instead of many.",
  words: "posterize flat tones bands cutout stencil levels poster simplify",
  dials: {
    steps: number2({ title: "Steps", unit: "tones", min: 2, max: 12, step: 1, default: 4, more: "more tones" }),
    spacing: choice2({ title: "Spaced", options: ["by eye", "evenly"], default: "by eye" }),
    softness: share2({ title: "Softness", default: 0.08, more: "softer passages between tones" })
  },
  ...ON_GREYS,
  summary: ({ steps: steps2, spacing }) => `${Math.round(steps2)} tones, ${spacing}`,
  apply: { table: ({ steps: steps2, spacing, softness }) => posteriseTable(Math.round(steps2), spacing, softness) }
});

// packages/core/src/steps/tone/faded.ts
var faded = defineStep({
  kind: "faded",
  version: 1,
  title: "Faded blacks and paper white",
  family: "tone",
  purpose: "How far the print\u2019s darkest and lightest may go, as with old ink on old paper.",
  words: "fade matte washed out old ink paper vintage aged lifted blacks",
  dials: {
    blacks: share2({ title: "Blacks", max: 0.6, default: 0.16, more: "blacks fade towards grey" }),
    whites: share2({ title: "Whites", max: 0.6, default: 0.06, more: "whites go grey as old paper does" })
  },
  ...ON_GREYS,
  summary: ({ blacks, whites }) => `${(100 * blacks).toFixed(0)}\u2013${(100 - 100 * whites).toFixed(0)} %`,
  apply: { table: ({ blacks, whites }) => toneTable((t) => Math.min(blacks, 1 - whites) + Math.max(0, 1 - whites - blacks) * t) }
});

// packages/core/src/steps/colour/hue-knots.ts
var [BLUE, RED] = [1.8556, 1.5748];
var hueKnots = (changeAt) => {
  const knots = new Float32Array(HUE_KNOT_VALUES * (HUE_KNOTS + 1));
  for (let knot = 0; knot <= HUE_KNOTS; knot++) {
    const { colour: colour2, turn, light: light2 } = changeAt(knot * 360 / HUE_KNOTS);
    const [cos, sin] = [colour2 * cosDeg(turn), colour2 * sinDeg(turn)];
    knots.set([cos - 1, sin * RED / BLUE, -sin * BLUE / RED, cos - 1, light2], knot * HUE_KNOT_VALUES);
  }
  return knots;
};
var nearHue = (hue, middle, width) => {
  const apart2 = Math.abs(((hue - middle) % 360 + 540) % 360 - 180);
  return apart2 >= width ? 0 : (1 + cosDeg(180 * apart2 / width)) / 2;
};

// packages/core/src/steps/colour/saturation.ts
var SKIN = { middle: 26, width: 40 };
var SKIN_SHARE = 0.4;
var GENTLE = 0.85;
var knotsFor = remembering(
  8,
  String,
  ([strength, gentle]) => hueKnots((hue) => {
    const skin = gentle ? 1 - (1 - SKIN_SHARE) * nearHue(hue, SKIN.middle, SKIN.width) : 1;
    return { colour: 1 + strength * skin, turn: 0, light: 0 };
  })
);
var saturation = defineStep({
  kind: "saturation",
  version: 1,
  title: "Saturation",
  family: "colour",
  purpose: "More or less colour, in all alike or gently.",
  words: "vivid colourful muted desaturate chroma",
  dials: {
    strength: share2({ title: "Colour", min: -1, default: 0.35, more: "stronger colours; \u2212100 % is grey" }),
    how: choice2({ title: "In", options: ["all alike", "gently"], default: "gently" })
  },
  ...ON_COLOURS,
  summary: ({ strength, how }) => `${(100 * strength).toFixed(0)} %, ${how}`,
  *apply(input, { strength, how }, at2, kernels) {
    const gentle = how === "gently" && strength > 0;
    const data = kernels.arena.plane(input.data.length);
    kernels.hued(input.data, knotsFor([strength, Number(gentle)]), gentle ? GENTLE : 0, data);
    yield;
    return { ...input, data };
  }
});

// packages/core/src/steps/colour/one-hue.ts
var knotsFor2 = remembering(
  8,
  JSON.stringify,
  ({ hue, width, light: light2, colour: colour2, turn }) => hueKnots((at2) => {
    const near = nearHue(at2, hue, width);
    return { colour: 1 + colour2 * near, turn: turn * near, light: light2 * near };
  })
);
var oneHue = defineStep({
  kind: "one-hue",
  version: 1,
  title: "One hue",
  family: "colour",
  purpose: "One family of hues lighter or darker, stronger or weaker, or turned to another.",
  words: "sky darker skin lighter hue shift replace",
  dials: {
    hue: angle({ title: "Hue", min: 0, max: 360, default: 215, more: "from red by yellow, green and blue" }),
    width: angle({ title: "Family", min: 10, max: 180, default: 60, more: "more of its neighbours" }),
    light: share2({ title: "Light", min: -1, default: -0.3, more: "lighter" }),
    colour: share2({ title: "Colour", min: -1, max: 2, default: 0.2, more: "stronger colour" }),
    turn: angle({ title: "Turn", min: -180, max: 180, default: 0, more: "towards the next hue: red to yellow, yellow to green" })
  },
  ...ON_COLOURS,
  summary: ({ hue, light: light2, turn }) => `${hue.toFixed(0)}\xB0, light ${(100 * light2).toFixed(0)} %${turn ? `, turned ${turn.toFixed(0)}\xB0` : ""}`,
  *apply(input, dials, at2, kernels) {
    const data = kernels.arena.plane(input.data.length);
    kernels.hued(input.data, knotsFor2(dials), 0, data);
    yield;
    return { ...input, data };
  }
});

// packages/core/src/steps/colour/colour-ramp.ts
var LAYS = ["in full", "colour only"];
var over2 = (stops, tone) => {
  const { colour: colour2, strength } = rampAt(stops, tone);
  return colour2.map((v) => tone + (v / ONE - tone) * strength);
};
var tablesFor = remembering(
  6,
  (given) => JSON.stringify(given),
  ({ lay, stops }) => toneColours((tone) => lay === "in full" ? over2(stops, tone) : withLuma(over2(stops, tone), tone))
);
var colourRamp = defineStep({
  kind: "colour-ramp",
  version: 1,
  title: "Colour ramp",
  family: "colour",
  purpose: "Colours laid over the tones, darks to lights.",
  words: "gradient duotone two colours two inks fire sunset tones",
  dials: {
    colours: ramp({
      title: "Colours",
      default: [
        { at: 0, colour: { srgb: "#1d1426" }, strength: 1 },
        { at: 0.55, colour: { srgb: "#d8432a" }, strength: 1 },
        { at: 1, colour: { srgb: "#ffe3a1" }, strength: 1 }
      ]
    }),
    lay: choice2({ title: "Laid", options: LAYS, default: "in full" })
  },
  ...ON_COLOURS,
  summary: ({ colours, lay }) => `${colours.length} colours, ${lay}`,
  *apply(input, { colours, lay }, at2, kernels) {
    const stops = colours.map((stop) => ({ at: stop.at, strength: stop.strength, colour: at2.colourOf(stop.colour) }));
    return yield* inToneColours(input, tablesFor({ lay, stops }), kernels);
  }
});

// packages/core/src/steps/colour/wash.ts
var WASHES = {
  darkening: (v, w) => v * w,
  lightening: (v, w) => v + w - v * w,
  "both ways": (v, w) => v + w - 2 * v * w
};
var tablesFor2 = remembering(
  6,
  ({ rgb, way, strength }) => `${String(rgb)} ${way} ${strength}`,
  ({ rgb, way, strength }) => {
    const table = (c) => toneTable((v) => v + strength * (WASHES[way](v, rgb[c] / ONE) - v));
    return [table(0), table(1), table(2)];
  }
);
var wash = defineStep({
  kind: "wash",
  version: 1,
  title: "Wash",
  family: "colour",
  purpose: "One colour over all, as a glaze, a light leak or both.",
  words: "glaze cast faded vintage exclusion filter",
  dials: {
    colour: colour({ title: "Colour", default: { srgb: "#23407c" } }),
    way: choice2({ title: "Works", options: ["darkening", "lightening", "both ways"], default: "both ways" }),
    strength: share2({ title: "Strength", default: 0.25, more: "stronger" })
  },
  ...ON_COLOURS,
  summary: ({ way, strength }) => `${way}, ${(100 * strength).toFixed(0)} %`,
  *apply(input, { colour: ref, way, strength }, at2, kernels) {
    return yield* throughChannels(input, tablesFor2({ rgb: at2.colourOf(ref), way, strength }), kernels);
  }
});

// packages/core/src/steps/colour/fade.ts
var LOSS = { cyan: 0.011, magenta: 58e-4, yellow: 36e-4 };
var BLACK2 = 10 ** -2.2;
var STAIN = 0.22;
var STAIN_YEARS = 45;
var faded2 = (tone, left, stain) => {
  const light2 = decoded(tone) * (1 - BLACK2) + BLACK2;
  const lighter = (power(light2, left) - BLACK2) / (1 - BLACK2);
  return encoded(Math.max(0, lighter) * power(10, -stain));
};
var tablesFor3 = remembering(
  8,
  ({ years, paper }) => `${years} ${paper}`,
  ({ years, paper }) => {
    const left = (loss) => exp(years * ln(1 - loss));
    const stain = STAIN * paper * (1 - exp(-years / STAIN_YEARS));
    return [
      toneTable((v) => faded2(v, left(LOSS.cyan), 0.12 * stain)),
      toneTable((v) => faded2(v, left(LOSS.magenta), 0.4 * stain)),
      toneTable((v) => faded2(v, left(LOSS.yellow), stain))
    ];
  }
);
var fade2 = defineStep({
  kind: "fade",
  version: 1,
  title: "Fade",
  family: "colour",
  purpose: "Dyes lose strength one by one with the years, cyan first, and the paper yellows.",
  words: "old photograph aged faded colours seventies dye vintage years",
  dials: {
    years: number2({ title: "Years", unit: "years", min: 0, max: 100, step: 1, default: 35, more: "longer in the light" }),
    paper: share2({ title: "Yellowing", default: 0.5, more: "the paper goes yellower" })
  },
  ...ON_COLOURS,
  summary: ({ years }) => `${Math.round(years)} years`,
  *apply(input, params, at2, kernels) {
    return yield* throughChannels(input, tablesFor3(params), kernels);
  }
});

// packages/core/src/steps/colour/split-tint.ts
var PASSAGE = 0.4;
var chromaOf = (rgb) => {
  const c = rgb.map((v) => v / ONE);
  return c.map((v) => v - lumaOf(c));
};
var tablesFor4 = remembering(
  6,
  (split) => JSON.stringify(split),
  ({ darks, lights, balance, strength }) => {
    const [dark, light2] = [chromaOf(darks), chromaOf(lights)];
    return toneColours((tone) => {
      const share4 = smoothstep(balance - PASSAGE, balance + PASSAGE, tone);
      const tinted = [0, 1, 2].map((c) => tone + strength * (dark[c] * (1 - share4) + light2[c] * share4));
      return withLuma(tinted, tone);
    });
  }
);
var splitTint = defineStep({
  kind: "split-tint",
  version: 1,
  title: "Split tint",
  family: "colour",
  purpose: "One ink\u2019s hue in the darks, another\u2019s in the lights.",
  words: "split toning sepia selenium two tints vintage photograph",
  dials: {
    darks: colour({ title: "Darks", default: { srgb: "#1f4a63" } }),
    lights: colour({ title: "Lights", default: { srgb: "#d99a4a" } }),
    balance: share2({ title: "Balance", default: 0.5, more: "the tint of the darks reaches further up" }),
    strength: share2({ title: "Strength", default: 0.6, more: "stronger colour" })
  },
  ...ON_COLOURS,
  *apply(input, { darks, lights, balance, strength }, at2, kernels) {
    const split = { darks: at2.colourOf(darks), lights: at2.colourOf(lights), balance, strength };
    return yield* inToneColours(input, tablesFor4(split), kernels);
  }
});

// packages/core/src/steps/edge/sharpen.ts
var lifts2 = remembering(
  8,
  ({ strength, darks, lights, threshold: threshold2 }) => `${strength} ${darks} ${lights} ${threshold2}`,
  ({ strength, darks, lights, threshold: threshold2 }) => liftTable((d) => {
    const far2 = Math.max(0, Math.abs(d) - threshold2);
    return d < 0 ? -strength * darks * far2 : strength * lights * far2;
  })
);
var sharpen = defineStep({
  kind: "sharpen",
  version: 1,
  title: "Sharpen",
  family: "edge",
  purpose: "Edges stand out, from crisp to contours of ink.",
  words: "sharp crisp unsharp edge halo outline contour brutal comic drawn",
  dials: {
    strength: share2({ title: "Overshoot", max: 5, default: 0.8, more: "edges overshoot further" }),
    halo: length({ title: "Halo", min: 0.05, max: 8, wide: true, default: 0.5, more: "a broader halo" }),
    darks: share2({ title: "Dark side", default: 0.85, more: "darks overshoot as far as the lights" }),
    lights: share2({ title: "Light side", default: 1, more: "lights overshoot as far as the darks" }),
    threshold: share2({ title: "Leave alone", max: 0.2, default: 0.01, more: "grain and noise stay as they are" })
  },
  ...ON_GREYS,
  locality: "grid",
  coarse: ({ halo: halo2 }) => [softWish(halo2 / 2)],
  summary: ({ strength, halo: halo2 }) => `${(100 * strength).toFixed(0)} % over ${Number(halo2.toFixed(2))} mm`,
  *apply(input, dials, at2, kernels) {
    const soft = softCopy(at2.coarse[0], input.region, dials.halo / 2 * at2.pxPerMm, kernels);
    yield;
    const tone = kernels.arena.plane(input.tone.length);
    kernels.lifted(input.tone, input.tone, soft, lifts2(dials), tone);
    return { ...input, tone };
  }
});

// packages/core/src/steps/edge/soft-glow.ts
var glowing = remembering(8, String, (strength) => toneTable((t) => strength * t * t));
var COVERED = 0.3;
var softGlow = defineStep({
  kind: "soft-glow",
  version: 1,
  title: "Soft glow",
  family: "edge",
  purpose: "A soft copy of the picture laid over it as light, as through gauze.",
  words: "dream gauze diffusion bloom mist haze soft",
  dials: {
    strength: share2({ title: "Strength", default: 0.7, more: "more light from the soft copy" }),
    radius: length({ title: "Radius", min: 0.1, max: 40, wide: true, default: 3, more: "softer, wider" })
  },
  ...ON_GREYS,
  locality: "grid",
  coarse: ({ strength, radius }) => [softWish(radius / 2, { name: ["glowing", strength], table: glowing(strength) })],
  summary: ({ strength, radius }) => `${(100 * strength).toFixed(0)} % over ${Number(radius.toFixed(1))} mm`,
  *apply(input, { strength, radius }, at2, kernels) {
    const { arena } = kernels;
    const light2 = softCopy(at2.coarse[0], input.region, radius / 2 * at2.pxPerMm, kernels);
    yield;
    const lower = arena.plane(input.tone.length);
    kernels.multiply(input.tone, uniformPlane(lower.length, ONE - shareOf(COVERED * strength)), lower);
    const dark = arena.plane(lower.length);
    kernels.complement(lower, ONE, dark);
    kernels.multiplyAdd(dark, light2, lower, lower);
    return { ...input, tone: lower };
  }
});

// packages/core/src/steps/edge/denoise.ts
var MOST5 = 0.2;
var denoise = defineStep({
  kind: "denoise",
  version: 1,
  title: "Denoise",
  family: "edge",
  purpose: "Grain and noise run together, edges stay.",
  words: "noise grain smooth clean edge keeping skin",
  dials: {
    strength: share2({ title: "Strength", default: 0.4, more: "stronger contrasts count as noise" }),
    size: length({ title: "Size", min: 0.05, max: 6, wide: true, default: 0.6, more: "coarser noise goes" })
  },
  ...ON_GREYS,
  locality: "grid",
  coarse: ({ size: size2 }) => [edgeKeepingWish(size2 / 2)],
  summary: ({ strength, size: size2 }) => `${(100 * strength).toFixed(0)} % of ${Number(size2.toFixed(2))} mm`,
  *apply(input, { strength, size: size2 }, at2, kernels) {
    yield;
    if (strength === 0) return input;
    const epsilon = (MOST5 * strength) ** 2;
    const tone = edgeKeeping(at2.coarse[0], input.tone, input.region, size2 / 2 * at2.pxPerMm, epsilon, kernels);
    return { ...input, tone };
  }
});

// packages/core/src/steps/edge/edge-lines.ts
var RATIO = 1.6;
var SIGMA = 0.45;
var tanh = (x) => 1 - 2 / (exp(2 * Math.min(20, x)) + 1);
var lineTable = remembering(
  8,
  ({ many, hardness }) => `${many} ${hardness}`,
  ({ many, hardness }) => {
    const cut = 0.05 * (1 - many) * (1 - many) + 2e-3;
    const slope2 = 20 + 480 * hardness * hardness;
    return liftTable((d) => d >= -cut ? 1 : 1 + tanh(slope2 * (d + cut)));
  }
);
var fillTable = remembering(8, String, (fill) => toneTable((t) => 1 - fill * (1 - t)));
var edgeLines = defineStep({
  kind: "edge-lines",
  version: 1,
  title: "Edge lines",
  family: "edge",
  purpose: "Contours drawn as lines of ink, with as much of the fill as wanted.",
  words: "contour outline drawing pen ink lines sketch comic trace",
  dials: {
    thickness: length({ title: "Thickness", min: 0.05, max: 4, wide: true, default: 0.4, more: "thicker lines, larger shapes" }),
    many: share2({ title: "Lines", default: 0.75, more: "fainter contours are drawn, too" }),
    hardness: share2({ title: "Hardness", default: 0.7, more: "crisper lines" }),
    fill: share2({ title: "Fill", default: 0.25, more: "more of the picture stays between the lines" })
  },
  ...ON_GREYS,
  locality: "grid",
  coarse: ({ thickness: thickness2 }) => [softWish(SIGMA * thickness2), softWish(RATIO * SIGMA * thickness2)],
  summary: ({ thickness: thickness2, fill }) => `${Number(thickness2.toFixed(2))} mm, fill ${(100 * fill).toFixed(0)} %`,
  *apply(input, { thickness: thickness2, many, hardness, fill }, at2, kernels) {
    const { arena } = kernels;
    const sigma = SIGMA * thickness2 * at2.pxPerMm;
    const [fine, wide2] = at2.coarse;
    const [near, far2] = [softCopy(fine, input.region, sigma, kernels), softCopy(wide2, input.region, RATIO * sigma, kernels)];
    yield;
    const lines = arena.plane(input.tone.length);
    kernels.lifted(null, near, far2, lineTable({ many, hardness }), lines);
    const tone = arena.plane(lines.length);
    kernels.table(input.tone, fillTable(fill), tone);
    kernels.multiply(tone, lines, tone);
    return { ...input, tone };
  }
});

// packages/core/src/steps/press/gain.ts
var STEPS3 = 1024;
var printedInk = ({ by, middle, measured: measured2 }) => by === "the middle" ? (a) => Math.max(0, Math.min(1, a + 4 * middle * a * (1 - a))) : throughPoints(measured2);
var inkToAsk = (printed3) => {
  const prints = Float64Array.from({ length: STEPS3 + 1 }, (_, i) => printed3(i / STEPS3));
  for (let i = 1; i <= STEPS3; i++) prints[i] = Math.max(prints[i], prints[i - 1]);
  return (wanted) => {
    const i = prints.findIndex((ink) => ink >= wanted);
    if (i <= 0) return i < 0 ? 1 : 0;
    const [from, to] = [prints[i - 1], prints[i]];
    return (i - 1 + (to > from ? (wanted - from) / (to - from) : 1)) / STEPS3;
  };
};
var gainedInk = (dials) => {
  const printed3 = printedInk(dials);
  return dials.compensate ? inkToAsk(printed3) : printed3;
};
var tableFor2 = remembering(6, JSON.stringify, (dials) => {
  const ink = gainedInk(dials);
  return toneTable((tone) => 1 - ink(1 - tone));
});
var gain = defineStep({
  kind: "gain",
  version: 1,
  title: "Gain",
  family: "press",
  purpose: "Dots print larger than they were made: the gain of a press, or its compensation.",
  words: "dot gain tone value increase compensation darker press curve",
  dials: {
    by: choice2({ title: "Known by", options: ["the middle", "measured patches"], default: "the middle" }),
    middle: share2({
      title: "Gain at 50 %",
      max: 0.4,
      default: 0.18,
      more: "middle tones print darker",
      shownWhen: { dial: "by", is: "the middle" }
    }),
    measured: curve({
      title: "Printed ink",
      domain: "tone",
      default: [
        [0, 0],
        [0.25, 0.39],
        [0.5, 0.68],
        [0.75, 0.88],
        [1, 1]
      ],
      more: "more ink prints",
      presets: [
        {
          name: "none",
          points: [
            [0, 0],
            [1, 1]
          ]
        },
        {
          name: "newspaper",
          points: [
            [0, 0],
            [0.25, 0.45],
            [0.5, 0.76],
            [0.75, 0.93],
            [1, 1]
          ]
        }
      ],
      shownWhen: { dial: "by", is: "measured patches" }
    }),
    compensate: toggle2({ title: "Compensate", default: false, more: "less ink is asked for, so that the tone meant prints" })
  },
  ...ON_GREYS,
  summary: (dials) => `${dials.compensate ? "compensated, " : ""}50 % prints ${(100 * printedInk(dials)(0.5)).toFixed(0)} %`,
  apply: { table: (dials) => tableFor2(dials) }
});

// packages/core/src/steps/press/grain.ts
var KINDS = ["film", "toner"];
var MOST6 = 1.1;
var CLUMPS = 5;
var strengths = remembering(
  8,
  String,
  ([strength, even]) => Int16Array.from({ length: ONE + 1 }, (_, v) => {
    const t = v / ONE;
    const middle = 4 * t * (1 - t);
    return Math.floor(Math.min(1.99, MOST6 * strength * (even + (1 - even) * middle)) * ONE + 0.5);
  })
);
var shaped = remembering(
  2,
  String,
  (kind) => Int16Array.from({ length: ONE + 1 }, (_, v) => {
    const n = 2 * v / ONE - 1;
    const hard = Math.max(-1, Math.min(1, 5 * n));
    return Math.floor((kind === "film" ? n : 0.5 * (hard * (1.5 - 0.5 * hard * hard))) * ONE + 0.5);
  })
);
var grain = defineStep({
  kind: "grain",
  version: 1,
  title: "Grain",
  family: "press",
  purpose: "The grain of film or of toner, by size on the sheet.",
  words: "film grain noise toner gritty speckle analogue",
  dials: {
    strength: share2({ title: "Strength", default: 0.3, more: "stronger grain" }),
    size: length({ title: "Size", min: 0.04, max: 3, wide: true, default: 0.18, more: "coarser grain" }),
    kind: choice2({ title: "Of", options: KINDS, default: "film" }),
    even: share2({ title: "At the ends", default: 0.25, more: "as much grain in blacks and whites as in the middle" }),
    clumps: share2({ title: "Clumps", default: 0.35, more: "grains gather" }),
    seed: seed({ title: "Seed", default: 1 })
  },
  ...ON_GREYS,
  summary: ({ kind, strength, size: size2 }) => `${kind}, ${(100 * strength).toFixed(0)} % of ${Number(size2.toFixed(2))} mm`,
  *apply(input, { strength, size: size2, kind, even, clumps, seed: number3 }, at2, kernels) {
    const { arena } = kernels;
    const { region, tone: from } = input;
    const half = uniformPlane(from.length, ONE / 2);
    const grains2 = noisePlane({ grain: size2, octaves: 2, weaker: 0.7, seed: 2 * number3 }, at2, region, kernels);
    yield;
    kernels.multiplyAdd(grains2, half, half, grains2);
    kernels.table(grains2, shaped(kind), grains2);
    if (clumps > 0) {
      const gathered = noisePlane({ grain: CLUMPS * size2, octaves: 2, seed: 2 * number3 + 1 }, at2, region, kernels);
      const share4 = Math.floor(clumps * ONE + 0.5);
      kernels.multiplyAdd(gathered, uniformPlane(from.length, share4), uniformPlane(from.length, ONE - (share4 >> 1)), gathered);
      kernels.multiply(gathered, grains2, grains2);
    }
    yield;
    const tone = arena.plane(from.length);
    kernels.modulated(from, grains2, strengths([strength, even]), tone);
    return { ...input, tone };
  }
});

// packages/core/src/steps/press/harden.ts
var LEAST_CUT = 0.2;
var MOST_CUT = 0.8;
var PASSAGE2 = 0.045;
var WANDER_GRAIN = 1.1;
var MOST_WANDER = 0.6;
var cutFor = (statistics, inked) => Math.max(LEAST_CUT, Math.min(MOST_CUT, toneAtShare(statistics, 1 - inked) + 0.5 / TONE_BINS));
var wanders = remembering(8, String, (wander) => toneTable((v) => MOST_WANDER * wander * Math.min(1, 6 * v * (1 - v))));
var cuts = remembering(16, String, (cut) => toneTable((v) => (v - cut) / (2 * PASSAGE2) + 0.5));
var harden = defineStep({
  kind: "harden",
  version: 1,
  title: "Harden",
  family: "press",
  purpose: "Shapes are rounded, then pulled to all or nothing: the torn, inked look of a drawn page.",
  words: "inked drawn round threshold torn blobs liquid comic stamp linocut",
  dials: {
    length: length({ title: "Rounded over", min: 0.05, max: 4, wide: true, default: 0.34, more: "rounder, larger shapes" }),
    auto: toggle2({ title: "Hold the inked area", default: true }),
    inked: share2({
      title: "Inked area",
      min: 0.02,
      max: 0.98,
      default: 0.5,
      more: "more of the sheet is inked",
      shownWhen: { dial: "auto", is: false }
    }),
    wander: share2({ title: "Wandering", default: 0.4, more: "edges wander further along the fibres" }),
    smallest: length({ title: "Smallest shape", min: 0, max: 2, default: 0.15, more: "larger specks and holes are left out" }),
    seed: seed({ title: "Seed", default: 1 })
  },
  takes: "ink",
  gives: "ink",
  amount: "mix",
  // Specks and, after them, holes are known by what lies about them.
  reach: ({ smallest }) => smallest > 0 ? 2 * smallest + 1 : 0,
  locality: "grid",
  coarse: ({ length: mm }) => [softWish(mm)],
  draft: { behaviour: "fold" },
  wantsStatistics: () => true,
  readsInk: ({ length: mm }) => mm,
  found: { while: "auto", find: (_, statistics) => ({ inked: Math.max(0.02, Math.min(0.98, meanTone(statistics))) }) },
  summary: ({ length: mm, auto, inked }) => `over ${Number(mm.toFixed(2))} mm${auto ? "" : `, ${(100 * inked).toFixed(0)} % inked`}`,
  *apply(input, { length: mm, auto, inked, wander, smallest, seed: number3 }, at2, kernels) {
    const { region } = input;
    const { statistics, pxPerMm: pxPerMm2 } = at2;
    const cut = statistics ? cutFor(statistics, auto ? meanTone(statistics) : inked) : 0.5;
    let soft = softCopy(at2.coarse[0], region, mm * pxPerMm2, kernels);
    yield;
    if (wander > 0) {
      const noise3 = noisePlane({ grain: WANDER_GRAIN, octaves: 3, seed: number3 }, at2, region, kernels);
      const moved5 = kernels.arena.plane(soft.length);
      kernels.modulated(soft, noise3, wanders(wander), moved5);
      soft = moved5;
      yield;
    }
    const coverage = kernels.arena.plane(soft.length);
    kernels.table(soft, cuts(cut), coverage);
    const most = Math.floor(smallest * pxPerMm2);
    return { ...input, coverage: cleaned2(coverage, region, most, most, kernels) };
  }
});

// packages/core/src/steps/press/dry-roller.ts
var STREAKS = 0.6;
var GRAIN2 = 0.35;
var kept2 = remembering(8, String, ([dry, softness]) => {
  const cut = 0.2 + 0.5 * dry;
  const half = 0.015 + 0.12 * softness;
  return toneTable((v) => (v - cut) / (2 * half) + 0.5);
});
var dryRoller = defineStep({
  kind: "dry-roller",
  version: 1,
  title: "Dry roller",
  family: "press",
  purpose: "A roller or squeegee that ran out of ink: streaks along its way.",
  words: "streaks dry brush squeegee starved roller worn lines scratched",
  dials: {
    dry: share2({ title: "Dryness", default: 0.4, more: "less ink left" }),
    angle: angle({ title: "Way", min: 0, max: 180, default: 90, more: "turned further counter-clockwise" }),
    width: length({ title: "Streaks", min: 0.1, max: 20, wide: true, default: 1.2, more: "broader streaks" }),
    length: length({ title: "Length", min: 2, max: 600, wide: true, default: 90, more: "longer streaks" }),
    softness: share2({ title: "Softness", default: 0.2, more: "thin ink beside no ink" }),
    seed: seed({ title: "Seed", default: 1 })
  },
  takes: "ink",
  gives: "ink",
  amount: "mix",
  reach: () => 0,
  locality: "local",
  draft: { behaviour: "same" },
  summary: ({ dry, angle: way }) => `${(100 * dry).toFixed(0)} % along ${way.toFixed(0)}\xB0`,
  *apply(input, { dry, angle: angleDeg, width, length: long, softness, seed: number3 }, at2, kernels) {
    const { arena } = kernels;
    const { region } = input;
    const pixels = input.coverage.length;
    const streaks = noisePlane(
      { grain: width, stretch: Math.max(1, long / width), angleDeg, octaves: 3, weaker: 0.7, seed: 2 * number3 },
      at2,
      region,
      kernels
    );
    yield;
    const grain2 = noisePlane({ grain: GRAIN2, octaves: 2, weaker: 0.8, seed: 2 * number3 + 1 }, at2, region, kernels);
    yield;
    const share4 = Math.floor(STREAKS / 2 * ONE + 0.5);
    kernels.multiplyAdd(streaks, uniformPlane(pixels, share4), uniformPlane(pixels, ONE / 2), streaks);
    kernels.multiplyAdd(grain2, uniformPlane(pixels, ONE / 2 - share4), streaks, streaks);
    const coverage = arena.plane(pixels);
    kernels.table(streaks, kept2([dry, softness]), coverage);
    kernels.multiply(coverage, input.coverage, coverage);
    return { ...input, coverage };
  }
});

// packages/core/src/steps/press/relief.ts
var FELT = 1.5;
var TOOTH2 = 0.55;
var PAPER = "paper fibres";
var PICTURE5 = "a picture";
var OF = [PAPER, PICTURE5, ...SURFACES.map(({ name: name3 }) => name3)];
var SLOPE2 = 0.9;
var paperHeights = (number3, at2, region, kernels) => {
  const half = uniformPlane(sizeOf(region), ONE / 2);
  const felt = noisePlane({ grain: FELT, octaves: 2, seed: 2 * number3 }, at2, region, kernels);
  const tooth2 = noisePlane({ grain: TOOTH2, octaves: 2, seed: 2 * number3 + 1 }, at2, region, kernels);
  kernels.multiplyAdd(felt, half, half, felt);
  kernels.multiplyAdd(tooth2, uniformPlane(sizeOf(region), ONE / 4), felt, felt);
  return felt;
};
var lifts3 = remembering(8, String, (depth) => liftTable((d) => SLOPE2 * depth * d));
var towardsLight = (clock, scale, pxPerMm2) => {
  const far2 = Math.max(1, scale * pxPerMm2 / 2);
  return [Math.floor(sinDeg(30 * clock) * far2 + 0.5), Math.floor(-cosDeg(30 * clock) * far2 + 0.5)];
};
var relief = defineStep({
  kind: "relief",
  version: 2,
  title: "Relief",
  family: "press",
  purpose: "The print follows a surface that is lit from one side.",
  words: "paper texture emboss bump lit from the side tooth fibres canvas",
  dials: {
    of: choice2({ title: "Of", options: OF, default: PAPER }),
    texture: picture({ title: "The picture", default: null, shownWhen: { dial: "of", is: PICTURE5 } }),
    depth: share2({ title: "Depth", default: 0.35, more: "deeper" }),
    scale: length({ title: "Scale", min: 0.05, max: 6, wide: true, default: 0.44, more: "broader slopes are seen" }),
    light: number2({
      title: "Light from",
      unit: "o\u2019clock",
      min: 0,
      max: 12,
      step: 0.5,
      default: 10.5,
      more: "further round; twelve is from above"
    }),
    seed: seed({ title: "Seed", default: 1 })
  },
  ...ON_GREYS,
  reach: ({ scale }) => scale / 2 + 0.5,
  readsMap: ({ of, texture: texture2, seed: number3 }) => {
    if (of === PICTURE5) return texture2 && { of: texture2 };
    return of === PAPER ? null : { of: { name: of, seed: number3 } };
  },
  // The first version knew no pictures.
  upgrade: (params) => ({ ...params, texture: null }),
  summary: ({ of, texture: texture2, light: light2 }) => `${of === PICTURE5 && !texture2 ? "no picture chosen yet" : of}, from ${light2} o\u2019clock`,
  *apply(input, { of, depth, scale, light: light2, seed: number3 }, at2, kernels) {
    if (of === PICTURE5 && !at2.map) return input;
    const { region: wide2 } = input;
    const [dx, dy] = towardsLight(light2, scale, at2.pxPerMm);
    const heights4 = at2.map ? at2.map.tone : paperHeights(number3, at2, wide2, kernels);
    yield;
    const inner2 = grow2(wide2, -Math.max(Math.abs(dx), Math.abs(dy)));
    const shifted3 = (by) => crop(heights4, wide2, { ...inner2, x: inner2.x + by * dx, y: inner2.y + by * dy }, kernels.arena);
    const tone = kernels.arena.plane(sizeOf(inner2));
    kernels.lifted(crop(input.tone, wide2, inner2, kernels.arena), shifted3(-1), shifted3(1), lifts3(depth), tone);
    return { ...input, region: inner2, tone, coverage: input.coverage && crop(input.coverage, wide2, inner2, kernels.arena) };
  }
});

// packages/core/src/steps/press/copier.ts
var OPTICS = 0.26;
var FIELD = 3;
var HALO = 0.55;
var DRIFT = 0.07;
var WAVER = { grain: 90, strength: 0.05 };
var SOLID2 = { from: 0.34, full: 0.2, lift: 0.05, hollow: 0.3, grain: 28 };
var BANDS = [
  { pitch: 5.5, strength: 9e-3 },
  { pitch: 2.2, strength: 6e-3 }
];
var TONER = { grain: 0.18, strength: 1, edge: 0.045 };
var NOISE = 0.35;
var SPECK = { grain: 0.32, cut: 0.86 };
var DUST = { grain: 0.5, stretch: 7, cut: 0.9 };
var DRUM = { pitch: 94, marks: 7, width: 330, least: 0.12, most: 0.55 };
var SKEW = 16e-4;
var drawn2 = (dials, generation, what) => 2 * chanceAt(dials.seed, generation, 400 + what) - 1;
var copies = ({ generations }) => Math.round(generations);
var skewOf = (dials) => {
  let turn = 0;
  for (let g = 0; g < copies(dials); g++) turn += drawn2(dials, g, 1) * dials.skew * 2 * SKEW * (180 / 3.141592653589793);
  return { across: 0, down: 0, turn, stretch: 0 };
};
var halos = remembering(4, String, (halo2) => liftTable((d) => 2 * HALO * halo2 * d));
var solids = once(() => toneTable((m) => smoothstep(SOLID2.from, SOLID2.full, m)));
var toToner = remembering(8, String, ([grain2, unseen]) => {
  const deviation = Math.sqrt(TONER.edge * TONER.edge + (NOISE * TONER.strength * grain2) ** 2 * unseen);
  return toneTable((t) => 1 / (1 + exp(-1.702 * (t - 0.5) / deviation)));
});
var below = remembering(16, String, (cut) => toneTable((v) => v > (1 + cut) / 2 ? 0 : 1));
var upper = once(() => toneTable((v) => Math.max(0, 2 * v - 1)));
var rowLight = (dials, generation, region, pxPerMm2, kernels) => {
  const out = kernels.arena.plane(sizeOf(region));
  const exposure2 = drawn2(dials, generation, 2) * DRIFT * 0.5 + (generation === 0 ? dials.exposure : 0);
  const phase = 360 * chanceAt(dials.seed, generation, 403);
  for (let row3 = 0; row3 < region.height; row3++) {
    const y = (region.y + row3 + 0.5) / pxPerMm2;
    let light2 = exposure2;
    for (const { pitch, strength } of BANDS) light2 += 2 * dials.bands * strength * sinDeg((360 * y / pitch + phase) % 360);
    out.fill(Math.floor(light2 * ONE + 0.5), row3 * region.width, (row3 + 1) * region.width);
  }
  return out;
};
var markDrum = (tone, dials, generation, region, pxPerMm2) => {
  const marks = Math.floor(2 * dials.drum * DRUM.marks + 0.5);
  for (let m = 0; m < marks; m++) {
    const chance = (what) => chanceAt(generation * 16 + m, what, dials.seed + 611);
    const radius = (DRUM.least + (DRUM.most - DRUM.least) * chance(1) ** 3) * pxPerMm2;
    const cx = chance(2) * DRUM.width * pxPerMm2;
    const pitch = DRUM.pitch * pxPerMm2;
    const first = chance(3) * pitch;
    for (let k = Math.floor((region.y - first - radius) / pitch); first + k * pitch - radius < region.y + region.height; k++) {
      putDisc(tone, cx, first + k * pitch, radius, region);
    }
  }
};
var putDisc = (tone, cx, cy, radius, { x, y, width, height }) => {
  for (let row3 = Math.max(0, Math.floor(cy - radius) - y); row3 < Math.min(height, Math.ceil(cy + radius) - y); row3++) {
    for (let column = Math.max(0, Math.floor(cx - radius) - x); column < Math.min(width, Math.ceil(cx + radius) - x); column++) {
      const [dx, dy] = [x + column + 0.5 - cx, y + row3 + 0.5 - cy];
      if (dx * dx + dy * dy <= radius * radius) tone[row3 * width + column] = 0;
    }
  }
};
var speckled = (tone, noise3, cut, region, at2, kernels) => {
  const plane2 = noisePlane(noise3, at2, region, kernels);
  const half = uniformPlane(plane2.length, ONE / 2);
  kernels.multiplyAdd(plane2, half, half, plane2);
  kernels.table(plane2, below(cut), plane2);
  kernels.multiply(tone, plane2, tone);
};
function* copied(tone, around, dials, generation, region, from, kernels) {
  const { pxPerMm: pxPerMm2 } = from;
  const { arena } = kernels;
  const mark = arena.mark();
  const pixels = tone.length;
  const uniform = (value2) => uniformPlane(pixels, shareOf(value2));
  const [full3, half] = [uniform(1), uniform(0.5)];
  const at2 = 64 * dials.seed + 8 * generation;
  const noise3 = (kind) => noisePlane(kind, from, region, kernels);
  const soft = OPTICS * pxPerMm2 < 0.15 ? tone : blurred(tone, 1, region, OPTICS * pxPerMm2, kernels);
  yield;
  kernels.lifted(soft, soft, around, halos(dials.halo), tone);
  kernels.multiplyAdd(tone, full3, rowLight(dials, generation, region, pxPerMm2, kernels), tone);
  kernels.multiplyAdd(noise3({ grain: WAVER.grain, seed: at2 }), uniform(WAVER.strength), tone, tone);
  yield;
  if (dials.hollow > 0) {
    const solid = arena.plane(pixels);
    kernels.table(around, solids(), solid);
    const worn4 = noise3({ grain: SOLID2.grain, octaves: 3, seed: at2 + 1 });
    kernels.multiplyAdd(worn4, half, half, worn4);
    kernels.table(worn4, upper(), worn4);
    kernels.multiplyAdd(worn4, uniform(2 * dials.hollow * SOLID2.hollow), uniform(2 * dials.hollow * SOLID2.lift), worn4);
    kernels.multiplyAdd(solid, worn4, tone, tone);
    yield;
  }
  const toner = { grain: TONER.grain, octaves: 2, weaker: 0.7, seed: at2 + 2 };
  const seen = noiseOctaves(toner, pxPerMm2).reduce((power2, { weight }) => power2 + (weight / ONE) ** 2, 0);
  if (seen > 0) kernels.multiplyAdd(noise3(toner), uniform(dials.grain * TONER.strength), tone, tone);
  kernels.table(tone, toToner([dials.grain, Math.max(0, 1 - seen)]), tone);
  yield;
  if (dials.specks > 0) {
    speckled(tone, { grain: SPECK.grain, seed: at2 + 3 }, SPECK.cut - 0.12 * (dials.specks - 0.5), region, from, kernels);
    const dust = { grain: DUST.grain, stretch: DUST.stretch, angleDeg: 90 * drawn2(dials, generation, 5), seed: at2 + 4 };
    speckled(tone, dust, DUST.cut - 0.1 * (dials.specks - 0.5), region, from, kernels);
  }
  markDrum(tone, dials, generation, region, pxPerMm2);
  arena.release(mark);
}
var copier = defineStep({
  kind: "copier",
  version: 1,
  title: "Copier",
  family: "press",
  purpose: "Copied on an office copier, and the copy copied again.",
  words: "photocopy xerographic flyer zine toner generations copy punk",
  dials: {
    generations: number2({ title: "Generations", unit: "copies", min: 1, max: 8, step: 1, default: 3, more: "a copy of a copy of a copy" }),
    exposure: share2({ title: "Exposure", min: -0.5, max: 0.5, default: 0, more: "lighter", further: true }),
    halo: share2({ title: "Edges", default: 0.5, more: "edges develop stronger than surfaces", further: true }),
    hollow: share2({ title: "Hollow solids", default: 0.5, more: "large blacks go thin inside", further: true }),
    grain: share2({ title: "Toner", min: 0.05, default: 0.5, more: "greys break up into coarser toner", further: true }),
    specks: share2({ title: "Specks and dust", default: 0.5, more: "more specks and hairs", further: true }),
    drum: share2({ title: "Drum marks", default: 0.5, more: "more marks that come again once round the drum", further: true }),
    bands: share2({ title: "Bands", default: 0.5, more: "stronger bands across the way of the paper", further: true }),
    skew: share2({ title: "Skew", default: 0.5, more: "the paper lies more askew", further: true }),
    seed: seed({ title: "Seed", default: 1, further: true })
  },
  takes: "tone",
  gives: "tone",
  amount: "mix",
  reach: () => 0,
  reads: (dials, region, { pxPerMm: pxPerMm2 }) => readFrom(wayBack(skewOf(dials), pxPerMm2), grow2(region, opticsReach(dials, pxPerMm2))),
  locality: "grid",
  coarse: () => [softWish(FIELD)],
  draft: { behaviour: "same" },
  summary: (dials) => copies(dials) === 1 ? "one copy" : `${copies(dials)} generations`,
  *apply(input, dials, at2, kernels) {
    const { pxPerMm: pxPerMm2 } = at2;
    const region = grow2(at2.wanted, opticsReach(dials, pxPerMm2));
    const way = wayBack(skewOf(dials), pxPerMm2);
    const tone = taken2(input.tone, 1, input.region, way, region, kernels);
    const coverage = input.coverage && taken2(input.coverage, 1, input.region, way, region, kernels);
    const { shift, tone: coarse } = at2.coarse[0];
    let field = softened(coarse.tone, coarse.region, shift, FIELD * pxPerMm2, kernels);
    for (let generation = 0; generation < copies(dials); generation++) {
      const around = expanded(field, coarse.region, shift, input.region, kernels);
      yield* copied(tone, taken2(around, 1, input.region, way, region, kernels), dials, generation, region, at2, kernels);
      const next = kernels.arena.plane(field.length);
      kernels.table(field, toToner([dials.grain, 1]), next);
      field = next;
      yield;
    }
    return { ...input, region, tone, coverage };
  }
});
function opticsReach(dials, pxPerMm2) {
  return copies(dials) * Math.ceil(3 * OPTICS * pxPerMm2);
}

// packages/core/src/catalogue/steps.ts
var STEPS4 = [
  exposure,
  greyResponse,
  levels,
  contrast,
  matchTones,
  curve2,
  shadowsHighlights,
  localContrast,
  litHighlights,
  posterise,
  faded,
  invert2,
  threshold,
  sharpen,
  blur,
  softGlow,
  denoise,
  edgeLines,
  screen2,
  stochastic,
  ownScreen,
  processScreen,
  channelScreen,
  errorDiffusion,
  textureScreen,
  roundScreen,
  copier,
  harden,
  inkSpread,
  dryRoller,
  misregister,
  gain,
  grain,
  relief,
  saturation,
  oneHue,
  colourBack,
  tint,
  splitTint,
  colourRamp,
  wash,
  fade2,
  warmth,
  displace,
  stretch2,
  bend,
  halo,
  cast,
  shade,
  metal,
  glints
];
var BY_KIND3 = new Map(STEPS4.map((step2) => [step2.kind, step2]));
var stepOfKind = (kind) => BY_KIND3.get(kind);

// packages/core/src/nodes/ink-node.ts
var inkBounds = (box2, colour2) => ({
  box: box2,
  bare: (region) => ({ kind: "ink", region, coverage: blankPlane(sizeOf(region)), colour: colour2 })
});
var inkNode = (key, colour2, how, coverageOf2) => ({
  key,
  kind: "ink",
  colour: colour2,
  keeping: how.keeping ?? "dear",
  ...how.box ? { bounds: inkBounds(how.box, colour2) } : {},
  want: () => void 0,
  *render(region, work) {
    const coverage = yield* coverageOf2(region, work);
    yield;
    return { kind: "ink", region, coverage, colour: colour2 };
  }
});

// packages/core/src/sources/flat.ts
var flatNode = (colour2, placement, pxPerMm2) => {
  const ends = placement.beyond === "nothing";
  const how = { keeping: "never", ...ends ? { box: boxBounds(placement, pxPerMm2) } : {} };
  return inkNode(keyOf("flat", { colour: colour2, placement, pxPerMm: pxPerMm2 }, []), colour2, how, function* (region, { kernels }) {
    yield;
    const edged3 = ends ? boxCoverage(placement, pxPerMm2, region, kernels.arena) : null;
    return edged3 ?? uniformPlane(sizeOf(region), ONE);
  });
};
var DIALS6 = { colour: colour({ title: "Ink", default: null }) };
var flat = {
  kind: "flat",
  title: "Flat",
  purpose: "One ink or colour all over its box.",
  words: "solid ground fill colour plate",
  dials: DIALS6,
  parts: {},
  node: ({ colour: colour2 }, { placement, pxPerMm: pxPerMm2, colourOf: colourOf2 }) => flatNode(colourOf2(colour2), placement, pxPerMm2),
  inWords: () => "flat ink"
};

// packages/core/src/nodes/empty-node.ts
var EMPTY = keyOf("empty", null, []);
var isEmpty = (node) => node.key === EMPTY;
var emptyNode = () => ({
  key: EMPTY,
  kind: "colour",
  keeping: "never",
  want: () => void 0,
  *render(region) {
    yield;
    return { kind: "colour", region, data: blankPlane(4 * sizeOf(region)) };
  }
});

// packages/core/src/surface/frames/edges.ts
var TEARS = 38;
var tearsAlong = ({ number: number3 }, { width, rough, seed: seed2 }, along) => {
  let sum = 0;
  const cell = Math.floor(along / TEARS);
  for (let n = cell - 1; n <= cell + 1; n++) {
    const chance = (salt) => chanceAt(n, 16 * number3 + salt, seed2 + 900);
    if (chance(0) > 0.55) continue;
    const half = 1.2 + 13 * chance(1) ** 3;
    const deep = width * rough * (0.25 + 1.5 * chance(2) ** 2) * (chance(3) < 0.6 ? 1 : -0.7);
    const off = (along - (n + chance(4)) * TEARS) / half;
    const flank = off < 0 ? 1 + off : 1 - off / (1.5 + 3 * chance(5));
    if (flank > 0) sum += deep * flank * Math.sqrt(flank);
  }
  return sum;
};
var torn = {
  along: (side2, dials) => {
    const { width, rough, seed: seed2 } = dials;
    const row3 = 31 * side2.number;
    return {
      reach: (along) => {
        const long = smoothNoise(along / 95, row3, seed2) - 0.5;
        const wild = smoothstep(0.32, 0.72, smoothNoise(along / 60, row3 + 7, seed2 + 11));
        const ragged = layeredNoise(along / 13, row3 + 3, seed2 + 21, 6, 2.2, 0.62) - 0.5;
        return width * (1 + rough * (0.9 * long + (0.4 + 2.6 * wild) * ragged)) + tearsAlong(side2, dials, along);
      },
      amount: (along) => rough * (0.5 + 5 * Math.max(0, layeredNoise(along / 15, row3 + 5, seed2 + 31, 2) - 0.42))
    };
  },
  corner: (number3, { width, rough, seed: seed2 }) => {
    const chance = chanceAt(number3, 5, seed2 + 700);
    return chance < 0.3 * Math.min(1, 2 * rough) ? width * (1.5 + 5 * chance) * (0.6 + 0.6 * rough) : 0;
  },
  // Fibres are torn out across the edge, and lie every way where there are many.
  noises: ({ rough }) => [
    { along: 0.16, inwards: 1.4, layers: 2 },
    { along: 0.8, inwards: 0.7, layers: 3, amount: 1.5 * rough }
  ]
};
var brushed = {
  along: ({ number: number3, length: length2 }, { width, rough, seed: seed2 }) => {
    const chance = (salt) => chanceAt(number3, salt, seed2 + 60);
    const isBackwards = chance(1) < 0.5;
    const [start, end] = [width * rough * 0.9 * chance(2), width * rough * 1.6 * chance(3)];
    const drawn4 = (along) => clamp((isBackwards ? length2 - along : along) / length2);
    return {
      reach: (along) => {
        const way = isBackwards ? length2 - along : along;
        const sway = layeredNoise(along / 110, 13 * number3, seed2, 2) - 0.5;
        const pressed = layeredNoise(along / 22, 17 * number3, seed2 + 9, 3) - 0.5;
        const lifted = Math.max(0, start - way) / width + Math.max(0, way - (length2 - end)) / width;
        return width * (1 + rough * (0.5 * sway + 0.7 * pressed + 0.12 - 0.35 * drawn4(along)) - 0.9 * lifted);
      },
      amount: (along) => width * rough * (1.1 + 1.7 * smoothstep(0.3, 1, drawn4(along) + 0.35 * (smoothNoise(along / 50, 9 * number3, seed2 + 4) - 0.5)))
    };
  },
  corner: () => 0,
  noises: ({ rough }) => [
    { along: 46, inwards: 0.55, layers: 3 },
    { along: 0.25, inwards: 0.25, layers: 2, amount: 0.45 * rough }
  ]
};
var STRIP = 190;
var taped = {
  along: ({ number: number3, length: length2 }, { width, rough, seed: seed2 }) => {
    const strips2 = Math.max(1, Math.floor(length2 / STRIP + 0.5));
    const each3 = length2 / strips2;
    const creeping = (along) => {
      const here = layeredNoise(along / 5, 19 * number3, seed2 + 2, 3) - 0.56;
      return here > 0 ? rough * (0.25 + 19 * here) : 0.05 * rough;
    };
    return {
      reach: (along) => {
        const strip = Math.max(0, Math.min(strips2 - 1, Math.floor(along / each3 + 0.12 * (chanceAt(number3, 9, seed2) - 0.5))));
        const chance = (salt) => chanceAt(8 * number3 + strip, salt, seed2 + 80);
        const askew = (chance(1) - 0.5) * 0.03 * (along - (strip + 0.5) * each3) + 2.4 * (chance(2) - 0.5);
        const bowed = (smoothNoise(along / 120, number3 * 7, seed2 + 1) - 0.5) * 0.7;
        return Math.max(0.2, width + rough * (askew + bowed)) + 0.3 * creeping(along);
      },
      amount: creeping
    };
  },
  corner: () => 0,
  noises: ({ rough }) => [
    { along: 0.3, inwards: 0.5, layers: 3 },
    { along: 0.2, inwards: 0.2, layers: 1, amount: 0.08 * rough }
  ]
};

// packages/core/src/surface/frames/frame.ts
var FRAME_EDGES = ["torn", "brushed", "taped", "picture"];
var EDGES2 = { torn, brushed, taped };
var PER_MM = 4;
var BEYOND = 40;
var DIAGONAL = Math.SQRT1_2;
var linesOf2 = (dials, width, height) => {
  const kind = EDGES2[dials.edge];
  const side2 = (number3, length2) => kind.along({ number: number3, length: length2 }, dials);
  const sides = [
    { inwards: [0, 1, 0], along: [1, 0, 0], length: width, profile: side2(0, width) },
    { inwards: [-1, 0, width], along: [0, 1, 0], length: height, profile: side2(1, height) },
    { inwards: [0, -1, height], along: [1, 0, 0], length: width, profile: side2(2, width) },
    { inwards: [1, 0, 0], along: [0, 1, 0], length: height, profile: side2(3, height) }
  ];
  const corners = [
    [0, 0],
    [width, 0],
    [width, height],
    [0, height]
  ];
  const gone = corners.flatMap(([x, y], number3) => {
    const size2 = kind.corner(number3, dials);
    if (size2 === 0) return [];
    const [right, down] = [x === 0 ? DIAGONAL : -DIAGONAL, y === 0 ? DIAGONAL : -DIAGONAL];
    const { reach, amount } = kind.along({ number: 4 + number3, length: 2 * size2 }, dials);
    return [
      {
        inwards: [right, down, -(right * x + down * y)],
        along: [down, -right, -(down * x - right * y) + size2],
        length: 2 * size2,
        profile: { reach: (along) => size2 - 0.6 * dials.width + 0.6 * reach(along), amount }
      }
    ];
  });
  return [...sides, ...gone];
};
var roughEdge = (dials, placement, pxPerMm2) => {
  const { width, height } = placement;
  const at2 = boxAffine(placement, pxPerMm2, width, height);
  const lines = linesOf2(dials, width, height);
  const noises = EDGES2[dials.edge].noises(dials);
  const counts = lines.map(({ length: length2 }) => Math.ceil((length2 + 2 * BEYOND) * PER_MM) + 2);
  const tables2 = new Float64Array(2 * counts.reduce((sum, count) => sum + count, 0));
  const values2 = new Float64Array(ROUGH_LINE_VALUES * lines.length);
  let start = 0;
  for (const [n, { inwards, along, profile: profile2 }] of lines.entries()) {
    const count = counts[n];
    let [least, most] = [Infinity, -Infinity];
    for (let k = 0; k < count; k++) {
      const place = k / PER_MM - BEYOND;
      const [reach, amount] = [profile2.reach(place), profile2.amount(place)];
      tables2[2 * (start + k)] = reach;
      tables2[2 * (start + k) + 1] = amount;
      const stray = 0.5 * Math.abs(amount) + 0.5 * noises[1].amount + 1 / pxPerMm2;
      least = Math.min(least, reach - stray);
      most = Math.max(most, reach + stray);
    }
    values2.set([...byPixels(inwards, at2), ...byPixels(along, at2), least, most, start, count, n, -BEYOND], ROUGH_LINE_VALUES * n);
    start += count;
  }
  return { lines: values2, tables: tables2, perMm: PER_MM, seed: dials.seed, noises, pxPerMm: pxPerMm2, ends: placement.beyond === "nothing" };
};
var byPixels = ([x, y, constant], at2) => [
  x * at2.a + y * at2.d,
  x * at2.b + y * at2.e,
  x * at2.c + y * at2.f + constant
];
var PIECE3 = 32;
var reachesInto = ({ lines, pxPerMm: pxPerMm2 }, { x, y, width, height }) => {
  for (let line = 0; line < lines.length; line += ROUGH_LINE_VALUES) {
    const [across2, down, constant, most] = [lines[line], lines[line + 1], lines[line + 2], lines[line + 7]];
    const least = Math.min(across2 * x, across2 * (x + width)) + Math.min(down * y, down * (y + height)) + constant;
    if (least <= most + 1 / pxPerMm2) return true;
  }
  return false;
};
var frameCoverage = (dials, placement, pxPerMm2) => {
  const edge = roughEdge(dials, placement, pxPerMm2);
  return function* (region, kernels) {
    let out = null;
    for (const piece of tilesOf(region, PIECE3)) {
      if (!reachesInto(edge, piece)) continue;
      out ??= kernels.arena.plane(sizeOf(region)).fill(0);
      kernels.roughEdge(edge, piece, out, region);
      yield;
    }
    return out ?? blankPlane(sizeOf(region));
  };
};

// packages/core/src/sources/frame.ts
var frameNode = (dials, colour2, placement, pxPerMm2) => {
  const coverage = once(() => frameCoverage(dials, placement, pxPerMm2));
  return inkNode(
    keyOf("frame", { dials, colour: colour2, placement, pxPerMm: pxPerMm2 }, []),
    colour2,
    placement.beyond === "nothing" ? { box: boxBounds(placement, pxPerMm2) } : {},
    (region, { kernels }) => coverage()(region, kernels)
  );
};
var DIALS7 = {
  edge: choice2({ title: "Edge", options: FRAME_EDGES, default: "torn" }),
  width: length({ title: "Width", min: 0.5, max: 150, default: 14, wide: true, more: "reaches further in" }),
  rough: share2({ title: "Roughness", default: 0.5, more: "wilder edge" }),
  seed: seed({ title: "Seed", default: 1 }),
  colour: colour({ title: "Ink", default: null })
};
var PARTS8 = { picture: optional(PICTURE_REF) };
var framed = (source, at2) => {
  const { edge, width, rough, seed: seed2, picture: picture4 } = source;
  const colour2 = at2.colourOf(source.colour);
  if (edge !== "picture") return frameNode({ edge, width, rough, seed: seed2 }, colour2, at2.placement, at2.pxPerMm);
  return picture4 ? convertNode(at2.picture(picture4), "ink", { colour: colour2, carriesLights: false }) : emptyNode();
};
var frame = {
  kind: "frame",
  title: "Rough frame",
  purpose: "A rough edge round the sheet or a box.",
  words: "torn brushed taped border deckle grunge edge",
  dials: DIALS7,
  parts: PARTS8,
  node: framed,
  inWords: ({ edge }) => `${edge} frame`
};

// packages/core/src/sources/picture.ts
var DIALS8 = {};
var PARTS9 = { picture: PICTURE_REF };
var picture2 = {
  kind: "picture",
  title: "Picture",
  purpose: "A picture of the job, in its place.",
  words: "photograph scan image",
  dials: DIALS8,
  parts: PARTS9,
  node: (source, at2) => at2.picture(source.picture),
  inWords: (_, { placement: { fit } }) => fit === "fill" ? "picture, fills the sheet" : fit === "whole" ? "picture, whole on the sheet" : "picture"
};

// packages/core/src/sources/ramp.ts
var RAMP_STEPS = 4096;
var rampTable2 = (stops) => {
  const table = new Int16Array(4 * (RAMP_STEPS + 1));
  for (let i = 0; i <= RAMP_STEPS; i++) {
    const { colour: colour2, strength } = rampAt(stops, i / RAMP_STEPS);
    const alpha = Math.floor(strength * ONE + 0.5);
    colour2.forEach((v, c) => table[4 * i + c] = times(Math.floor(v + 0.5), alpha));
    table[4 * i + 3] = alpha;
  }
  return table;
};
var rampColours = (ramp3, placement, pxPerMm2, region, arena) => {
  const table = rampTable2(ramp3.stops);
  const at2 = boxAffine(placement, pxPerMm2, 2, 2);
  const [cos, sin] = [cosDeg(ramp3.angle), sinDeg(ramp3.angle)];
  const [w, h] = [placement.width, placement.height];
  const reach = Math.abs(cos) * w + Math.abs(sin) * h;
  const data = arena.plane(4 * sizeOf(region));
  for (let row3 = 0, o = 0; row3 < region.height; row3++) {
    const y = region.y + row3 + 0.5;
    for (let column = 0; column < region.width; column++, o += 4) {
      const x = region.x + column + 0.5;
      const u = at2.a * x + at2.b * y + at2.c - 1;
      const v = at2.d * x + at2.e * y + at2.f - 1;
      const along = ramp3.form === "round" ? Math.sqrt(u * u + v * v) : 0.5 + (cos * u * w - sin * v * h) / (2 * reach);
      const i = 4 * Math.floor(Math.max(0, Math.min(1, along)) * RAMP_STEPS + 0.5);
      for (let c = 0; c < 4; c++) data[o + c] = table[i + c];
    }
  }
  return data;
};
var rampNode = (ramp3, placement, pxPerMm2) => ({
  key: keyOf("ramp", { ramp: ramp3, placement, pxPerMm: pxPerMm2 }, []),
  kind: "colour",
  keeping: "dear",
  want: () => void 0,
  *render(region, { kernels }) {
    const data = rampColours(ramp3, placement, pxPerMm2, region, kernels.arena);
    yield;
    const coverage = placement.beyond === "nothing" ? boxCoverage(placement, pxPerMm2, region, kernels.arena) : null;
    if (!coverage) return { kind: "colour", region, data };
    const covered = kernels.arena.plane(data.length);
    kernels.mix(blankPlane(data.length), data, 4, ONE, coverage, covered);
    return { kind: "colour", region, data: covered };
  }
});
var DIALS9 = {
  form: choice2({ title: "Form", options: ["straight", "round"], default: "straight" }),
  angle: angle({
    title: "Angle",
    min: 0,
    max: 360,
    default: 270,
    more: "turned further counter-clockwise",
    shownWhen: { dial: "form", is: "straight" }
  }),
  stops: ramp({
    title: "Colours",
    default: [
      { at: 0, colour: { srgb: "#1e1c1e" }, strength: 1 },
      { at: 1, colour: { srgb: "#1e1c1e" }, strength: 0 }
    ]
  })
};
var ramp2 = {
  kind: "ramp",
  title: "Ramp",
  purpose: "Colours running into each other across its box.",
  words: "gradient fade vignette split fountain",
  dials: DIALS9,
  parts: {},
  node: ({ form, angle: angle2, stops }, { placement, pxPerMm: pxPerMm2, colourOf: colourOf2 }) => rampNode(
    { form, angle: angle2, stops: stops.map(({ at: at2, colour: colour2, strength }) => ({ at: at2, colour: colourOf2(colour2), strength })) },
    placement,
    pxPerMm2
  ),
  inWords: ({ form }) => `${form} ramp`
};

// packages/core/src/type/outline.ts
var moved2 = (move, [x, y]) => movedBy(move, x, y);
var after = (outer, inner2) => ({
  a: outer.a * inner2.a + outer.b * inner2.d,
  b: outer.a * inner2.b + outer.b * inner2.e,
  c: outer.a * inner2.c + outer.b * inner2.f + outer.c,
  d: outer.d * inner2.a + outer.e * inner2.d,
  e: outer.d * inner2.b + outer.e * inner2.e,
  f: outer.d * inner2.c + outer.e * inner2.f + outer.f
});
var contourBox = (contours) => {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const contour of contours) {
    for (let i = 0; i < contour.length; i += 2) {
      const [x, y] = [contour[i], contour[i + 1]];
      [left, top, right, bottom] = [Math.min(left, x), Math.min(top, y), Math.max(right, x), Math.max(bottom, y)];
    }
  }
  return right >= left ? { x: left, y: top, width: right - left, height: bottom - top } : null;
};
var FLATNESS = 0.02;
var MOST_PARTS = 256;
var far = ([ax, ay], [bx, by], [cx, cy]) => {
  const x = ax - 2 * bx + cx;
  const y = ay - 2 * by + cy;
  return Math.sqrt(x * x + y * y);
};
var partsFor = (bend2) => Math.max(1, Math.min(MOST_PARTS, Math.ceil(Math.sqrt(bend2 / FLATNESS))));
var flattened = (outline, move) => {
  const contours = [];
  let contour = [];
  let at2 = [0, 0];
  const add2 = (point2) => {
    contour.push(point2[0], point2[1]);
  };
  for (const command of outline) {
    const to = moved2(move, command.to);
    if (command.op === "M") {
      if (contour.length > 4) contours.push(contour);
      contour = [];
      add2(to);
    } else if (command.op === "Q") {
      const by = moved2(move, command.by);
      const parts = partsFor(far(at2, by, to) / 4);
      for (let i = 1; i <= parts; i++) {
        const t = i / parts;
        const u = 1 - t;
        add2([u * u * at2[0] + 2 * u * t * by[0] + t * t * to[0], u * u * at2[1] + 2 * u * t * by[1] + t * t * to[1]]);
      }
    } else if (command.op === "C") {
      const by = moved2(move, command.by);
      const by2 = moved2(move, command.by2);
      const parts = partsFor(0.75 * Math.max(far(at2, by, by2), far(by, by2, to)));
      for (let i = 1; i <= parts; i++) {
        const t = i / parts;
        const u = 1 - t;
        const [p, q, r, s] = [u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t];
        add2([p * at2[0] + q * by[0] + r * by2[0] + s * to[0], p * at2[1] + q * by[1] + r * by2[1] + s * to[1]]);
      }
    } else add2(to);
    at2 = to;
  }
  if (contour.length > 4) contours.push(contour);
  return contours;
};

// packages/core/src/type/stroke.ts
var LONGEST_MITRE = 6;
var wound = (part2) => {
  let area = 0;
  for (let i = 0; i < part2.length; i += 2) {
    const next = (i + 2) % part2.length;
    area += part2[i] * part2[next + 1] - part2[next] * part2[i + 1];
  }
  if (area >= 0) return part2;
  const turned = [];
  for (let i = part2.length - 2; i >= 0; i -= 2) turned.push(part2[i], part2[i + 1]);
  return turned;
};
var stroked = (contours, width, closed = true) => {
  const half = width / 2;
  const parts = [];
  for (const contour of contours) {
    const corners = distinct(contour, closed);
    const count = corners.length / 2;
    const sides = closed ? count : count - 1;
    const normals = [];
    for (let i = 0; i < sides; i++) {
      const [ax, ay, bx, by] = side(corners, i, count);
      const length2 = Math.sqrt((bx - ax) * (bx - ax) + (by - ay) * (by - ay));
      const nx = (by - ay) / length2 * half;
      const ny = (ax - bx) / length2 * half;
      normals.push(nx, ny);
      parts.push(wound([ax + nx, ay + ny, bx + nx, by + ny, bx - nx, by - ny, ax - nx, ay - ny]));
    }
    for (let i = closed ? 0 : 1; i < (closed ? count : count - 1); i++) {
      const from = (i + sides - 1) % sides;
      const corner2 = mitre(corners, i, normals, from, half);
      if (corner2) parts.push(wound(corner2));
    }
  }
  return parts;
};
var side = (corners, i, count) => {
  const next = (i + 1) % count;
  return [corners[2 * i], corners[2 * i + 1], corners[2 * next], corners[2 * next + 1]];
};
var distinct = (contour, closed) => {
  const kept5 = [];
  for (let i = 0; i < contour.length; i += 2) {
    const [x, y] = [contour[i], contour[i + 1]];
    const [lx, ly] = [kept5.at(-2), kept5.at(-1)];
    if (lx !== x || ly !== y) kept5.push(x, y);
  }
  if (closed && kept5.length > 4 && kept5[0] === kept5.at(-2) && kept5[1] === kept5.at(-1)) kept5.length -= 2;
  return kept5;
};
var mitre = (corners, i, normals, before, half) => {
  const [x, y] = [corners[2 * i], corners[2 * i + 1]];
  const [ax, ay] = [normals[2 * before], normals[2 * before + 1]];
  const [bx, by] = [normals[2 * i], normals[2 * i + 1]];
  const turn = ax * by - ay * bx;
  if (turn === 0) return null;
  const sign = turn > 0 ? 1 : -1;
  const [sx, sy] = [ax + bx, ay + by];
  const square = sx * sx + sy * sy;
  const reach = square > 0 ? 2 * half * half / square : Infinity;
  const outer = [x, y, x + sign * ax, y + sign * ay];
  if (reach * reach * square <= LONGEST_MITRE * LONGEST_MITRE * half * half) outer.push(x + sign * sx * reach, y + sign * sy * reach);
  outer.push(x + sign * bx, y + sign * by);
  return outer;
};

// packages/core/src/nodes/outline-node.ts
var boxMove = (placement, pxPerMm2) => {
  const [cos, sin] = [cosDeg(placement.turn), sinDeg(placement.turn)];
  const flipped = {
    a: placement.flipX ? -1 : 1,
    b: 0,
    c: (placement.flipX ? 1 : -1) * (placement.width / 2),
    d: 0,
    e: placement.flipY ? -1 : 1,
    f: (placement.flipY ? 1 : -1) * (placement.height / 2)
  };
  const turned = {
    a: cos * pxPerMm2,
    b: sin * pxPerMm2,
    c: placement.x * pxPerMm2,
    d: -sin * pxPerMm2,
    e: cos * pxPerMm2,
    f: placement.y * pxPerMm2
  };
  return after(turned, flipped);
};
var BORDER_PLACES = ["inside", "centred", "outside"];
var drawn3 = remembering(
  32,
  ({ key }) => key,
  ({ make }) => make()
);
var borderOf = (contours, paints, pxPerMm2, closed = true) => {
  if (!paints.border) return null;
  const { width, where } = paints.border;
  return new Fill(stroked(contours, width * pxPerMm2 * (where === "centred" || !closed ? 1 : 2), closed));
};
var borderCoverage = (line, inside, where, kernels) => {
  if (where === "centred" || isBlank(line)) return line;
  if (!inside) return where === "inside" ? blankPlane(line.length) : line;
  const within4 = kernels.arena.plane(line.length);
  if (where === "outside") kernels.complement(inside, ONE, within4);
  kernels.multiply(line, where === "inside" ? inside : within4, within4);
  return within4;
};
var beside = (inside, line, where, arena) => {
  if (where === "outside") return inside;
  const out = arena.plane(inside.length);
  for (let i = 0; i < out.length; i++) {
    const [v, w] = [inside[i], line[i]];
    out[i] = where === "inside" ? Math.max(0, v - w) : times(v, ONE - w);
  }
  return out;
};
var addUpTo = (to, more) => {
  for (let i = 0; i < to.length; i++) {
    const sum = to[i] + more[i];
    to[i] = sum > ONE ? ONE : sum;
  }
};
var outlineNode = (key, paints, open2, make) => {
  const { fill, border } = paints;
  function* coverages(region, work) {
    const ready2 = drawn3({ key, make: () => make(work) });
    yield;
    const { arena } = work.kernels;
    const inside = open2 || !fill && border?.where === "centred" ? null : yield* ready2.fill.covering(region, arena);
    yield;
    const line = ready2.border && border ? yield* ready2.border.covering(region, arena) : null;
    return [inside, line && border ? open2 ? line : borderCoverage(line, inside, border.where, work.kernels) : null];
  }
  if (!fill || !border) {
    return inkNode(key, fill ?? border?.colour ?? [0, 0, 0], {}, function* (region, work) {
      const [inside, line] = yield* coverages(region, work);
      yield;
      return (fill && !open2 ? inside : line) ?? blankPlane(sizeOf(region));
    });
  }
  return {
    key,
    kind: "colour",
    keeping: "dear",
    want: () => void 0,
    *render(region, work) {
      const [inside, line] = yield* coverages(region, work);
      yield;
      if (!inside && !line) return { kind: "colour", region, data: blankPlane(4 * sizeOf(region)) };
      const { arena, paint } = work.kernels;
      const none = blankPlane(sizeOf(region));
      const [under2, over3] = [arena.plane(4 * sizeOf(region)), arena.plane(4 * sizeOf(region))];
      paint(beside(inside ?? none, line ?? none, border.where, arena), fill, under2);
      paint(line ?? none, border.colour, over3);
      addUpTo(over3, under2);
      return { kind: "colour", region, data: over3 };
    }
  };
};

// packages/core/src/sources/bordered.ts
var BORDERED = { dial: "border", isNot: 0 };
var BORDER_DIALS = {
  filled: toggle2({ title: "Filled", default: true }),
  colour: colour({ title: "Fill", default: null, shownWhen: { dial: "filled", is: true } }),
  border: length({ title: "Border", min: 0, max: 100, default: 0, wide: true, more: "a wider line along the outline" }),
  borderWhere: choice2({ title: "Border lies", options: BORDER_PLACES, default: "inside", shownWhen: BORDERED }),
  borderColour: colour({ title: "Border ink", default: null, shownWhen: BORDERED })
};
var paintsOf = (source, { colourOf: colourOf2 }) => ({
  fill: source.filled ? colourOf2(source.colour) : null,
  border: source.border > 0 ? { colour: colourOf2(source.borderColour), width: source.border, where: source.borderWhere } : null
});

// packages/core/src/sources/shape.ts
var shapeNode = (dials, paints, placement, pxPerMm2) => {
  const open2 = dials.form === "line";
  return outlineNode(keyOf("shape", { dials, paints, placement, pxPerMm: pxPerMm2 }, []), open2 ? { ...paints, fill: null } : paints, open2, () => {
    const { width, height } = placement;
    const box2 = { a: width / 2, b: 0, c: width / 2, d: 0, e: height / 2, f: height / 2 };
    const move = after(boxMove(placement, pxPerMm2), box2);
    const corners = shapeContour(dials, Math.max(width, height) / 2 * pxPerMm2);
    const contour = [];
    for (let i = 0; i < corners.length; i += 2) {
      const [x, y] = [corners[i], corners[i + 1]];
      contour.push(move.a * x + move.b * y + move.c, move.d * x + move.e * y + move.f);
    }
    return { fill: new Fill(open2 ? [] : [contour]), border: borderOf([contour], paints, pxPerMm2, !open2) };
  });
};
var DIALS10 = {
  form: choice2({ title: "Form", options: SHAPE_FORMS, default: "rectangle" }),
  points: number2({ title: "Points", unit: "", min: 3, max: 60, step: 1, default: 16, more: "more sides or points" }),
  inner: share2({
    title: "Inner points",
    min: 0.05,
    max: 0.98,
    default: 0.72,
    more: "shorter points",
    shownWhen: { dial: "form", is: "star burst" }
  }),
  ...BORDER_DIALS
};
var shape = {
  kind: "shape",
  title: "Shape",
  purpose: "A plain form that fills its box.",
  words: "box circle star sticker badge border frame caption rule",
  dials: DIALS10,
  parts: {},
  node: (source, at2) => {
    const { form, points, inner: inner2 } = source;
    return shapeNode({ form, points: Math.floor(points), inner: inner2 }, paintsOf(source, at2), at2.placement, at2.pxPerMm);
  },
  inWords: ({ form, filled, border }) => filled ? form : `${form}, border ${Number(border.toFixed(1))} mm`
};

// packages/core/src/sources/sheet.ts
var DIALS11 = {};
var PARTS10 = { sheet: SHEET_REF };
var otherSheet = {
  kind: "sheet",
  title: "Another sheet",
  purpose: "Another sheet of the job, live, as large as its box.",
  words: "nested mock-up",
  dials: DIALS11,
  parts: PARTS10,
  node: ({ sheet: sheet2 }, at2) => at2.sheet(sheet2),
  inWords: () => "another sheet"
};

// packages/core/src/sources/surface.ts
var DIALS12 = {
  surface: choice2({ title: "Surface", options: SURFACES.map(({ name: name3 }) => name3), default: "crumpled copy paper" }),
  seed: seed({ title: "Seed", default: 1 })
};
var surface = {
  kind: "surface",
  title: "Made surface",
  purpose: "Paper, metal, dust or cloth made by the program, at its own size; it goes on beyond its box.",
  words: "paper texture crumpled folded kraft card concrete procedural",
  dials: DIALS12,
  parts: {},
  node: ({ surface: surface2, seed: seed2 }, { placement, pxPerMm: pxPerMm2 }) => surfaceNode({ name: surface2, seed: seed2 }, placement, pxPerMm2),
  inWords: ({ surface: surface2 }) => `made, ${surface2}`
};

// packages/core/src/type/layout.ts
var ALIGNMENTS = ["left", "centre", "right"];
var LINE_WAYS = ["as set", "wrap", "fit", "fit box", "spread"];
var SIZE_WAYS = ["em", "cap height"];
var capShare = (face) => {
  const [h] = face.shape("H");
  const top = h && h.glyph !== 0 ? Math.max(0, ...face.outline(h.glyph).map(({ to }) => to[1])) : 0;
  return top > 0 ? top / face.unitsPerEm : 0.7;
};
var emOf = ({ size: size2, sizeBy }, face) => sizeBy === "em" ? size2 : size2 / capShare(face);
var missingOf = (text3, glyphs) => [...new Set(glyphs.filter(({ glyph }) => glyph === 0).map(({ cluster }) => String.fromCodePoint(text3.codePointAt(cluster) ?? 0)))].join(
  ""
);
var shapedLine = (raw2, dials, face) => {
  const text3 = dials.upperCase ? raw2.toUpperCase() : raw2;
  const glyphs = face.shape(text3);
  const advances = glyphs.reduce((sum, { advance }) => sum + advance, 0) / face.unitsPerEm;
  const ems = (advances + Math.max(0, glyphs.length - 1) * dials.tracking / 1e3) * dials.stretch;
  return { text: text3, glyphs, ems };
};
var isFitted = ({ lines }) => lines === "fit" || lines === "fit box";
var brokenLines = (raw2, dials, face, measure3) => {
  const words = raw2.split(/ +/).filter((word) => word !== "");
  if (words.length < 2) return [raw2];
  const space = shapedLine("n n", dials, face).ems - 2 * shapedLine("n", dials, face).ems;
  const widths = words.map((word) => shapedLine(word, dials, face).ems);
  const cost = [...words.map(() => Infinity), 0];
  const end = words.map((_, i) => i + 1);
  for (let from = words.length - 1; from >= 0; from--) {
    let width = -space;
    for (let to = from; to < words.length; to++) {
      width += space + widths[to];
      if (width > measure3 && to > from) break;
      const empty = Math.max(0, measure3 - width);
      const total = (to === words.length - 1 ? 0 : empty * empty) + cost[to + 1];
      if (total >= cost[from]) continue;
      [cost[from], end[from]] = [total, to + 1];
    }
  }
  const lines = [];
  for (let from = 0; from < words.length; from = end[from]) lines.push(words.slice(from, end[from]).join(" "));
  return lines;
};
var layoutOf = (dials, face, box2) => {
  const set = emOf(dials, face);
  const raw2 = dials.text.split("\n");
  const broken = dials.lines === "wrap" ? raw2.flatMap((line) => brokenLines(line, dials, face, box2.width / set)) : raw2;
  const shaped2 = broken.map((line) => shapedLine(line, dials, face));
  const whole4 = blockOf(shaped2, dials, face, set, box2.width, 1);
  if (dials.lines !== "fit box" || whole4.height <= box2.height) return whole4;
  return blockOf(shaped2, dials, face, set, box2.width, box2.height / whole4.height);
};
var blockOf = (shaped2, dials, face, set, measure3, by) => {
  const sizes = shaped2.map(({ ems }) => isFitted(dials) && ems > 0 ? by * measure3 / ems : set * by);
  const fitted = sizes.filter((_, i) => shaped2[i].ems > 0);
  const cap = capShare(face);
  const gap = (dials.leading - cap) * (isFitted(dials) && fitted.length > 0 ? Math.min(...fitted) : set * by);
  const lines = [];
  let bottom = -gap;
  for (const [i, line] of shaped2.entries()) {
    const baseline = bottom + gap + cap * sizes[i];
    lines.push(setLine(line, dials, sizes[i], baseline, face, measure3));
    bottom = baseline;
  }
  return { lines, height: Math.max(0, bottom) };
};
var setLine = ({ text: text3, glyphs, ems }, dials, em, baseline, face, measure3) => {
  const gaps = Math.max(0, glyphs.length - 1);
  const more = dials.lines === "spread" && gaps > 0 ? (measure3 - ems * em) / gaps : 0;
  const width = ems * em + more * gaps;
  const x = dials.align === "left" ? 0 : dials.align === "right" ? measure3 - width : (measure3 - width) / 2;
  const scaleY = em / face.unitsPerEm;
  const scaleX = scaleY * dials.stretch;
  const between4 = dials.tracking / 1e3 * em * dials.stretch + more;
  let pen = x;
  const placed3 = glyphs.map(({ glyph, cluster, advance, dx, dy }) => {
    const at2 = { glyph, cluster, x: pen + dx * scaleX, y: baseline - dy * scaleY, scaleX, scaleY };
    pen += advance * scaleX + between4;
    return at2;
  });
  return { text: text3, glyphs: placed3, x, width, baseline, em, missing: missingOf(text3, glyphs) };
};

// packages/core/src/type/port.ts
var fontKey = (font2) => "family" in font2 ? `family:${font2.family}` : font2.sha256;

// packages/core/src/sources/type.ts
var lettersOf = (dials, face, placement, pxPerMm2) => {
  const move = boxMove(placement, pxPerMm2);
  return layoutOf(dials, face, placement).lines.flatMap(
    ({ text: text3, glyphs }) => glyphs.map(({ glyph, cluster, x, y, scaleX, scaleY }) => ({
      letter: String.fromCodePoint(text3.codePointAt(cluster) ?? 32),
      contours: flattened(face.outline(glyph), after(move, { a: scaleX, b: 0, c: x, d: 0, e: -scaleY, f: y }))
    }))
  );
};
var typeNode = (font2, dials, paints, placement, pxPerMm2) => outlineNode(keyOf("type", { font: fontKey(font2), dials, paints, placement, pxPerMm: pxPerMm2 }, []), paints, false, (work) => {
  if (!work.type) throw new Error("type cannot be set: no shaping was loaded");
  const contours = lettersOf(dials, work.type.face(font2), placement, pxPerMm2).flatMap((each3) => each3.contours);
  return { fill: new Fill(contours), border: borderOf(contours, paints, pxPerMm2) };
});
var NOT_FITTED = { dial: "lines", isNot: ["fit", "fit box"] };
var DIALS13 = {
  text: text2({ title: "Text", default: "LETTERING" }),
  font: font({ title: "Font", families: SHIPPED_FONTS.map(({ family }) => family), default: { family: "anton" } }),
  lines: choice2({ title: "Lines", options: LINE_WAYS, default: "as set" }),
  sizeBy: choice2({ title: "Size by", options: SIZE_WAYS, default: "em", shownWhen: NOT_FITTED }),
  size: length({
    title: "Size",
    min: 0.3,
    max: 1500,
    default: 25.4,
    more: "larger letters",
    wide: true,
    shownWhen: NOT_FITTED,
    pointsWhen: { dial: "sizeBy", is: "em" }
  }),
  leading: share2({ title: "Leading", min: 0, max: 4, default: 1, more: "lines farther apart" }),
  tracking: number2({ title: "Tracking", unit: "\u2030 em", min: -300, max: 1500, step: 1, default: 0, more: "letters farther apart" }),
  stretch: share2({ title: "Stretch", min: 0.25, max: 4, default: 1, more: "wider letters" }),
  align: choice2({ title: "Align", options: ALIGNMENTS, default: "left" }),
  upperCase: toggle2({ title: "Upper case", default: false }),
  ...BORDER_DIALS
};
var dialsOf = (source) => {
  const { text: text3, size: size2, sizeBy, leading, tracking, align, upperCase, lines, stretch: stretch3 } = source;
  return { text: text3, size: size2, sizeBy, leading, tracking, align, upperCase, lines, stretch: stretch3 };
};
var setNode = (source, at2) => typeNode(source.font, dialsOf(source), paintsOf(source, at2), at2.placement, at2.pxPerMm);
var type = {
  kind: "type",
  title: "Type",
  purpose: "Lettering, set in a block as wide as its box.",
  words: "text letters font title headline caption dates",
  dials: DIALS13,
  parts: {},
  node: setNode,
  inWords: ({ lines }) => lines === "fit" || lines === "fit box" ? "stacked type" : "type"
};

// packages/core/src/sources/kinds.ts
var SOURCES = [picture2, flat, ramp2, shape, frame, surface, type, otherSheet];
var BY_KIND4 = new Map(SOURCES.map((source) => [source.kind, source]));
var sourceOfKind = (kind) => BY_KIND4.get(kind);
var SOURCE_FIELDS = Object.fromEntries(
  SOURCES.map(({ kind, title, purpose, dials, parts }) => [
    kind,
    { ...record({ ...parts, ...dialFields(dials) }), title, description: purpose }
  ])
);

// packages/core/src/catalogue/document.ts
var ZONE = record({ id: ID, masks: list(MASK), params: open });
var stepField = ({ title, purpose, version: version2, dials }) => ({
  ...record({
    id: ID,
    version: whole(1),
    on: toggle,
    amount: share,
    params: versioned("version", version2, record(dialFields(dials))),
    masks: list(MASK),
    zones: list(ZONE)
  }),
  title,
  description: purpose
});
var STEP2 = named(
  "step",
  () => kinds(Object.fromEntries(STEPS4.map((step2) => [step2.kind, stepField(step2)])))
);
var SOURCE = named(
  "source",
  () => kinds({
    ...SOURCE_FIELDS,
    group: {
      ...record({ passes: list(PASS2) }),
      title: "Group",
      description: "Passes that are treated and laid down together."
    },
    overall: { ...record({}), title: "Overall", description: "What is printed so far, treated or laid over itself." }
  })
);
var PASS2 = named(
  "pass",
  () => record({
    id: ID,
    name: name(LONGEST_NAME),
    on: toggle,
    locked: optional(toggle),
    source: SOURCE,
    placement: PLACEMENT,
    steps: list(STEP2),
    masks: list(MASK),
    wear: list(WEAR),
    edges: optional(EDGES),
    lay: record({ ...LAY.fields, mode: text({ least: 1, known: BLEND_MODES.map(({ name: name3 }) => name3) }) })
  })
);
var SHEET2 = record({
  format: choice(SHEET_FORMAT),
  version: whole(1),
  name: name(LONGEST_NAME),
  size: SIZE,
  ppi: PPI,
  edges: EDGES,
  stock: STOCK,
  inks: list(INK, { unique: "id" }),
  passes: list(PASS2, { most: MOST_PASSES, says: "passes, those in groups counted" })
});

// packages/core/src/catalogue/upgraded.ts
var upgradedZone = (zone, whole4, upgrade) => {
  const there = upgrade({ ...whole4, ...zone.params });
  const elsewhere = upgrade(whole4);
  const kept5 = Object.entries(there).filter(
    ([name3, value2]) => name3 in zone.params || JSON.stringify(value2) !== JSON.stringify(elsewhere[name3])
  );
  return { ...zone, params: Object.fromEntries(kept5) };
};
var upgradedStep = (step2) => {
  const declaration = stepOfKind(step2.kind);
  if (!declaration?.upgrade || step2.version >= declaration.version) return step2;
  const upgrade = (params) => declaration.upgrade?.(params, step2.version) ?? params;
  return {
    ...step2,
    version: declaration.version,
    params: upgrade(step2.params),
    zones: step2.zones.map((zone) => upgradedZone(zone, step2.params, upgrade))
  };
};

// packages/core/src/catalogue/references.ts
var isRecord = (value2) => typeof value2 === "object" && value2 !== null && !Array.isArray(value2);
var changedRecord = (fields, value2, change) => {
  if (!isRecord(value2)) return value2;
  const changed = Object.entries(fields).flatMap(([key, of]) => {
    if (!(key in value2)) return [];
    const now = mapped(of, value2[key], change);
    return now === value2[key] ? [] : [[key, now]];
  });
  return changed.length === 0 ? value2 : { ...value2, ...Object.fromEntries(changed) };
};
var changedList = (value2, change) => {
  if (!Array.isArray(value2)) return value2;
  const now = value2.map(change);
  return now.some((item, i) => item !== value2[i]) ? now : value2;
};
var kept3 = (_, value2) => value2;
var SHAPES3 = {
  number: kept3,
  text: kept3,
  toggle: kept3,
  choice: kept3,
  numbers: kept3,
  packed: kept3,
  open: kept3,
  list: ({ of }, value2, change) => changedList(value2, (item) => mapped(of, item, change)),
  tuple: ({ of }, value2, change) => changedList(value2, (item, i) => of[i] ? mapped(of[i], item, change) : item),
  record: ({ fields }, value2, change) => changedRecord(fields, value2, change),
  // Nothing yet points at nothing.
  either: ({ ways }, value2, change) => value2 === null ? null : ways.reduce((now, way) => mapped(way, now, change), value2),
  kinds: ({ kinds: kinds2 }, value2, change) => {
    const of = isRecord(value2) ? kinds2[String(value2["kind"])] : void 0;
    return of ? mapped(of, value2, change) : value2;
  },
  versioned: ({ of }, value2, change) => mapped(of, value2, change),
  named: ({ of }, value2, change) => mapped(of(), value2, change)
};
var pointing = /* @__PURE__ */ new WeakMap();
var insideOf = (field) => {
  switch (field.shape) {
    case "list":
    case "versioned":
      return [field.of];
    case "tuple":
      return field.of;
    case "record":
      return Object.values(field.fields);
    case "either":
      return field.ways;
    case "kinds":
      return Object.values(field.kinds);
    case "named":
      return [field.of()];
    default:
      return [];
  }
};
var pointsAnywhere = (field, asked = /* @__PURE__ */ new Set()) => {
  if (field.refers) return true;
  const known = pointing.get(field);
  if (known !== void 0) return known;
  if (field.shape === "named" && asked.has(field.name)) return false;
  const deeper = field.shape === "named" ? /* @__PURE__ */ new Set([...asked, field.name]) : asked;
  const points = insideOf(field).some((inside) => pointsAnywhere(inside, deeper));
  if (points || asked.size === 0) pointing.set(field, points);
  return points;
};
var mapped = (field, value2, change) => {
  if (!pointsAnywhere(field)) return value2;
  if (field.refers) return change(field.refers, value2);
  return SHAPES3[field.shape](field, value2, change);
};
var referencesIn = (field, value2, wanted) => {
  const found = [];
  mapped(field, value2, (to, each3) => {
    if (to === wanted) found.push(each3);
    return each3;
  });
  return found;
};
var passesRead = (mask) => referencesIn(MASK, mask, "pass");
var passesGuarded = (wear) => referencesIn(WEAR, wear, "pass");
var wearsShared = (wear) => referencesIn(WEAR, wear, "wear");
var passesMatched = ({ kind, params, zones }) => {
  const names = Object.entries(stepOfKind(kind)?.dials ?? {}).flatMap(([name3, { type: type3 }]) => type3 === "pass" ? [name3] : []);
  if (names.length === 0) return [];
  const given = [params, ...zones.map((zone) => zone.params)];
  return given.flatMap((values2) => names.flatMap((name3) => typeof values2[name3] === "string" ? [values2[name3]] : []));
};
var readsBeneath = ({ steps: steps2 }) => steps2.some((written2) => {
  const step2 = upgradedStep(written2);
  const { readsMap } = stepOfKind(step2.kind) ?? {};
  return readsMap !== void 0 && [step2.params, ...step2.zones.map(({ params }) => ({ ...step2.params, ...params }))].some((params) => readsMap(params)?.of === "beneath");
});
var once2 = (values2, nameOf2) => [...new Map([...values2].reverse().map((value2) => [nameOf2(value2), value2])).values()].reverse();
var byPass = /* @__PURE__ */ new WeakMap();
var ofPass = (pass3, wanted) => {
  const known = byPass.get(pass3) ?? /* @__PURE__ */ new Map();
  byPass.set(pass3, known);
  const references = known.get(wanted) ?? referencesIn(PASS2, pass3, wanted);
  known.set(wanted, references);
  return references;
};
var ofSheet = ({ passes }, wanted) => passes.flatMap((pass3) => ofPass(pass3, wanted));
var fontsOf = (sheet2) => once2(ofSheet(sheet2, "font"), (font2) => "family" in font2 ? font2.family : font2.sha256);

// packages/core/src/catalogue/steps-page.ts
var range = (by, unit) => ({ min, max }) => `${min * by} \u2026 ${max * by} ${unit}`;
var TAKES = {
  share: range(100, "%"),
  length: range(1, "mm"),
  angle: range(1, "\xB0"),
  frequency: range(1, "lpi"),
  choice: ({ options }) => options.join(", "),
  number: (dial) => range(1, dial.unit)(dial).trim(),
  seed: () => `a whole number, 0 \u2026 ${MOST_SEED}`,
  text: () => `text of at most ${MOST_TEXT} characters`,
  font: () => "a font that ships with the program, or one\u2019s own",
  ramp: () => `2 \u2026 ${MOST_STOPS} colours along a line, each with its place and strength`,
  toggle: () => "on or off",
  colour: () => "an ink of the sheet or an sRGB colour",
  pass: () => "a pass that prints earlier",
  picture: () => "a picture of the job",
  point: ({ arrow }) => arrow ? "how far to the right and down, mm" : "a place on the sheet, mm",
  bends: () => `at most ${MOST_BENDS} strokes on the sheet`,
  drawn: ({ as }) => as === "line" ? "a line drawn on the sheet" : `at most ${MOST_DRAWN} places on the sheet`,
  curve: ({ domain, presets }) => `handles ${domain === "hue" ? "round the hue circle" : "over tone"}; to begin with: ${presets.map(({ name: name3 }) => name3).join(", ")}`
};

// packages/core/src/checks/declare.ts
var NOTHING_TO_CHECK = { findings: [], figure: null };
var written = (title, read) => ({
  title,
  *run(at2) {
    yield;
    return read(at2);
  }
});
var figured = (value2, places = 1) => String(Number(value2.toFixed(places)));
var percent2 = (share4) => `${share4 < 0.1 ? figured(100 * share4) : Math.round(100 * share4)} %`;

// packages/core/src/checks/clear-pixels.ts
var clearPixels = written("Half-transparent pixels", ({ sheet: sheet2, profile: profile2 }) => {
  if (isWhole(sheet2.edges)) return { findings: [], figure: "0" };
  if (!profile2.needsWhole) return NOTHING_TO_CHECK;
  return {
    figure: null,
    findings: [
      {
        title: "Pixels may be half there",
        detail: `The sheet\u2019s edges are smooth; ${profile2.title} prints all of a pixel or nothing.`,
        pass: null,
        place: null,
        mend: { words: "Print soft parts as dots", change: { kind: "edges", edges: "screened" } }
      }
    ]
  };
});

// packages/core/src/render/compile/graph.ts
var CompileError = class extends Error {
};
var noRecords = () => ({
  passes: /* @__PURE__ */ new Map(),
  printed: /* @__PURE__ */ new Map(),
  wears: /* @__PURE__ */ new Map(),
  coarse: /* @__PURE__ */ new Map(),
  masks: /* @__PURE__ */ new Map(),
  sources: /* @__PURE__ */ new Map(),
  plates: /* @__PURE__ */ new Map(),
  beneath: /* @__PURE__ */ new Map(),
  maps: /* @__PURE__ */ new Map(),
  inputs: /* @__PURE__ */ new Map(),
  outputs: /* @__PURE__ */ new Map()
});
var addRecords = (to, more) => {
  for (const name3 of Object.keys(to)) {
    const target = to[name3];
    for (const [key, value2] of more[name3]) target.set(key, value2);
  }
};
var wearName = (passId, wearId) => `${passId}/${wearId}`;
var maskName = (attachedTo, maskId) => `${attachedTo}/${maskId}`;
var stepName = (passId, stepId) => `${passId}/${stepId}`;

// packages/core/src/plates/plate-nodes.ts
var NOTHING = { inks: /* @__PURE__ */ new Map(), all: null };
var inkNamed = (ref, sheet2) => ref ? "ink" in ref ? ref.ink : null : sheet2.inks[0]?.id ?? null;
var plateName = (passId, plate) => `${passId}/plate ${plate}`;
var inkOfPass = (pass3, sheet2) => {
  const idOf = (ref) => inkNamed(ref, sheet2);
  const on = pass3.steps.filter((step2) => step2.on);
  const last = on.filter((step2) => stepOfKind(step2.kind)?.ink).at(-1);
  const since = last ? on.slice(on.indexOf(last) + 1) : on;
  if (since.some((step2) => stepOfKind(step2.kind)?.gives === "colour")) return null;
  if (last) return idOf(last.params["ink"]);
  const { source } = pass3;
  switch (source.kind) {
    case "flat":
    case "frame":
      return idOf(source.colour);
    case "shape":
    case "type":
      if (source.border === 0) return idOf(source.colour);
      if (!source.filled) return idOf(source.borderColour);
      return idOf(source.colour) === idOf(source.borderColour) ? idOf(source.colour) : null;
    default:
      return null;
  }
};
var KEEPS = /* @__PURE__ */ new Set(["multiply", "darken", "add-ink", "color-burn"]);
var isKeeping = (mode) => KEEPS.has(mode);
var addedNode = (one2, two2) => planeOf(keyOf("added", null, [one2, two2]), [one2, two2], 0, "never", function* (region, work) {
  const before = (yield* rendered(one2, region, work)).tone;
  const more = (yield* rendered(two2, region, work)).tone;
  if (isBlank(before)) return more;
  if (isBlank(more)) return before;
  const out = work.kernels.arena.plane(before.length);
  for (let i = 0; i < out.length; i++) out[i] = Math.min(ONE, before[i] + more[i]);
  return out;
});
var leftNode = (part2, whole4, left) => planeOf(keyOf("left of", null, [part2, whole4, left]), [part2, whole4, left], 0, "never", function* (region, work) {
  const of = (yield* rendered(part2, region, work)).tone;
  const remains = (yield* rendered(left, region, work)).tone;
  if (isBlank(of) || isSolid(remains)) return of;
  if (isBlank(remains)) return blankPlane(sizeOf(region));
  const from = (yield* rendered(whole4, region, work)).tone;
  const out = work.kernels.arena.plane(of.length);
  for (let i = 0; i < out.length; i++) {
    const all = from[i];
    out[i] = all === 0 ? 0 : Math.min(ONE, Math.floor(of[i] * remains[i] / all + 0.5));
  }
  return out;
});
var both = (one2, two2) => productNode([one2, two2]);
var alphaOf = (pass3, coverage) => {
  const { strength, times: times2 = 1 } = pass3.lay;
  if (strength === 1 && times2 === 1) return coverage;
  const clear = complementNode(coverage, shareOf(strength));
  let left = clear;
  for (let n = 1; n < times2; n++) left = both(left, clear);
  return complementNode(left);
};
var eachInk = (inks2, change) => new Map([...inks2].map(([id, plane2]) => [id, change(plane2, id)]));
var laid2 = (planes2, own, alpha, keeps) => {
  const clear = complementNode(alpha);
  const inks2 = new Map(eachInk(planes2.inks, (plane2, id) => keeps && !own.has(id) ? plane2 : both(plane2, clear)));
  for (const [id, plane2] of own) {
    const before = inks2.get(id);
    inks2.set(id, before ? addedNode(before, plane2) : plane2);
  }
  return { inks: inks2, all: planes2.all ? joinedNode(planes2.all, alpha, "either") : alpha };
};
var without = ({ inks: inks2, all }, taken3) => {
  const left = complementNode(taken3);
  return { inks: eachInk(inks2, (plane2) => both(plane2, left)), all: all && both(all, left) };
};
var sheetPlates = (sheet2, graph) => {
  const passes = /* @__PURE__ */ new Map();
  const removed = /* @__PURE__ */ new Map();
  const ownInks = (pass3, printed3, alpha) => {
    const plates2 = graph.plates.get(pass3.id) ?? [];
    const own = /* @__PURE__ */ new Map();
    for (const [i, plate] of plates2.entries()) {
      const dots = both(coverageNode(plate.node), alpha);
      passes.set(plateName(pass3.id, i), dots);
      const id = inkNamed(plate.ink, sheet2);
      if (id !== null && !own.has(id)) own.set(id, dots);
    }
    const ink = inkOfPass(pass3, sheet2);
    if (ink !== null) own.set(ink, alpha);
    if (pass3.source.kind !== "group" || ink !== null || plates2.length > 0) return own;
    const group = planesOf(pass3.source.passes);
    if (pass3.steps.some((step2) => step2.on) || !group.all) return own;
    const [whole4, left] = [group.all, alphaOf(pass3, coverageNode(printed3))];
    return eachInk(group.inks, (plane2) => leftNode(plane2, whole4, left));
  };
  const after2 = (beneath, pass3) => {
    const printed3 = graph.printed.get(pass3.id);
    if (!printed3) return beneath;
    if (pass3.source.kind === "overall") {
      if (!pass3.on) return beneath;
      const taken3 = pass3.wear.flatMap((wear) => graph.wears.get(wearName(pass3.id, wear.id))?.taken ?? []);
      return taken3.reduce(without, beneath);
    }
    const alpha = alphaOf(pass3, coverageNode(printed3));
    passes.set(pass3.id, alpha);
    const own = ownInks(pass3, printed3, alpha);
    if (pass3.lay.mode === "knock-out") {
      if (beneath.all) removed.set(pass3.id, beneath.all);
      return pass3.on ? without(beneath, alpha) : beneath;
    }
    if (!pass3.on) return beneath;
    return laid2(beneath, own, alpha, isKeeping(pass3.lay.mode));
  };
  const planesOf = (list2) => list2.reduce(after2, NOTHING);
  const { inks: inks2, all } = planesOf(sheet2.passes);
  return { inks: inks2, all, passes, removed };
};

// packages/core/src/raster/dither.ts
var DITHER_SIDE = 16;
var bayer = (side2) => {
  if (side2 === 1) return [0];
  const half = side2 / 2;
  const inner2 = bayer(half);
  return Array.from({ length: side2 * side2 }, (_, i) => {
    const x = i % side2;
    const y = Math.floor(i / side2);
    const quarter = [0, 2, 3, 1][(y >= half ? 2 : 0) + (x >= half ? 1 : 0)];
    return 4 * inner2[y % half * half + x % half] + quarter;
  });
};
var DITHER_TILE = Int32Array.from(bayer(DITHER_SIDE), (rank) => {
  const margin = Math.round(ONE / 100);
  return margin + Math.floor((ONE - 2 * margin) * (2 * rank + 1) / (2 * DITHER_SIDE * DITHER_SIDE));
});

// packages/core/src/raster/arena.ts
var heapArena = {
  plane: (length2) => new Int16Array(length2),
  bytes: (length2) => new Uint8Array(length2),
  mark: () => 0,
  release: () => void 0,
  pack: (_, planes2) => [...planes2],
  holds: () => false
};

// packages/core/src/raster/reference/compositing.ts
var f = Math.fround;
var hardLight2 = (b, s) => s <= 0.5 ? f(f(2 * s) * b) : f(1 - f(f(2 * f(1 - s)) * f(1 - b)));
var softLight2 = (b, s) => {
  const twice2 = f(2 * s);
  if (s <= 0.5) return f(b - f(f(f(1 - twice2) * b) * f(1 - b)));
  const d = b <= 0.25 ? f(f(f(f(f(16 * b) - 12) * b) + 4) * b) : f(Math.sqrt(b));
  return f(b + f(f(twice2 - 1) * f(d - b)));
};
var SEPARABLE = {
  darken: (b, s) => Math.min(b, s),
  lighten: (b, s) => Math.max(b, s),
  overlay: (b, s) => hardLight2(s, b),
  "hard-light": hardLight2,
  "soft-light": softLight2,
  "color-dodge": (b, s) => b <= 0 ? 0 : s >= 1 ? 1 : Math.min(1, f(b / f(1 - s))),
  "color-burn": (b, s) => b >= 1 ? 1 : s <= 0 ? 0 : f(1 - Math.min(1, f(f(1 - b) / s))),
  difference: (b, s) => Math.abs(f(b - s)),
  exclusion: (b, s) => f(f(b + s) - f(f(2 * b) * s)),
  "add-ink": (b, s) => Math.max(0, f(f(b + s) - 1)),
  "all-or-nothing": (b, s) => f(b + s) >= 1 ? 1 : 0,
  add: (b, s) => Math.min(1, f(b + s)),
  subtract: (b, s) => Math.max(0, f(b - s)),
  divide: (b, s) => b <= 0 ? 0 : s <= 0 ? 1 : Math.min(1, f(b / s))
};
var lum2 = ([r, g, b]) => 0.3 * r + 0.59 * g + 0.11 * b;
var sat2 = (c) => Math.max(...c) - Math.min(...c);
var setLum2 = (c, l) => {
  const d = l - lum2(c);
  const moved5 = [c[0] + d, c[1] + d, c[2] + d];
  const l1 = lum2(moved5);
  const least = Math.min(...moved5);
  const most = Math.max(...moved5);
  const clipped = (v) => {
    if (least < 0) v = l1 + (v - l1) * l1 / (l1 - least);
    if (most > 1) v = l1 + (v - l1) * (1 - l1) / (most - l1);
    return v;
  };
  return [clipped(moved5[0]), clipped(moved5[1]), clipped(moved5[2])];
};
var setSatLum = (c, saturation2, l) => {
  const least = Math.min(...c);
  const span2 = sat2(c);
  if (span2 === 0) return setLum2([0, 0, 0], l);
  const at2 = (v) => (v - least) * saturation2 / span2;
  return setLum2([at2(c[0]), at2(c[1]), at2(c[2])], l);
};
var NON_SEPARABLE = {
  hue: (b, s) => setSatLum(s, sat2(b), lum2(b)),
  saturation: (b, s) => setSatLum(b, sat2(s), lum2(b)),
  color: (b, s) => setLum2(s, lum2(b)),
  luminosity: (b, s) => setLum2(b, lum2(s))
};

// packages/core/src/raster/reference/blend.ts
var f2 = Math.fround;
var inIntegers = (mode, atop, b, s, out) => {
  const ab = b[3];
  const as = s[3];
  for (let c = 0; c < 4; c++) {
    const [cb, cs] = [b[c], s[c]];
    const factor = mode === "multiply" ? atop ? cb : ONE - ab + cb : atop ? ab : ONE;
    const through2 = mode === "knock-out" ? 0 : c === 3 ? ONE : factor;
    const clear = ONE - (mode === "screen" ? cs : as);
    out[c] = cs * through2 + cb * clear + HALF >> 14;
  }
  if (atop && mode !== "knock-out") out[3] = ab;
};
var inFloats = (mode, atop, b, s, out) => {
  const blended = SEPARABLE[mode];
  const ab = b[3] / ONE;
  const as = s[3] / ONE;
  const alpha = atop ? ab : f2(f2(as + ab) - f2(as * ab));
  const most = Math.floor(f2(f2(alpha * ONE) + 0.5));
  for (let c = 0; c < 3; c++) {
    const [pb, ps] = [b[c] / ONE, s[c] / ONE];
    const inside = ab > 0 && as > 0 ? f2(f2(as * ab) * blended(f2(pb / ab), f2(ps / as))) : 0;
    const outside = atop ? 0 : f2(ps * f2(1 - ab));
    const sum = f2(f2(outside + inside) + f2(pb * f2(1 - as)));
    out[c] = Math.min(most, Math.max(0, Math.trunc(f2(f2(sum * ONE) + 0.5))));
  }
  out[3] = most;
};
var inDoubles = (mode, atop, b, s, out) => {
  const ab = b[3] / ONE;
  const as = s[3] / ONE;
  const unpremultiplied2 = (pixel, alpha) => {
    const at2 = (c) => pixel[c] / ONE / alpha;
    return [at2(0), at2(1), at2(2)];
  };
  const made3 = ab > 0 && as > 0 ? NON_SEPARABLE[mode](unpremultiplied2(b, ab), unpremultiplied2(s, as)) : [0, 0, 0];
  const most = Math.min(ONE, Math.trunc((atop ? ab : as + ab - as * ab) * ONE + 0.5));
  for (let c = 0; c < 3; c++) {
    const [pb, ps] = [b[c] / ONE, s[c] / ONE];
    const outside = atop ? 0 : ps * (1 - ab);
    const sum = outside + as * ab * made3[c] + pb * (1 - as);
    out[c] = Math.min(most, Math.max(0, Math.trunc(sum * ONE + 0.5)));
  }
  out[3] = most;
};
var blend = (beneath, source, mode, atop, strength, mask, out) => {
  const weighted2 = new Int16Array(4);
  for (let i = 0; i < beneath.length; i += 4) {
    const weight = mask ? times(strength, mask[i >> 2]) : strength;
    for (let c = 0; c < 4; c++) weighted2[c] = times(source[i + c], weight);
    const [b, to] = [beneath.subarray(i, i + 4), out.subarray(i, i + 4)];
    if (mode in SEPARABLE) inFloats(mode, atop, b, weighted2, to);
    else if (mode in NON_SEPARABLE) inDoubles(mode, atop, b, weighted2, to);
    else inIntegers(mode, atop, b, weighted2, to);
  }
};

// packages/core/src/raster/reference/cast-metal.ts
var LINE3 = 0.1;
var WAVERS = 0.018;
var CURVED = 0.05;
var MIRROR = { middle: 0.5, slope: 0.46, lamp: 0.25 };
var SPOT2 = 14;
var spotOf = (x) => {
  let power2 = 1;
  for (let i = 0; i < SPOT2; i++) power2 *= x;
  return power2;
};
var castMetal = (casting, alphas, { x: left, y: top, width, height }, out) => {
  const { heights: heights4, widthPx, lamp, view, map, waves, scratches, grains: grains2, polish, grain: grain2, face, bevel } = casting;
  const stride = width + 2;
  for (let row3 = 0, i = 0; row3 < height; row3++) {
    const y = top + row3 + 0.5;
    for (let column = 0; column < width; column++, i++) {
      const alpha = alphas[i];
      if (alpha === 0) {
        out.fill(0, 4 * i, 4 * i + 4);
        continue;
      }
      const x = left + column + 0.5;
      const h = (row3 + 1) * stride + column + 1;
      const raised = heights4[h] / ONE;
      const gx = (heights4[h + 1] - heights4[h - 1]) * widthPx / (2 * ONE);
      const gy = (heights4[h - stride] - heights4[h + stride]) * widthPx / (2 * ONE);
      const nz = 1 / Math.sqrt(1 + gx * gx + gy * gy);
      const [nx, ny] = [-gx * nz, -gy * nz];
      const [lx, ly] = [lamp.x - x, y - lamp.y];
      const by = 1 / Math.sqrt(lx * lx + ly * ly + lamp.z * lamp.z);
      const diffuse = Math.max(0, (nx * lx + ny * ly + nz * lamp.z) * by);
      const steep = 1 - nz;
      const flank = clamp((0.985 - raised) / 0.03);
      const place = map ? 1 - map[i] / ONE : 0.5 + (view.sin * (x - view.x) + view.cos * (y - view.y)) / view.tall;
      const onFace = place + WAVERS * waves[i] / ONE + CURVED * ny;
      const onBevel = MIRROR.middle + MIRROR.slope * 2 * nz * ny + MIRROR.lamp * (diffuse - 0.5);
      const faceAt = 3 * Math.floor(clamp(onFace) * CASTING_RAMP + 0.5);
      const edgeAt = 3 * Math.floor(clamp(onBevel) * CASTING_RAMP + 0.5);
      const spot = steep > 0.02 ? spotOf(diffuse) * 0.5 : 0;
      const rim = clamp(1 - Math.abs(raised - 0.97) / LINE3) * (diffuse - 0.62) * 1.1 * clamp(steep * 12 + flank * 0.3);
      const texture2 = 1 + (polish * scratches[i] + grain2 * grains2[i]) / ONE;
      const outline = clamp(raised / 0.12) * 0.35 + 0.65;
      for (let c = 0; c < 3; c++) {
        const mixed3 = face[faceAt + c] * (1 - flank) + bevel[edgeAt + c] * flank;
        const lit2 = (mixed3 * texture2 * outline + ONE * (spot * flank + rim)) / ONE;
        out[4 * i + c] = Math.floor(clamp(lit2) * alpha + 0.5);
      }
      out[4 * i + 3] = alpha;
    }
  }
};

// packages/core/src/raster/reference/cube.ts
var CELL3 = ONE / (CUBE_POINTS - 1);
var full = (value2, alpha) => {
  if (alpha === ONE) return value2;
  return alpha <= 0 ? 0 : Math.min(ONE, Math.floor((value2 * ONE + (alpha >> 1)) / alpha));
};
var cube = (rgba, values2, tone, coverage) => {
  for (let i = 0; i < tone.length; i++) {
    const alpha = rgba[4 * i + 3];
    coverage[i] = alpha;
    let corner2 = 0;
    const ways = [0, 1, 2].map((c) => {
      const value2 = Math.max(0, Math.min(ONE, full(rgba[4 * i + c], alpha)));
      const cell = Math.min(CUBE_POINTS - 2, Math.floor(value2 / CELL3));
      const step2 = CUBE_POINTS ** (2 - c);
      corner2 += cell * step2;
      return { part: value2 - cell * CELL3, step: step2 };
    });
    const order = [...ways].sort((one2, two2) => two2.part - one2.part);
    let sum = 0;
    let before = CELL3;
    for (const { part: part2, step: step2 } of [...order, { part: 0, step: 0 }]) {
      sum += values2[corner2] * (before - part2);
      corner2 += step2;
      before = part2;
    }
    tone[i] = Math.floor((sum + CELL3 / 2) / CELL3);
  }
};

// packages/core/src/raster/reference/detail.ts
var clamp2 = (v) => v < 0 ? 0 : v > ONE ? ONE : v;
var detail = {
  lifted(base, first, second, table, out) {
    for (let i = 0; i < out.length; i++) {
      const apart2 = Math.max(-ONE, Math.min(ONE, first[i] - second[i]));
      out[i] = clamp2((base ? base[i] : 0) + table[apart2 + ONE]);
    }
  },
  ratio(first, second, out) {
    for (let i = 0; i < out.length; i++) {
      const by = second[i];
      out[i] = by > 0 ? Math.min(ONE, Math.floor((first[i] * ONE + (by >> 1)) / by)) : 0;
    }
  },
  multiplyAdd(first, second, third, out) {
    for (let i = 0; i < out.length; i++) out[i] = clamp2(times(first[i], second[i]) + third[i]);
  },
  modulated(first, second, table, out) {
    for (let i = 0; i < out.length; i++) {
      const value2 = first[i];
      out[i] = clamp2(value2 + (second[i] * table[value2] + HALF >> 14));
    }
  },
  guidance(means, squares2, epsilon, slopes2, offsets) {
    for (let i = 0; i < slopes2.length; i++) {
      const mean = means[i];
      const variance = Math.max(0, squares2[i] - times(mean, mean));
      const whole4 = variance + epsilon;
      const slope2 = Math.floor((variance * ONE + (whole4 >> 1)) / whole4);
      slopes2[i] = slope2;
      offsets[i] = mean - times(slope2, mean);
    }
  },
  cellTones(tone, { x: left, y: top, width, height }, grid, way, out) {
    const { ax, bx, ay, by } = way;
    for (let y = 0, i = 0; y < height; y++) {
      for (let x = 0; x < width; x++, i++) {
        const u = grid.u0 + Math.imul(left + x, grid.ux) + Math.imul(top + y, grid.uy) | 0;
        const v = grid.v0 + Math.imul(left + x, grid.vx) + Math.imul(top + y, grid.vy) | 0;
        const cx = Math.min(width - 1, Math.max(0, x - Math.floor(u * ax + v * bx + 0.5)));
        const cy = Math.min(height - 1, Math.max(0, y - Math.floor(u * ay + v * by + 0.5)));
        out[i] = tone[cy * width + cx];
      }
    }
  }
};

// packages/core/src/raster/reference/dissolve.ts
var dissolve = (patches, share4, strength, field, pxPerMm2, region, out) => {
  const { cos, sin, long, broad, seed: seed2, ranks } = field;
  for (let y = 0, i = 0; y < region.height; y++) {
    const my = (region.y + y + 0.5) / pxPerMm2;
    for (let x = 0; x < region.width; x++, i++) {
      const part2 = patches[i] > HALF ? share4 ? times(share4[i], strength) : strength : 0;
      out[i] = part2 >= ONE || part2 > 0 && heightAt((region.x + x + 0.5) / pxPerMm2, my) < part2 ? ONE : 0;
    }
  }
  function heightAt(x, y) {
    const at2 = smoothNoise((x * cos + y * sin) / long, (y * cos - x * sin) / broad, seed2) * DISSOLVE_RANKS;
    const n = Math.min(DISSOLVE_RANKS - 1, Math.floor(at2));
    const [low, high] = [ranks[n], ranks[n + 1]];
    return (low + (high - low) * (at2 - n)) * ONE;
  }
};

// packages/core/src/raster/reference/hue.ts
var hueOf2 = (r, g, b) => {
  const most = Math.max(r, g, b);
  const least = Math.min(r, g, b);
  const span2 = most - least;
  if (r === most && b === least) return { sixth: 0, along: g - b, span: span2 };
  if (g === most && b === least) return { sixth: 1, along: span2 - (r - b), span: span2 };
  if (g === most && r === least) return { sixth: 2, along: b - r, span: span2 };
  if (b === most && r === least) return { sixth: 3, along: span2 - (g - r), span: span2 };
  if (b === most && g === least) return { sixth: 4, along: r - g, span: span2 };
  return { sixth: 5, along: span2 - (b - g), span: span2 };
};

// packages/core/src/raster/reference/index-plane.ts
var indexPlanes = {
  stamp(beneath, coverage, map, out) {
    for (let i = 0; i < out.length; i++) {
      const entry = beneath[i];
      out[i] = !coverage || coverage[i] >= HALF ? map[entry] : entry;
    }
  },
  keepWhere(entries, plane2, out) {
    for (let i = 0; i < out.length; i++) out[i] = plane2[i] >= HALF ? entries[i] : 0;
  },
  lookUp(entries, palette, values2, out) {
    for (let i = 0; i < entries.length; i++) {
      for (let c = 0; c < values2; c++) out[values2 * i + c] = palette[values2 * entries[i] + c];
    }
  },
  reduceIndex(entries, width, height, shift, palette, out) {
    const side2 = 1 << shift;
    const outWidth = Math.ceil(width / side2);
    for (let oy = 0; oy * side2 < height; oy++) {
      for (let ox = 0; ox < outWidth; ox++) {
        const right = Math.min(width, (ox + 1) * side2);
        const bottom = Math.min(height, (oy + 1) * side2);
        const count = (right - ox * side2) * (bottom - oy * side2);
        for (let c = 0; c < 4; c++) {
          let sum = 0;
          for (let y = oy * side2; y < bottom; y++) {
            for (let x = ox * side2; x < right; x++) sum += palette[4 * entries[y * width + x] + c];
          }
          out[(oy * outWidth + ox) * 4 + c] = Math.floor((sum + (count >> 1)) / count);
        }
      }
    }
  }
};

// packages/core/src/raster/reference/moved.ts
var FOLDED2 = {
  nothing: (at2) => at2,
  hold: (at2, from, length2) => Math.max(from, Math.min(from + length2 - 1, at2)),
  repeat: (at2, from, length2) => from + ((at2 - from) % length2 + length2) % length2,
  mirror: (at2, from, length2) => {
    const along = ((at2 - from) % (2 * length2) + 2 * length2) % (2 * length2);
    return from + Math.min(along, 2 * length2 - 1 - along);
  }
};
var wayOf = (way, most) => Math.floor((way * most + HALF) / ONE);
var moved3 = (plane2, channels, from, ways, box2, beyond2, region, out) => {
  const fold2 = FOLDED2[beyond2];
  const { weights } = CATMULL_ROM;
  const valueAt = (x, y, channel) => {
    const [i, j] = [fold2(x, box2.x, box2.width) - from.x, fold2(y, box2.y, box2.height) - from.y];
    if (i < 0 || j < 0 || i >= from.width || j >= from.height) return 0;
    return plane2[(j * from.width + i) * channels + channel];
  };
  const filtered = (px, py, channel) => {
    let sum = HALF;
    for (let j = 0; j < 4; j++) {
      let along = HALF;
      for (let i = 0; i < 4; i++) {
        along += valueAt((px >> 8) - 1 + i, (py >> 8) - 1 + j, channel) * weights[4 * (px & 255) + i];
      }
      sum += (along >> 14) * weights[4 * (py & 255) + j];
    }
    return sum >> 14;
  };
  for (let row3 = 0, i = 0; row3 < region.height; row3++) {
    for (let column = 0; column < region.width; column++, i++) {
      const px = (region.x + column << 8) + wayOf(ways.x[i], ways.across);
      const py = (region.y + row3 << 8) + wayOf(ways.y[i], ways.down);
      const alpha = Math.max(0, Math.min(ONE, filtered(px, py, channels - 1)));
      for (let c = 0; c < channels; c++) out[i * channels + c] = Math.max(0, Math.min(alpha, filtered(px, py, c)));
    }
  }
};

// packages/core/src/raster/reference/noise.ts
var tileAt = (tile2, u, v) => {
  const [x, y] = [u >>> 23, v >>> 23];
  const [s, t] = [u >>> 11 & 4095, v >>> 11 & 4095];
  const point2 = (px, py) => tile2[py * NOISE_STRIDE + px];
  const straight = (from, to, share4) => from + ((to - from) * share4 + 2048 >> 12);
  return straight(straight(point2(x, y), point2(x + 1, y), s), straight(point2(x, y + 1), point2(x + 1, y + 1), s), t);
};
var moved4 = (by, phase) => Math.floor(by * phase / ONE) | 0;
var noise2 = ({ x, y, width, height }, octaves, tile2, warp, gate, out) => {
  for (let row3 = 0, i = 0; row3 < height; row3++) {
    for (let column = 0; column < width; column++, i++) {
      const open2 = gate ? gate[i] : 1;
      if (open2 <= 0 || open2 >= ONE) {
        out[i] = 0;
        continue;
      }
      const [wx, wy] = warp ? [warp.x[i], warp.y[i]] : [0, 0];
      let sum = ONE / 2;
      for (const { grid, weight, warped } of octaves) {
        const u = grid.u0 + Math.imul(x + column, grid.ux) + Math.imul(y + row3, grid.uy) + moved4(wx, warped.ux) + moved4(wy, warped.uy);
        const v = grid.v0 + Math.imul(x + column, grid.vx) + Math.imul(y + row3, grid.vy) + moved4(wx, warped.vx) + moved4(wy, warped.vy);
        sum += tileAt(tile2, u >>> 0, v >>> 0) * weight;
      }
      out[i] = Math.max(-ONE, Math.min(ONE, sum >> 14));
    }
  }
};

// packages/core/src/raster/reference/planes.ts
var planes = {
  multiply(first, second, out) {
    for (let i = 0; i < out.length; i++) out[i] = times(first[i], second[i]);
  },
  complement(plane2, strength, out) {
    for (let i = 0; i < out.length; i++) out[i] = ONE - times(plane2[i], strength);
  },
  light(tone, coverage, out) {
    for (let i = 0; i < out.length; i++) out[i] = ONE - times(ONE - tone[i], coverage[i]);
  },
  cut(plane2, out) {
    for (let i = 0; i < out.length; i++) out[i] = plane2[i] >= HALF ? ONE : 0;
  },
  cutColours(rgba, least, out) {
    for (let i = 0; i < rgba.length; i += 4) {
      const alpha = rgba[i + 3];
      for (let c = 0; c < 3; c++) {
        const full3 = Math.min(ONE, Math.floor((rgba[i + c] * ONE + (alpha >> 1)) / alpha));
        out[i + c] = alpha < least ? 0 : alpha === ONE ? rgba[i + c] : full3;
      }
      out[i + 3] = alpha < least ? 0 : ONE;
    }
  },
  alphaOf(rgba, out) {
    for (let i = 0; i < out.length; i++) out[i] = rgba[4 * i + 3];
  },
  paintTones(tone, coverage, out) {
    for (let i = 0; i < tone.length; i++) {
      const alpha = coverage ? coverage[i] : ONE;
      out.fill(times(tone[i], alpha), 4 * i, 4 * i + 3);
      out[4 * i + 3] = alpha;
    }
  },
  toned(tone, coverage, tables2, out) {
    for (let i = 0; i < tone.length; i++) {
      const alpha = coverage[i];
      for (let c = 0; c < 3; c++) out[4 * i + c] = times(tables2[c][tone[i]], alpha);
      out[4 * i + 3] = alpha;
    }
  },
  sum(plane2) {
    let total = 0;
    for (const v of plane2) total += v;
    return total;
  },
  dot(first, second) {
    let total = 0;
    for (let i = 0; i < first.length; i++) total += first[i] * second[i];
    return total;
  }
};

// packages/core/src/raster/reference/relit.ts
var full2 = (value2, alpha) => alpha === ONE ? value2 : Math.min(ONE, Math.floor((value2 * ONE + (alpha >> 1)) / alpha));
var putClipped = (out, at2, colour2, grey, alpha) => {
  let c = colour2;
  const least = Math.min(...c);
  if (least < 0) {
    const by = grey / (grey - least);
    c = c.map((v) => grey + (v - grey) * by);
  }
  const most = Math.max(...c);
  if (most > ONE) {
    const by = (ONE - grey) / (most - grey);
    c = c.map((v) => grey + (v - grey) * by);
  }
  for (let i = 0; i < 3; i++) out[at2 + i] = times(Math.floor(Math.min(ONE, Math.max(0, c[i])) + 0.5), alpha);
  out[at2 + 3] = alpha;
};
var relit = (rgba, from, to, out) => {
  for (let i = 0, at2 = 0; at2 < rgba.length; i++, at2 += 4) {
    const alpha = rgba[at2 + 3];
    const by = to[i] - from[i];
    if (by === 0 || alpha <= 0) for (let c = 0; c < 4; c++) out[at2 + c] = rgba[at2 + c];
    else {
      const colour2 = [0, 1, 2].map((c) => full2(rgba[at2 + c], alpha) + by);
      putClipped(out, at2, colour2, to[i], alpha);
    }
  }
};
var knotOf = (r, g, b) => {
  const { sixth, along, span: span2 } = hueOf2(r, g, b);
  return Math.floor(sixth * 256 + along * 256 / span2 + 0.5);
};
var hued = (rgba, knots, gentle, out) => {
  for (let at2 = 0; at2 < rgba.length; at2 += 4) {
    const alpha = rgba[at2 + 3];
    const [r, g, b] = alpha > 0 ? [0, 1, 2].map((c) => full2(rgba[at2 + c], alpha)) : [0, 0, 0];
    const [most, least] = [Math.max(r, g, b), Math.min(r, g, b)];
    if (most === least) {
      for (let c = 0; c < 4; c++) out[at2 + c] = rgba[at2 + c];
      continue;
    }
    const span2 = most - least;
    const k = knotOf(r, g, b) * HUE_KNOT_VALUES;
    const share4 = 1 - gentle * span2 / ONE;
    const grey = 0.2126 * r + 0.7152 * g + 0.0722 * b;
    const [red, blue] = [r - grey, b - grey];
    const turnedRed = red + share4 * (knots[k] * red + knots[k + 1] * blue);
    const turnedBlue = blue + share4 * (knots[k + 2] * red + knots[k + 3] * blue);
    const turnedGreen = -(0.2126 * turnedRed + 0.0722 * turnedBlue) / 0.7152;
    const lit2 = Math.min(ONE, Math.max(0, grey + share4 * knots[k + 4] * span2));
    putClipped(out, at2, [lit2 + turnedRed, lit2 + turnedGreen, lit2 + turnedBlue], lit2, alpha);
  }
};

// packages/core/src/raster/reference/specks.ts
var HANGS = ONE >> 4;
var dropSpecks = (plane2, width, height, most) => {
  const { labels, count, boxes } = componentsOf(
    Uint8Array.from(plane2, (v) => v > HANGS ? 1 : 0),
    width,
    height,
    8
  );
  const small = new Uint8Array(count + 1);
  for (let piece = 1; piece <= count; piece++) {
    const [left, top, right, bottom] = boxes.subarray(4 * piece, 4 * piece + 4);
    const whole4 = left > 0 && top > 0 && right < width - 1 && bottom < height - 1;
    small[piece] = whole4 && right - left < most && bottom - top < most ? 1 : 0;
  }
  for (let i = 0; i < plane2.length; i++) if (small[labels[i]]) plane2[i] = 0;
};

// packages/core/src/raster/reference/rough-edge.ts
var past = (inwards, along, line, { lines, tables: tables2, perMm, seed: seed2, noises, pxPerMm: pxPerMm2 }) => {
  const value2 = (which) => lines[line + which];
  const [start, count, number3, from] = [value2(8), value2(9), value2(10), value2(11)];
  const at2 = Math.max(0, Math.min(count - 1.001, (along - from) * perMm));
  const k = Math.floor(at2);
  const share4 = at2 - k;
  const read = (which) => {
    const here = tables2[2 * (start + k) + which];
    return here + (tables2[2 * (start + k + 1) + which] - here) * share4;
  };
  const [reach, amount] = [read(0), read(1)];
  const [first, second] = noises;
  const bare2 = reach - inwards;
  const most = 0.5 * Math.abs(amount) + 0.5 * second.amount + 1 / pxPerMm2;
  if (bare2 > most || bare2 < -most) return bare2;
  const salt = 57 * number3;
  const fine = layeredNoise(along / first.along, inwards / first.inwards + salt, seed2, first.layers) - 0.5;
  const coarse = layeredNoise(along / second.along, inwards / second.inwards + salt, seed2 + 40, second.layers) - 0.5;
  return bare2 + amount * fine + second.amount * coarse;
};
var roughEdge2 = (edge, piece, out, region) => {
  const { lines, pxPerMm: pxPerMm2, ends } = edge;
  for (let y = piece.y; y < piece.y + piece.height; y++) {
    let i = (y - region.y) * region.width + piece.x - region.x;
    for (let x = piece.x; x < piece.x + piece.width; x++, i++) {
      let most = -1e3;
      let nearest4 = 1e9;
      for (let line = 0; line < lines.length; line += ROUGH_LINE_VALUES) {
        const value2 = (which) => lines[line + which];
        const inwards = value2(0) * (x + 0.5) + value2(1) * (y + 0.5) + value2(2);
        if (line < 4 * ROUGH_LINE_VALUES) nearest4 = Math.min(nearest4, inwards);
        if (inwards >= value2(7)) continue;
        if (inwards < value2(6)) most = 1e3;
        else most = Math.max(most, past(inwards, value2(3) * (x + 0.5) + value2(4) * (y + 0.5) + value2(5), line, edge));
      }
      const coverage = most * pxPerMm2 + 0.5;
      const within4 = ends ? Math.min(coverage, nearest4 * pxPerMm2 + 0.5) : coverage;
      out[i] = Math.floor(Math.max(0, Math.min(1, within4)) * ONE + 0.5);
    }
  }
};

// packages/core/src/raster/reference/reference.ts
var DOT_BITS = 32 - 6;
var clamp3 = (v) => v < 0 ? 0 : v > ONE ? ONE : v;
var unpremultiplied = (value2, alpha) => alpha === ONE ? value2 : alpha <= 0 ? 0 : Math.min(ONE, Math.floor((value2 * ONE + (alpha >> 1)) / alpha));
var weighted = (r, g, b, shares2) => {
  const high = r * (shares2[0] >> 14) + g * (shares2[1] >> 14) + b * (shares2[2] >> 14);
  const low = r * (shares2[0] & 16383) + g * (shares2[1] & 16383) + b * (shares2[2] & 16383);
  return high + (low + HALF >> 14) + HALF >> 14;
};
var responseAt = (response, r, g, b) => {
  const { sixth, along, span: span2 } = hueOf2(r, g, b);
  const position = Math.floor(along * 65536 / span2);
  const knot = sixth * 256 + Math.min(255, position >> 8);
  const fraction = position >= 65536 ? 256 : position & 255;
  const from = response[knot];
  return from + ((response[knot + 1] - from) * fraction + 128 >> 8);
};
var filterPosition = (at2, axis) => Math.floor((at2 + axis.offset) * 256 + 0.5);
var referenceKernels = {
  arena: heapArena,
  ...planes,
  ...indexPlanes,
  ...detail,
  castMetal,
  cube,
  dissolve,
  distance(plane2, region, most, outside, window2, out) {
    const { width, height } = region;
    const set = Uint8Array.from(plane2.subarray(0, width * height), (v) => Number(v >= HALF !== outside));
    const found = distancesTo(set, width, height, most);
    for (let y = 0, i = 0; y < window2.height; y++) {
      const line = (window2.y - region.y + y) * width + window2.x - region.x;
      for (let x = 0; x < window2.width; x++, i++) out[i] = Math.floor(found[line + x] / most * ONE + 0.5);
    }
  },
  moved: moved3,
  noise: noise2,
  relit,
  hued,
  dropSpecks,
  roughEdge: roughEdge2,
  grey(rgba, shares2, tone, coverage) {
    let least = ONE;
    for (let i = 0; i < tone.length; i++) {
      const alpha = rgba[4 * i + 3];
      const r = unpremultiplied(rgba[4 * i], alpha);
      const g = unpremultiplied(rgba[4 * i + 1], alpha);
      const b = unpremultiplied(rgba[4 * i + 2], alpha);
      tone[i] = clamp3(weighted(r, g, b, shares2));
      coverage[i] = alpha;
      if (alpha < least) least = alpha;
    }
    return least;
  },
  greyByHue(rgba, shares2, response, tone, coverage) {
    let least = ONE;
    for (let i = 0; i < tone.length; i++) {
      const alpha = rgba[4 * i + 3];
      const r = unpremultiplied(rgba[4 * i], alpha);
      const g = unpremultiplied(rgba[4 * i + 1], alpha);
      const b = unpremultiplied(rgba[4 * i + 2], alpha);
      const span2 = Math.max(r, g, b) - Math.min(r, g, b);
      const lift = span2 > 0 ? responseAt(response, r, g, b) * span2 + HALF >> 14 : 0;
      tone[i] = clamp3(weighted(r, g, b, shares2) + lift);
      coverage[i] = alpha;
      if (alpha < least) least = alpha;
    }
    return least;
  },
  table(values2, table, out) {
    for (let i = 0; i < values2.length; i++) out[i] = table[clamp3(values2[i])];
  },
  screen(tone, region, grid, shape3, thresholds2, ways, out) {
    let i = 0;
    for (let row3 = 0; row3 < region.height; row3++) {
      const y = region.y + row3;
      for (let column = 0; column < region.width; column++, i++) {
        const x = region.x + column;
        let u = grid.u0 + Math.imul(x, grid.ux) + Math.imul(y, grid.uy) | 0;
        let v = grid.v0 + Math.imul(x, grid.vx) + Math.imul(y, grid.vy) | 0;
        if (ways) {
          const [dx, dy] = [wayOf(ways.x[i], ways.across), wayOf(ways.y[i], ways.down)];
          u = u + Math.floor((grid.ux * dx + grid.uy * dy) / 256) | 0;
          v = v + Math.floor((grid.vx * dx + grid.vy * dy) / 256) | 0;
        }
        const packed4 = thresholds2[clamp3(tone[i])];
        const threshold2 = packed4 << 16 >> 16;
        const slope2 = packed4 >> 16;
        const above = spotAt(shape3, u, v) - threshold2;
        out[i] = clamp3((Math.imul(above, slope2) >> SLOPE_BITS) + HALF);
      }
    }
  },
  scatter(ink, { x: left, y: top, width, height }, grid, tile2, out) {
    for (let row3 = 0, i = 0; row3 < height; row3++) {
      for (let column = 0; column < width; column++, i++) {
        const [x, y] = [left + column, top + row3];
        const u = grid.u0 + Math.imul(x, grid.ux) + Math.imul(y, grid.uy) >>> DOT_BITS;
        const v = grid.v0 + Math.imul(x, grid.vx) + Math.imul(y, grid.vy) >>> DOT_BITS;
        out[i] = ink[i] >= tile2[v * SCATTER_SIDE + u] ? ONE : 0;
      }
    }
  },
  reduce(plane2, channels, width, height, shift, out) {
    const side2 = 1 << shift;
    const outWidth = Math.ceil(width / side2);
    const outHeight = Math.ceil(height / side2);
    for (let oy = 0; oy < outHeight; oy++) {
      for (let ox = 0; ox < outWidth; ox++) {
        const right = Math.min(width, (ox + 1) * side2);
        const bottom = Math.min(height, (oy + 1) * side2);
        const count = (right - ox * side2) * (bottom - oy * side2);
        for (let channel = 0; channel < channels; channel++) {
          let sum = 0;
          for (let y = oy * side2; y < bottom; y++) {
            for (let x = ox * side2; x < right; x++) sum += plane2[(y * width + x) * channels + channel];
          }
          out[(oy * outWidth + ox) * channels + channel] = Math.floor((sum + (count >> 1)) / count);
        }
      }
    }
  },
  expand(samples, channels, out) {
    const working = samples instanceof Uint8Array ? from8 : from16;
    const made3 = channels === 1 ? 1 : 4;
    for (let i = 0, o = 0; i < samples.length; i += channels, o += made3) {
      for (let c = 0; c < made3; c++) out[o + c] = c < channels ? working(samples[i + c]) : ONE;
    }
  },
  sample(patch, at2, across2, down, region, out) {
    const { channels } = patch;
    let o = 0;
    for (let row3 = 0; row3 < region.height; row3++) {
      const cy = region.y + row3 + 0.5;
      for (let column = 0; column < region.width; column++, o += channels) {
        let filtered2 = function(channel) {
          let sum = 0;
          for (let j = 0; j < down.taps; j++) {
            let line = 0;
            for (let i = 0; i < across2.taps; i++) {
              const value2 = patch.data[((top + j) * patch.width + left + i) * channels + channel];
              line += value2 * across2.weights[(px & 255) * across2.taps + i];
            }
            sum += (line + HALF >> 14) * down.weights[(py & 255) * down.taps + j];
          }
          return sum + HALF >> 14;
        };
        var filtered = filtered2;
        const cx = region.x + column + 0.5;
        const px = filterPosition(at2.a * cx + at2.b * cy + at2.c, across2);
        const py = filterPosition(at2.d * cx + at2.e * cy + at2.f, down);
        const left = (px >> 8) - patch.x;
        const top = (py >> 8) - patch.y;
        const alpha = clamp3(filtered2(channels - 1));
        for (let channel = 0; channel < channels; channel++) out[o + channel] = Math.max(0, Math.min(alpha, filtered2(channel)));
      }
    }
  },
  filterAcross({ data, width, height, channels }, positions, axis, out) {
    for (let row3 = 0, o = 0; row3 < height; row3++) {
      for (const position of positions) {
        for (let c = 0; c < channels; c++, o++) {
          let sum = HALF;
          for (let i = 0; i < axis.taps; i++) {
            const value2 = data[(row3 * width + (position >> 8) + i) * channels + c];
            sum += value2 * axis.weights[(position & 255) * axis.taps + i];
          }
          out[o] = sum >> 14;
        }
      }
    }
  },
  filterDown(lines, channels, width, positions, axis, out) {
    const values2 = width * channels;
    let o = 0;
    for (const position of positions) {
      for (let x = 0; x < values2; x += channels, o += channels) {
        const filtered = (c) => {
          let sum = HALF;
          for (let j = 0; j < axis.taps; j++) {
            const value2 = lines[((position >> 8) + j) * values2 + x + c];
            sum += value2 * axis.weights[(position & 255) * axis.taps + j];
          }
          return sum >> 14;
        };
        const most = clamp3(filtered(channels - 1));
        for (let c = 0; c < channels; c++) out[o + c] = Math.max(0, Math.min(most, filtered(c)));
      }
    }
  },
  transpose(plane2, channels, width, height, out) {
    for (let y = 0, i = 0; y < height; y++) {
      for (let x = 0; x < width; x++) {
        for (let c = 0; c < channels; c++, i++) out[(x * height + y) * channels + c] = plane2[i];
      }
    }
  },
  mix(from, to, channels, share4, mask, out) {
    for (let i = 0; i < from.length; i++) {
      const weight = mask ? times(share4, mask[channels === 1 ? i : i >> 2]) : share4;
      out[i] = between(from[i], to[i], weight);
    }
  },
  paint(coverage, colour2, out) {
    for (let i = 0; i < coverage.length; i++) {
      const alpha = coverage[i];
      for (let channel = 0; channel < 3; channel++) out[4 * i + channel] = times(colour2[channel], alpha);
      out[4 * i + 3] = alpha;
    }
  },
  blend,
  layInk(beneath, coverage, colour2, mode, strength, out) {
    const painted3 = new Int16Array(4 * coverage.length);
    referenceKernels.paint(coverage, colour2, painted3);
    blend(beneath, painted3, mode, false, strength, null, out);
  },
  channels(rgba, red, green, blue, out) {
    const tables2 = [red, green, blue];
    for (let i = 0; i < rgba.length; i += 4) {
      const alpha = rgba[i + 3];
      for (let c = 0; c < 3; c++) {
        const value2 = unpremultiplied(rgba[i + c], alpha);
        out[i + c] = times(tables2[c][value2], alpha);
      }
      out[i + 3] = alpha;
    }
  },
  convolve(plane2, stride, weights, out) {
    const half = (weights.length - 1) / 2;
    out.fill(0);
    for (let i = half * stride; i < plane2.length - half * stride; i++) {
      let sum = HALF;
      for (let k = 0; k < weights.length; k++) sum += weights[k] * plane2[i + (k - half) * stride];
      out[i] = sum >> 14;
    }
  },
  rim(rgba, region, out) {
    for (let row3 = 0, i = 0; row3 < region.height; row3++) {
      const line = (region.y + row3 & DITHER_SIDE - 1) * DITHER_SIDE;
      for (let column = 0; column < region.width; column++, i += 4) {
        const dither = DITHER_TILE[line + (region.x + column & DITHER_SIDE - 1)];
        const alpha = rgba[i + 3];
        for (let channel = 0; channel < 3; channel++) {
          out[i + channel] = unpremultiplied(rgba[i + channel], alpha) * 255 + dither >> 14;
        }
        out[i + 3] = alpha * 255 + dither >> 14;
      }
    }
  }
};

// packages/core/src/render/drive.ts
var finish = (rendering) => {
  for (; ; ) {
    const step2 = rendering.next();
    if (step2.done) return step2.value;
  }
};

// packages/core/src/render/index-nodes.ts
var MOST_ENTRIES = 256;
var isIndex = (node) => node.kind === "index";
var paletteKey = (palette) => palette.join(" ");
var bareIndex = () => {
  const palette = new Int16Array(4);
  return {
    key: keyOf("bare index", null, []),
    kind: "index",
    keeping: "never",
    palette,
    want: () => void 0,
    *render(region) {
      yield;
      return { kind: "index", region, entries: new Uint8Array(sizeOf(region)), palette };
    }
  };
};
var mapped2 = (palette, becomes) => {
  const known = /* @__PURE__ */ new Map();
  const entries = [];
  const numberOf = (colour2) => {
    const number3 = known.get(colour2) ?? entries.length;
    if (number3 === entries.length) {
      known.set(colour2, number3);
      entries.push(colour2);
    }
    return number3;
  };
  const colourAt = (of, i) => of.subarray(4 * i, 4 * i + 4).join(" ");
  for (let i = 0; 4 * i < palette.length; i++) numberOf(colourAt(palette, i));
  const map = new Uint8Array(palette.length <= 4 * 16 ? 16 : MOST_ENTRIES);
  for (let i = 0; 4 * i < palette.length; i++) {
    const number3 = numberOf(colourAt(becomes, i));
    if (number3 >= MOST_ENTRIES) return null;
    map[i] = number3;
  }
  return { map, palette: Int16Array.from(entries.flatMap((colour2) => colour2.split(" ").map(Number))) };
};
var stampNode = (beneath, source, colour2, mode, strength, times2) => {
  let becomes = beneath.palette;
  const count = becomes.length / 4;
  const ink = Int16Array.from({ length: 4 * count }, (_, i) => i % 4 === 3 ? ONE : colour2[i % 4]);
  for (let n = 0; n < times2; n++) {
    const next = new Int16Array(becomes.length);
    referenceKernels.blend(becomes, ink, mode, false, strength, null, next);
    becomes = next;
  }
  const found = mapped2(beneath.palette, becomes);
  if (!found) return null;
  const { map, palette } = found;
  return {
    key: keyOf("stamp", { mode, strength, times: times2, colour: colour2, palette: paletteKey(palette) }, [beneath, source]),
    kind: "index",
    palette,
    want(region, wants2, work) {
      wantOnce(beneath, region, wants2, work);
      wantOnce(source, region, wants2, work);
    },
    *render(region, work) {
      const { arena, stamp } = work.kernels;
      const under2 = yield* rendered(beneath, region, work);
      const { coverage } = yield* rendered(source, region, work);
      if (isBlank(coverage)) return { ...under2, palette };
      const entries = arena.bytes(under2.entries.length);
      stamp(under2.entries, isSolid(coverage) ? null : coverage, map, entries);
      return { kind: "index", region, entries, palette };
    }
  };
};
var recolouredNode2 = (beneath, palette, why2) => ({
  key: keyOf("recoloured", { why: why2, palette: paletteKey(palette) }, [beneath]),
  kind: "index",
  keeping: "never",
  palette,
  want: (region, wants2, work) => wantOnce(beneath, region, wants2, work),
  *render(region, work) {
    return { ...yield* rendered(beneath, region, work), palette };
  }
});
var keptWhereNode = (beneath, left) => ({
  key: keyOf("kept where", null, [beneath, left]),
  kind: "index",
  palette: beneath.palette,
  want(region, wants2, work) {
    wantOnce(beneath, region, wants2, work);
    wantOnce(left, region, wants2, work);
  },
  *render(region, work) {
    const { arena, keepWhere } = work.kernels;
    const under2 = yield* rendered(beneath, region, work);
    const { tone } = yield* rendered(left, region, work);
    if (isSolid(tone)) return under2;
    const entries = arena.bytes(under2.entries.length);
    keepWhere(under2.entries, tone, entries);
    return { ...under2, entries };
  }
});
var paletteNode = (palette) => ({
  key: keyOf("palette", paletteKey(palette), []),
  kind: "colour",
  keeping: "never",
  want: () => void 0,
  *render(region) {
    yield;
    return { kind: "colour", region, data: palette };
  }
});
var renderedPalette = (node, count, work) => {
  const tile2 = () => {
    throw new Error("a palette has no picture");
  };
  const region = { x: 0, y: 0, width: count, height: 1 };
  const made3 = finish(rendered(node, region, { ...work, kernels: referenceKernels, tile: tile2, rasters: null, type: null }));
  return made3.data;
};
var cutPalette = (palette) => {
  const out = new Int16Array(palette.length);
  referenceKernels.cutColours(palette, ONE / 2, out);
  return out;
};
var paletteBytes = (palette) => Uint32Array.from({ length: palette.length / 4 }, (_, i) => {
  const [r, g, b, alpha] = palette.subarray(4 * i, 4 * i + 4);
  const byte = (v) => alpha > 0 ? Math.min(255, Math.floor(v * 255 / alpha + 0.5)) : 0;
  return (Math.floor(alpha * 255 / ONE + 0.5) << 24 | byte(b) << 16 | byte(g) << 8 | byte(r)) >>> 0;
});

// packages/core/src/render/regions.ts
var VIEW_TILE = 512;
var plan = (node, region, work) => [...wantsOf(node, region, work).tiles.values()];
var wantsOf = (node, region, work) => {
  const wants2 = new Wants();
  for (const block of tilesOf(region, VIEW_TILE)) wantOnce(node, block, wants2, work);
  return wants2;
};
var planWhole = (node, region, work) => {
  const wants2 = new Wants();
  wantOnce(node, region, wants2, work);
  return [...wants2.tiles.values()];
};
var planPieces = (node, region, work) => tilesOf(region, READ_TILE).flatMap((tile2) => planWhole(node, tile2, work));
var planReading = (statistics, work) => {
  const wants2 = new Wants();
  wantStatistics(statistics, wants2, work);
  return [...wants2.tiles.values()];
};
var putBlock = (from, block, to, region, values2) => {
  const line = block.width * values2;
  for (let row3 = 0; row3 < block.height; row3++) {
    const at2 = ((block.y + row3 - region.y) * region.width + block.x - region.x) * values2;
    to.set(from.subarray(row3 * line, (row3 + 1) * line), at2);
  }
};
function* inBlocks(region, side2, work, run) {
  for (const block of tilesOf(region, side2)) {
    yield* scoped(work, (inside) => run(block, inside));
    yield;
  }
}
function* renderTones(node, region, work) {
  const out = new Int16Array(sizeOf(region));
  yield* inBlocks(region, VIEW_TILE, work, function* (block, inside) {
    putBlock((yield* rendered(node, block, inside)).tone, block, out, region, 1);
  });
  return out;
}
function* renderEntries(node, region, work) {
  const out = new Uint8Array(sizeOf(region));
  yield* inBlocks(region, VIEW_TILE, work, function* (block, inside) {
    putBlock((yield* rendered(node, block, inside)).entries, block, out, region, 1);
  });
  return out;
}
function* renderBytes(node, region, work) {
  const bytes = new Uint8Array(4 * sizeOf(region));
  if (isIndex(node)) {
    const entries = yield* renderEntries(node, region, work);
    work.kernels.lookUp(entries, paletteBytes(node.palette), 1, new Uint32Array(bytes.buffer));
    return bytes;
  }
  yield* inBlocks(region, VIEW_TILE, work, function* (block, inside) {
    const { arena, rim } = inside.kernels;
    const { data } = yield* rendered(node, block, inside);
    const part2 = arena.bytes(4 * sizeOf(block));
    rim(data, block, part2);
    putBlock(part2, block, bytes, region, 4);
  });
  return bytes;
}
function* renderReduced(node, region, halvings, work, read) {
  if (halvings === 0 && !read) return yield* renderBytes(node, region, work);
  const small = reducedRegion(region, halvings);
  const data = new Int16Array(4 * sizeOf(small));
  const bytes = new Uint8Array(data.length);
  yield* inBlocks(region, Math.max(VIEW_TILE, 2 ** halvings), work, function* (block, inside) {
    const { arena, reduce, reduceIndex, rim } = inside.kernels;
    const full3 = yield* rendered(node, block, inside);
    if (read) yield* read(block, inside);
    const part2 = reducedRegion(block, halvings);
    if (halvings === 0 && full3.kind === "colour") {
      const whole4 = arena.bytes(4 * sizeOf(block));
      rim(full3.data, block, whole4);
      return putBlock(whole4, block, bytes, region, 4);
    }
    const reduced = arena.plane(4 * sizeOf(part2));
    if (full3.kind === "index") reduceIndex(full3.entries, block.width, block.height, halvings, full3.palette, reduced);
    else reduce(full3.data, 4, block.width, block.height, halvings, reduced);
    putBlock(reduced, part2, data, small, 4);
  });
  if (halvings > 0 || isIndex(node)) roundToBytes(data, bytes);
  return bytes;
}
var reducedRegion = (region, halvings) => {
  const side2 = 2 ** halvings;
  const x = Math.floor(region.x / side2);
  const y = Math.floor(region.y / side2);
  return {
    x,
    y,
    width: Math.ceil((region.x + region.width) / side2) - x,
    height: Math.ceil((region.y + region.height) / side2) - y
  };
};
var roundToBytes = (data, bytes) => {
  for (let i = 0; i < data.length; i += 4) {
    const alpha = data[i + 3];
    for (let c = 0; c < 3; c++) {
      bytes[i + c] = alpha > 0 ? Math.min(255, Math.floor(data[i + c] * 255 / alpha + 0.5)) : 0;
    }
    bytes[i + 3] = Math.floor(alpha * 255 / ONE + 0.5);
  }
};

// packages/core/src/checks/ink-total.ts
var SIDE4 = 4;
var platesOf = ({ sheet: sheet2, analysis }) => [...sheetPlates(sheet2, analysis).inks.values()];
var inkTotal = {
  title: "Ink, most at one place",
  wants: (at2, work) => platesOf(at2).flatMap((plane2) => planPieces(plane2, at2.analysis.region, work)),
  *run(at2, work) {
    const { analysis, profile: profile2 } = at2;
    const planes2 = platesOf(at2);
    if (planes2.length === 0) return NOTHING_TO_CHECK;
    let [most, mostX, mostY] = [0, 0, 0];
    for (const tile2 of tilesOf(analysis.region, READ_TILE)) {
      yield* scoped(work, function* (inside) {
        const across2 = Math.floor(tile2.width / SIDE4);
        const sums2 = new Float64Array(across2 * Math.floor(tile2.height / SIDE4));
        for (const plane2 of planes2) {
          const { tone } = yield* rendered(plane2, tile2, inside);
          for (let y = 0; y < Math.floor(tile2.height / SIDE4) * SIDE4; y++) {
            for (let x = 0; x < across2 * SIDE4; x++) {
              const place = Math.floor(y / SIDE4) * across2 + Math.floor(x / SIDE4);
              sums2[place] = sums2[place] + tone[y * tile2.width + x];
            }
          }
        }
        for (let i = 0; i < sums2.length; i++) {
          const total = sums2[i] / (SIDE4 * SIDE4 * ONE);
          if (total <= most) continue;
          [most, mostX, mostY] = [total, tile2.x + i % across2 * SIDE4, tile2.y + Math.floor(i / across2) * SIDE4];
        }
      });
    }
    const { pxPerMm: pxPerMm2 } = analysis.scale;
    const [side2, limit] = [SIDE4 / pxPerMm2, profile2.inkLimit];
    if (most <= limit + 5e-3) return { findings: [], figure: `${percent2(most)}, limit ${percent2(limit)}` };
    const finding = {
      title: `${percent2(most)} ink at one place`,
      detail: `${profile2.title} takes at most ${percent2(limit)} of all inks together.`,
      pass: null,
      place: { x: mostX / pxPerMm2, y: mostY / pxPerMm2, width: side2, height: side2 },
      mend: null
    };
    return { findings: [finding], figure: null };
  }
};

// packages/core/src/checks/near-trim.ts
var lettering = (sheet2) => [...passesOf(sheet2.passes)].filter(({ on, source }) => on && source.kind === "type");
var nearTrim = {
  title: "Nearest to the trim",
  wants: ({ sheet: sheet2, analysis }, work) => lettering(sheet2).flatMap(({ id }) => {
    const node = analysis.sources.get(id);
    return node ? planPieces(node, analysis.region, work) : [];
  }),
  *run({ sheet: sheet2, profile: profile2, analysis }, work) {
    const { pxPerMm: pxPerMm2 } = analysis.scale;
    const found = [];
    for (const pass3 of lettering(sheet2)) {
      const source = analysis.sources.get(pass3.id);
      if (!source) continue;
      const node = coverageNode(source);
      let [left, top, right, bottom] = [Infinity, Infinity, -1, -1];
      for (const tile2 of tilesOf(analysis.region, READ_TILE)) {
        yield* scoped(work, function* (inside) {
          const { tone } = yield* rendered(node, tile2, inside);
          for (let i = 0; i < tone.length; i++) {
            if (tone[i] < ONE / 2) continue;
            const [x, y] = [tile2.x + i % tile2.width, tile2.y + Math.floor(i / tile2.width)];
            [left, top, right, bottom] = [Math.min(left, x), Math.min(top, y), Math.max(right, x + 1), Math.max(bottom, y + 1)];
          }
        });
      }
      if (right > 0)
        found.push({
          pass: pass3,
          left: left / pxPerMm2,
          top: top / pxPerMm2,
          right: sheet2.size.width - right / pxPerMm2,
          bottom: sheet2.size.height - bottom / pxPerMm2
        });
    }
    if (found.length === 0 || profile2.trim === 0) return NOTHING_TO_CHECK;
    const nearest4 = (each3) => Math.min(each3.left, each3.top, each3.right, each3.bottom);
    const near = found.filter((each3) => nearest4(each3) < profile2.trim - 1 / pxPerMm2);
    const first = found.reduce((one2, two2) => nearest4(two2) < nearest4(one2) ? two2 : one2);
    const within4 = (low, high) => low < profile2.trim ? profile2.trim - low : high < profile2.trim ? high - profile2.trim : 0;
    return {
      figure: near.length > 0 ? null : `${first.pass.name}, ${figured(nearest4(first), 0)} mm`,
      findings: near.map((each3) => ({
        title: `\u201C${each3.pass.name}\u201D comes within ${figured(Math.max(0, nearest4(each3)))} mm of the trim`,
        detail: `${profile2.trim} mm are the least for ${profile2.title}.`,
        pass: each3.pass.id,
        place: null,
        mend: each3.left + each3.right < 2 * profile2.trim || each3.top + each3.bottom < 2 * profile2.trim ? null : {
          words: "Move it inwards",
          change: { kind: "place", pass: each3.pass.id, right: within4(each3.left, each3.right), down: within4(each3.top, each3.bottom) }
        }
      }))
    };
  }
};

// packages/core/src/plates/step-plates.ts
var platesOf2 = ({ kind, params }) => {
  const apply = stepOfKind(kind)?.apply;
  return apply !== void 0 && "plates" in apply ? apply.plates(params) : [];
};

// packages/core/src/plates/moire.ts
var isScreen = (params) => typeof params["lpi"] === "number" && typeof params["angle"] === "number" && typeof params["shape"] === "string";
var screensUsed = (sheet2) => [...passesOf(sheet2.passes)].flatMap((pass3) => {
  if (!pass3.on) return [];
  return pass3.steps.flatMap((written2) => {
    const step2 = upgradedStep(written2);
    const declaration = stepOfKind(step2.kind);
    if (!step2.on || !declaration) return [];
    if (declaration.family !== "screen") return [];
    const plates2 = platesOf2(step2);
    const given = plates2.length > 0 ? plates2.map(({ screen: screen3, ink }) => ({ params: screen3.params, ink: inkNamed(ink, sheet2) })) : [{ params: step2.params, ink: inkOfPass(pass3, sheet2) }];
    return given.filter(({ params }) => isScreen(params)).map(({ params, ink }) => ({
      pass: pass3.id,
      passName: pass3.name,
      step: step2.id,
      lpi: params["lpi"],
      angle: params["angle"],
      isLines: params["shape"] === "line" || params["shape"] === "wave line",
      ink
    }));
  });
});

// packages/core/src/checks/on-screens.ts
var [SHOWN, AVERAGED] = [0.36, 0.7];
var better = (side2, f3) => [
  Math.floor(side2 * f3 / (AVERAGED + 0.02) / 10) * 10,
  Math.ceil(side2 * f3 / (SHOWN - 0.01) / 10) * 10
];
var onScreens = written("Dots on screens", ({ sheet: sheet2, profile: profile2 }) => {
  const screens2 = screensUsed(sheet2);
  if (profile2.shownAt.length === 0 || screens2.length === 0) return NOTHING_TO_CHECK;
  const longest = inchesFromMm(Math.max(sheet2.size.width, sheet2.size.height));
  const findings = profile2.shownAt.flatMap(
    (side2) => screens2.flatMap(({ lpi, pass: pass3, passName }) => {
      const f3 = lpi * longest / side2;
      if (f3 <= SHOWN || f3 >= AVERAGED) return [];
      const [smaller, larger] = better(side2, f3);
      return [
        {
          title: `Dots beat with the pixels at ${side2} px`,
          detail: `\u201C${passName}\u201D: ${figured(1 / f3)} px from dot to dot. ${smaller} px or less averages them, ${larger} px or more shows them.`,
          pass: pass3,
          place: null,
          mend: null
        }
      ];
    })
  );
  return { findings, figure: findings.length > 0 ? null : `well at ${profile2.shownAt.join(" and ")} px` };
});

// packages/core/src/checks/on-the-sheet.ts
var isBeside = ({ placement }, { size: size2 }) => {
  const corners = cornersOf(placement);
  const beyond2 = (values2, most) => Math.max(...values2) <= 0 || Math.min(...values2) >= most;
  return beyond2(
    corners.map(([x]) => x),
    size2.width
  ) || beyond2(
    corners.map(([, y]) => y),
    size2.height
  );
};
var onTheSheet = written("Passes beside the sheet", ({ sheet: sheet2 }) => {
  const placed3 = [...passesOf(sheet2.passes)].filter(({ on, source }) => on && source.kind !== "overall" && source.kind !== "group");
  const beside2 = placed3.filter((pass3) => pass3.placement.beyond === "nothing" && isBeside(pass3, sheet2));
  return {
    figure: beside2.length > 0 ? null : "0",
    findings: beside2.map(({ id, name: name3, placement }) => ({
      title: `\u201C${name3}\u201D lies beside the sheet`,
      detail: "None of it prints.",
      pass: id,
      place: null,
      mend: {
        words: "Bring it onto the sheet",
        change: { kind: "place", pass: id, right: sheet2.size.width / 2 - placement.x, down: sheet2.size.height / 2 - placement.y }
      }
    }))
  };
});

// packages/core/src/checks/screens.ts
var [LEAST_THREADS, GOOD_THREADS] = [3.5, 4.5];
var LEAST_CELL2 = 6;
var GOOD_CELL = 8;
var MOST_PPI = 2400;
var otherLpi = (sheet2, { pass: pass3, step: step2 }, lpi) => {
  const written2 = findPass(sheet2, pass3)?.steps.find(({ id }) => id === step2);
  if (typeof written2?.params["lpi"] !== "number") return null;
  return { words: `${lpi} lpi`, change: { kind: "step", pass: pass3, step: step2, params: { lpi } } };
};
var finest = (screens2) => screens2.reduce((one2, two2) => two2.lpi > one2.lpi ? two2 : one2);
var screenAndMesh = written("Screen and mesh", ({ sheet: sheet2, profile: profile2 }) => {
  const screens2 = screensUsed(sheet2);
  const { mesh } = profile2;
  if (mesh === null || screens2.length === 0) return NOTHING_TO_CHECK;
  const most = mesh / LEAST_THREADS;
  const tooFine = screens2.filter(({ lpi }) => lpi > most);
  return {
    figure: tooFine.length > 0 ? null : `${figured(finest(screens2).lpi)} lpi, mesh ${Math.round(mesh / 2.54)} a cm`,
    findings: tooFine.map((screen3) => ({
      title: `${figured(screen3.lpi)} lpi is too fine for the mesh`,
      detail: `\u201C${screen3.passName}\u201D: ${figured(mesh / screen3.lpi)} threads a line, where at least ${LEAST_THREADS} are needed.`,
      pass: screen3.pass,
      place: null,
      mend: otherLpi(sheet2, screen3, Math.floor(mesh / GOOD_THREADS))
    }))
  };
});
var screenAndPixels = written("Pixels of a dot\u2019s cell", ({ sheet: sheet2 }) => {
  const screens2 = screensUsed(sheet2);
  if (!isWhole(sheet2.edges) || screens2.length === 0) return NOTHING_TO_CHECK;
  const tooFew = screens2.filter(({ lpi }) => sheet2.ppi / lpi < LEAST_CELL2);
  return {
    figure: tooFew.length > 0 ? null : `${figured(sheet2.ppi / finest(screens2).lpi)} px`,
    findings: tooFew.map(({ pass: pass3, passName, lpi }) => {
      const ppi = Math.ceil(lpi * GOOD_CELL / 50) * 50;
      return {
        title: `${sheet2.ppi} ppi are few for ${figured(lpi)} lpi`,
        detail: `\u201C${passName}\u201D: a cell of ${figured(sheet2.ppi / lpi)} px has ${Math.floor((sheet2.ppi / lpi) ** 2) + 1} tones.`,
        pass: pass3,
        place: null,
        mend: ppi > MOST_PPI ? null : { words: `Print at ${ppi} ppi`, change: { kind: "ppi", ppi } }
      };
    })
  };
});

// packages/core/src/checks/pictures.ts
var [LEAST_PIXELS, GOOD_PIXELS] = [1.5, 2];
var pictures = written("Pictures", ({ sheet: sheet2, profile: profile2, infoOf }) => {
  const placed3 = [...passesOf(sheet2.passes)].flatMap((pass3) => {
    if (!pass3.on || pass3.source.kind !== "picture") return [];
    const info = infoOf(pass3.source.picture.sha256);
    if (!info) return [];
    const across2 = inchesFromMm(pass3.placement.width);
    const screen3 = screensUsed(sheet2).find((each3) => each3.pass === pass3.id);
    const ppi = info.width / across2;
    return [{ pass: pass3, ppi, screen: screen3, needs: screen3 ? LEAST_PIXELS * screen3.lpi : profile2.pictures }];
  });
  if (placed3.length === 0) return NOTHING_TO_CHECK;
  const poor = placed3.filter(({ ppi, needs }) => ppi < needs);
  const least = placed3.reduce((one2, two2) => two2.ppi < one2.ppi ? two2 : one2);
  return {
    figure: poor.length > 0 ? null : `${Math.round(least.ppi)} ppi, enough to ${Math.round(least.ppi / GOOD_PIXELS)} lpi`,
    findings: poor.map(({ pass: pass3, ppi, screen: screen3, needs }) => ({
      title: `A picture of ${Math.round(ppi)} ppi is printed too large`,
      detail: `\u201C${pass3.name}\u201D needs ${Math.round(needs)} ppi ${screen3 ? `for its ${Math.round(screen3.lpi)} lpi` : "without a screen"}.`,
      pass: pass3.id,
      place: null,
      mend: screen3 ? otherLpi(sheet2, screen3, Math.max(1, Math.floor(ppi / GOOD_PIXELS))) : null
    }))
  };
});

// packages/core/src/checks/profiles.ts
var perCm = (threads) => threads * 2.54;
var PROFILES = {
  "screen-paper": {
    title: "screen print on paper",
    needsWhole: true,
    smallestDot: 0.25,
    smallestHole: 0.25,
    mesh: perCm(77),
    inkLimit: 2.4,
    pictures: 200,
    type: 6,
    trim: 5,
    shownAt: []
  },
  "screen-fabric": {
    title: "screen print on fabric",
    needsWhole: true,
    smallestDot: 0.35,
    smallestHole: 0.4,
    mesh: perCm(43),
    inkLimit: 3,
    pictures: 150,
    type: 8,
    trim: 0,
    shownAt: []
  },
  transfer: {
    title: "garment transfer",
    needsWhole: true,
    smallestDot: 0.3,
    smallestHole: 0.3,
    mesh: null,
    inkLimit: 4,
    pictures: 200,
    type: 8,
    trim: 0,
    shownAt: []
  },
  offset: {
    title: "offset",
    needsWhole: false,
    smallestDot: 0.02,
    smallestHole: 0.02,
    mesh: null,
    inkLimit: 3.2,
    pictures: 250,
    type: 5,
    trim: 3,
    shownAt: []
  },
  duplicator: {
    title: "drum duplicator",
    needsWhole: false,
    smallestDot: 0.08,
    smallestHole: 0.1,
    mesh: null,
    inkLimit: 2,
    pictures: 200,
    type: 6,
    trim: 6,
    shownAt: []
  },
  copy: {
    title: "laser copy",
    needsWhole: false,
    smallestDot: 0.1,
    smallestHole: 0.1,
    mesh: null,
    inkLimit: 2.6,
    pictures: 150,
    type: 5,
    trim: 5,
    shownAt: []
  },
  posting: {
    title: "posting on screens",
    needsWhole: false,
    smallestDot: 0,
    smallestHole: 0,
    mesh: null,
    inkLimit: 4,
    pictures: 72,
    type: 0,
    trim: 0,
    shownAt: [2e3, 1080]
  }
};
var DARK = 0.375 * ONE;
var PROFILE_NAMES = Object.keys(PROFILES);

// packages/core/src/checks/small-dots.ts
var [ACROSS2, DOWN2, CELLS2, MOST_PX, LEAST_PX3] = [4, 4, 12, 384, 64];
var GRID = 0.5;
var WORTH = 0.01;
var windowsOf = ({ sheet: sheet2, whole: whole4 }, lpi) => {
  const side2 = Math.round(Math.max(LEAST_PX3, Math.min(MOST_PX, CELLS2 * sheet2.ppi / lpi)));
  const { width, height } = whole4.region;
  return Array.from({ length: ACROSS2 * DOWN2 }, (_, i) => {
    const [x, y] = [(i % ACROSS2 + 0.5) / ACROSS2, (Math.floor(i / ACROSS2) + 0.5) / DOWN2];
    return overlap({ x: Math.round(x * width - side2 / 2), y: Math.round(y * height - side2 / 2), width: side2, height: side2 }, whole4.region);
  }).filter((region) => region !== null);
};
var counted = (set, { width, height }, px, neighbours) => {
  const { labels, count, boxes } = componentsOf(set, width, height, neighbours);
  const areas = new Int32Array(count + 1);
  for (const label of labels) areas[label] = areas[label] + 1;
  let [all, small] = [0, 0];
  for (let piece = 1; piece <= count; piece++) {
    const [left, top, right, bottom] = boxes.subarray(4 * piece, 4 * piece + 4);
    if (left === 0 || top === 0 || right === width - 1 || bottom === height - 1) continue;
    all++;
    if (2 * Math.sqrt(areas[piece] / Math.PI) < px - GRID) small++;
  }
  return { all, small };
};
var setWhere = (tone, isHole) => {
  const set = new Uint8Array(tone.length);
  for (let i = 0; i < set.length; i++) set[i] = tone[i] >= ONE / 2 === isHole ? 0 : 1;
  return set;
};
function* looked(at2, work, smallest, isHole) {
  const { sheet: sheet2, whole: whole4 } = at2;
  const { pxPerMm: pxPerMm2 } = whole4.scale;
  const screens2 = screensUsed(sheet2);
  if (screens2.length === 0 || smallest === 0) return NOTHING_TO_CHECK;
  const findings = [];
  for (const { pass: pass3, passName, step: step2, lpi } of screens2) {
    const node = whole4.printed.get(pass3);
    if (!node) continue;
    const there = coverageNode(node);
    let [all, small, worst] = [0, 0, 0];
    let place = null;
    for (const region of windowsOf(at2, lpi)) {
      const found = yield* scoped(work, function* (inside) {
        const { tone } = yield* rendered(there, region, inside);
        return counted(setWhere(tone, isHole), region, smallest * pxPerMm2, isHole ? 4 : 8);
      });
      yield;
      all += found.all;
      small += found.small;
      if (found.small <= worst) continue;
      worst = found.small;
      place = { x: region.x / pxPerMm2, y: region.y / pxPerMm2, width: region.width / pxPerMm2, height: region.height / pxPerMm2 };
    }
    if (all === 0 || small / all < WORTH) continue;
    const hasSmallest = findPass(sheet2, pass3)?.steps.find(({ id }) => id === step2)?.kind === "screen";
    const words = isHole ? `Holes under ${figured(smallest, 2)} mm will fill` : `Dots under ${figured(smallest, 2)} mm will not hold`;
    findings.push({
      title: words,
      detail: `${percent2(small / all)} of the ${isHole ? "holes" : "dots"} of \u201C${passName}\u201D.`,
      pass: pass3,
      place,
      mend: isHole || !hasSmallest ? null : { words: `Smallest dot ${figured(smallest, 2)} mm`, change: { kind: "step", pass: pass3, step: step2, params: { smallestDot: smallest } } }
    });
  }
  return { findings, figure: findings.length > 0 ? null : `none under ${figured(smallest, 2)} mm` };
}
var wants = (at2, work) => screensUsed(at2.sheet).flatMap(({ pass: pass3, lpi }) => {
  const node = at2.whole.printed.get(pass3);
  return node ? windowsOf(at2, lpi).flatMap((region) => planWhole(node, region, work)) : [];
});
var smallDots = { title: "Smallest dots", wants, run: (at2, work) => looked(at2, work, at2.profile.smallestDot, false) };
var smallHoles = { title: "Smallest holes", wants, run: (at2, work) => looked(at2, work, at2.profile.smallestHole, true) };

// packages/core/src/sheet/outlined.ts
var isType = (pass3) => pass3.source.kind === "type";
var isWorn = (pass3) => pass3.wear.some((wear) => wear.on);
var isUnderWear = (passes, id) => {
  for (const [i, pass3] of passes.entries()) {
    const inside = pass3.id === id ? false : pass3.source.kind === "group" ? isUnderWear(pass3.source.passes, id) : null;
    if (inside === null) continue;
    const isGroupWorn = pass3.source.kind === "group" && pass3.source.passes.length > 1 && isWorn(pass3);
    return inside || isGroupWorn || passes.slice(i + 1).some((each3) => each3.on && each3.source.kind === "overall" && isWorn(each3));
  }
  return null;
};
var isOutlined = (sheet2, pass3) => {
  if (!pass3.on || !isType(pass3)) return false;
  if (pass3.lay.mode !== "knock-out") return isUnderWear(sheet2.passes, pass3.id) === true;
  return [...passesOf(sheet2.passes)].some((each3) => each3.on && isWorn(each3));
};
var outlinedLettering = (sheet2) => [...passesOf(sheet2.passes)].filter((pass3) => isOutlined(sheet2, pass3));
var unworn = (sheet2) => {
  const bare2 = (pass3) => {
    const wear = pass3.wear.some((each3) => each3.on) ? pass3.wear.map((each3) => ({ ...each3, on: false })) : pass3.wear;
    if (pass3.source.kind !== "group") return wear === pass3.wear ? pass3 : { ...pass3, wear };
    return { ...pass3, wear, source: { ...pass3.source, passes: pass3.source.passes.map(bare2) } };
  };
  return { ...sheet2, passes: sheet2.passes.map(bare2) };
};
var NARROW = 0.35;
var emsOf = ({ source, placement }) => source.text.split("\n").map(
  (line) => source.lines === "fit" ? placement.width / NARROW / Math.max(1, line.length) : source.size * (source.sizeBy === "em" ? 1 : 1.5)
);
var outlineBand = (pass3) => 0.1 * Math.min(...emsOf(pass3));

// packages/core/src/checks/type-size.ts
var POINTS_AN_INCH = 72;
var pointsOf2 = (pass3) => inchesFromMm(Math.min(...emsOf(pass3))) * POINTS_AN_INCH;
var typeSize = written("Smallest type", ({ sheet: sheet2, profile: profile2 }) => {
  const set = [...passesOf(sheet2.passes)].filter(
    (pass3) => pass3.on && pass3.source.kind === "type" && pass3.source.text.trim() !== ""
  );
  if (set.length === 0) return NOTHING_TO_CHECK;
  const small = set.filter((pass3) => pointsOf2(pass3) < profile2.type - 0.05);
  return {
    figure: small.length > 0 ? null : `${figured(Math.min(...set.map(pointsOf2)))} pt`,
    findings: small.map((pass3) => ({
      title: `Type of ${figured(pointsOf2(pass3))} pt is too small`,
      detail: `\u201C${pass3.name}\u201D: ${profile2.type} pt is the least for ${profile2.title}.`,
      pass: pass3.id,
      place: null,
      mend: {
        words: `${profile2.type} pt`,
        change: { kind: "source", pass: pass3.id, change: { size: pass3.source.size * ((profile2.type + 0.05) / pointsOf2(pass3)) } }
      }
    }))
  };
});

// packages/core/src/checks/unknown-parts.ts
var unknownParts = written("Parts that are not known", ({ sheet: sheet2, analysis }) => {
  const steps2 = [...passesOf(sheet2.passes)].flatMap(
    (pass3) => pass3.steps.filter(({ kind }) => !stepOfKind(kind)).map((step2) => ({ pass: pass3, step: step2 }))
  );
  const findings = steps2.map(({ pass: pass3, step: step2 }) => ({
    title: `This version does not know the step \u201C${step2.kind}\u201D`,
    detail: `\u201C${pass3.name}\u201D cannot print true until it is removed, or the sheet opened with a newer version.`,
    pass: pass3.id,
    place: null,
    mend: { words: "Remove the step", change: { kind: "no step", pass: pass3.id, step: step2.id } }
  }));
  const others = analysis.unknown.filter((words) => !steps2.some(({ step: step2 }) => words.includes(step2.kind)));
  const more = others.map((words) => ({
    title: `This version does not know the ${words}`,
    detail: "The sheet cannot print true with it.",
    pass: null,
    place: null,
    mend: null
  }));
  const all = [...findings, ...more];
  return { findings: all, figure: all.length > 0 ? null : "0" };
});

// packages/core/src/checks/checks.ts
var CHECKS = {
  unknown: unknownParts,
  clear: clearPixels,
  dots: smallDots,
  holes: smallHoles,
  ink: inkTotal,
  mesh: screenAndMesh,
  pixels: screenAndPixels,
  pictures,
  type: typeSize,
  trim: nearTrim,
  beside: onTheSheet,
  screens: onScreens
};
var sheetChecks = (sheet2, name3, graphs, infoOf) => {
  const at2 = { sheet: sheet2, profile: PROFILES[name3], infoOf, ...graphs };
  return {
    wants: (work) => Object.values(CHECKS).flatMap((check) => check.wants?.(at2, work) ?? []),
    *run(work) {
      const findings = [];
      const inOrder2 = [];
      for (const [check, { title, run }] of Object.entries(CHECKS)) {
        const outcome = yield* run(at2, work);
        findings.push(...outcome.findings.map((finding) => ({ ...finding, check })));
        if (outcome.figure !== null) inOrder2.push({ title, figure: outcome.figure });
      }
      return { findings, inOrder: inOrder2 };
    }
  };
};

// packages/core/src/masks/edge-colours.ts
var ALIKE = (ONE / 64) ** 2;
var reachOf = (edgeMm, pxPerMm2) => {
  const edge = Math.max(1, Math.ceil(edgeMm * pxPerMm2));
  return { edge, window: 2 * edge + 2 };
};
var cleanedReach = (edgeMm, pxPerMm2) => {
  const { edge, window: window2 } = reachOf(edgeMm, pxPerMm2);
  return edge + window2 + 2;
};
var cleanedEdge = (picture4, coverage, edgeMm, pxPerMm2) => {
  const { width, height } = picture4.region;
  const { edge, window: window2 } = reachOf(edgeMm, pxPerMm2);
  const none = Uint8Array.from(coverage, (value2) => value2 <= NONE ? 1 : 0);
  if (none.every((value2) => value2 === 0)) return picture4;
  const away = distancesTo(none, width, height, edge + 1);
  const inner2 = Uint8Array.from(coverage, (value2, i) => value2 >= SURE && away[i] > edge ? 1 : 0);
  const planes2 = channelsOf(picture4);
  const subjects = planes2.map((plane2) => weightedMeans(plane2, inner2, width, height, window2));
  const grounds = planes2.map((plane2) => weightedMeans(plane2, none, width, height, window2));
  const data = picture4.data.slice();
  for (let i = 0; i < coverage.length; i++) {
    if (none[i] || away[i] > edge || subjects[0]?.[i] < 0 || grounds[0]?.[i] < 0) continue;
    let [along, length2] = [0, 0];
    for (let c = 0; c < 3; c++) {
      const [s, b] = [subjects[c]?.[i], grounds[c]?.[i]];
      along += (planes2[c]?.[i] - b) * (s - b);
      length2 += (s - b) * (s - b);
    }
    if (length2 < ALIKE) continue;
    const alpha = Math.max(0, Math.min(coverage[i] / ONE, along / length2));
    const most = picture4.data[4 * i + 3];
    for (let c = 0; c < 3; c++) {
      const own = planes2[c]?.[i] + (1 - alpha) * (subjects[c]?.[i] - grounds[c]?.[i]);
      data[4 * i + c] = Math.floor(Math.max(0, Math.min(most, own)) + 0.5);
    }
  }
  return { ...picture4, data };
};
var cleanedEdgeNode = (picture4, coverage, edgeMm, pxPerMm2) => recolouredNode(
  "cleaned edge",
  { edgeMm, pxPerMm: pxPerMm2 },
  picture4,
  coverage,
  cleanedReach(edgeMm, pxPerMm2),
  (seen, tone) => cleanedEdge(seen, tone, edgeMm, pxPerMm2)
);

// packages/core/src/files/declare.ts
var fileFormat = (format) => format;

// packages/core/src/files/picture-options.ts
var SCREEN_SIZES = ["print size", "4000 px", "2000 px", "1080 px", "400 px"];
var size = choice2({ title: "Size", options: SCREEN_SIZES, default: "print size" });
var longestOf = ({ size: chosen }) => chosen === "print size" ? 0 : parseInt(chosen, 10);
var ground = choice2({ title: "Ground", options: ["clear", "on stock"], default: "clear" });
var quality = (standard) => number2({ title: "Quality", unit: "%", min: 40, max: 100, step: 1, default: standard, more: "fewer traces of packing, a larger file" });
var SHAPES4 = { square: 1, tall: 9 / 16, wide: 16 / 9 };
var part = choice2({ title: "Part", options: ["whole", "square", "tall", "wide"], default: "whole" });
var partOf = ({ part: chosen }, { width, height }) => {
  if (chosen === "whole") return null;
  const shape3 = SHAPES4[chosen];
  const [across2, down] = width / height > shape3 ? [height * shape3, height] : [width, width / shape3];
  return { x: (width - across2) / 2, y: (height - down) / 2, width: across2, height: down };
};
var suffixOf = (options) => {
  const side2 = longestOf(options);
  const words = [options.part === "whole" ? "" : options.part, side2 === 0 ? "" : `${side2}px`].filter(Boolean);
  return words.length > 0 ? words.join("-") : null;
};

// packages/core/src/files/avif.ts
var avif = fileFormat({
  title: "AVIF",
  suits: "For web pages of today: the smallest file at the same look; it takes long to write at print size.",
  options: { size: { ...size, default: "2000 px" }, part, quality: quality(60) },
  ending: () => "avif",
  suffix: suffixOf,
  part: partOf,
  longest: longestOf
});

// packages/core/src/files/job-ticket.ts
var jobTicket = fileFormat({
  title: "Job ticket",
  suits: "A page that goes along with the files: picture, size, stock, inks, screens, and what was sent.",
  options: {},
  ending: () => "pdf",
  suffix: () => "ticket"
});

// packages/core/src/files/jpeg.ts
var jpeg = fileFormat({
  title: "JPEG",
  suits: "For the client to look at, and for posting: on its stock, small, readable everywhere.",
  options: { size, part, quality: quality(90) },
  ending: () => "jpg",
  suffix: suffixOf,
  part: partOf,
  longest: longestOf
});

// packages/core/src/files/openraster.ts
var openraster = fileFormat({
  title: "OpenRaster",
  suits: "For work in another program: each pass a layer, with its lay where the format has it.",
  options: {},
  ending: () => "ora"
});

// packages/core/src/files/making.ts
var MAKING = {
  trap: length({
    title: "Trap",
    min: 0,
    max: 3,
    default: 0,
    wide: true,
    more: "lighter inks reach further beneath darker ones"
  }),
  underbase: toggle2({ title: "White beneath", default: false }),
  choke: length({
    title: "White stays back",
    min: 0,
    max: 3,
    default: 0.3,
    wide: true,
    more: "the white ends further inside the colours",
    shownWhen: { dial: "underbase", is: true }
  })
};
var LETTERS2 = choice2({
  title: "Untreated lettering",
  options: ["outlines of its font", "as printed"],
  default: "outlines of its font"
});

// packages/core/src/files/pdf.ts
var pdf = fileFormat({
  title: "PDF",
  suits: "For an offset printer: at its trim size, in full colour or with each ink as a named plate.",
  options: {
    plates: choice2({ title: "As", options: ["one picture", "a plate an ink"], default: "a plate an ink" }),
    bleed: length({ title: "Bleed", min: 0, max: 20, default: 0, wide: true, more: "prints further beyond the trim" }),
    marks: toggle2({ title: "Trim marks", default: false }),
    letters: { ...LETTERS2, shownWhen: { dial: "plates", is: "a plate an ink" } },
    trap: { ...MAKING.trap, shownWhen: { dial: "plates", is: "a plate an ink" } }
  },
  ending: () => "pdf"
});

// packages/core/src/files/plates.ts
var plates = fileFormat({
  title: "Plates",
  suits: "One film an ink, for a screen printer or a drum duplicator: black where the ink prints.",
  options: {
    file: choice2({ title: "File", options: ["TIFF", "PNG", "PDF"], default: "TIFF" }),
    reading: choice2({ title: "Reads", options: ["right", "mirrored"], default: "right" }),
    marks: toggle2({ title: "Marks and slug", default: true }),
    ...MAKING,
    process: toggle2({ title: "Other colours in CMYK", default: false })
  },
  ending: ({ file }) => ({ TIFF: "tif", PNG: "png", PDF: "pdf" })[file],
  suffix: ({ reading: reading2 }) => reading2 === "mirrored" ? "mirrored" : null,
  isPerInk: true
});

// packages/core/src/files/png.ts
var png = fileFormat({
  title: "PNG",
  suits: "For a printer of garments or transfers, and for mock-ups: exact, and clear where nothing prints.",
  options: {
    ground,
    pixels: choice2({ title: "Pixels", options: ["colours", "grey"], default: "colours" }),
    size,
    part
  },
  ending: () => "png",
  suffix: (options) => [options.ground === "on stock" ? "on-stock" : null, suffixOf(options)].filter(Boolean).join("-") || null,
  part: partOf,
  longest: longestOf
});

// packages/core/src/files/svg.ts
var svg = fileFormat({
  title: "SVG",
  suits: "For cutting, plotting and drawing programs: each ink a path, its dots, shapes and letters as outlines.",
  options: { ground, letters: LETTERS2, trap: MAKING.trap },
  ending: () => "svg"
});

// packages/core/src/files/tiff.ts
var { trap } = MAKING;
var tiff = fileFormat({
  title: "TIFF",
  suits: "For a printer who works on: full colour, grey, one bit, or CMYK with each ink as a channel of its own.",
  options: {
    pixels: choice2({ title: "Pixels", options: ["RGB", "grey", "1 bit", "CMYK + inks"], default: "RGB" }),
    ground: { ...ground, shownWhen: { dial: "pixels", is: "RGB" } },
    trap: { ...trap, shownWhen: { dial: "pixels", is: "CMYK + inks" } },
    compression: choice2({
      title: "Packed by",
      options: ["Deflate", "LZW", "none"],
      default: "Deflate",
      shownWhen: { dial: "pixels", isNot: "1 bit" }
    }),
    bitCompression: choice2({
      title: "Bits packed by",
      options: ["CCITT G4", "Deflate", "LZW", "none"],
      default: "CCITT G4",
      shownWhen: { dial: "pixels", is: "1 bit" }
    })
  },
  ending: () => "tif",
  suffix: ({ pixels }) => ({ RGB: null, grey: "grey", "1 bit": "1-bit", "CMYK + inks": "cmyk" })[pixels]
});

// packages/core/src/files/webp.ts
var webp = fileFormat({
  title: "WebP",
  suits: "For web pages: smaller than JPEG, and clear where nothing prints if asked for.",
  options: {
    size,
    part,
    ground,
    lossless: toggle2({ title: "Exact", default: false }),
    quality: { ...quality(85), shownWhen: { dial: "lossless", is: false } }
  },
  ending: () => "webp",
  suffix: suffixOf,
  part: partOf,
  longest: longestOf
});

// packages/core/src/files/formats.ts
var FILE_FORMATS = { png, plates, pdf, tiff, jpeg, webp, avif, svg, openraster, "job-ticket": jobTicket };
var FORMAT_NAMES = Object.keys(FILE_FORMATS);

// packages/core/src/render/scale.ts
var trueScale = (size2, ppi) => ({
  width: pixelsOf(size2.width, ppi),
  height: pixelsOf(size2.height, ppi),
  pxPerMm: pxPerMm(ppi),
  curves: "never"
});
var draftScale = (size2, ppi, halvings, curves = "where too fine") => {
  const whole4 = trueScale(size2, ppi);
  const by = 2 ** halvings;
  return {
    width: Math.ceil(whole4.width / by),
    height: Math.ceil(whole4.height / by),
    pxPerMm: whole4.pxPerMm / by,
    curves
  };
};
var ANALYSIS_SIDE = 1024;
var analysisScale = (size2) => {
  const perMm = ANALYSIS_SIDE / Math.max(size2.width, size2.height);
  return {
    width: Math.max(1, Math.round(size2.width * perMm)),
    height: Math.max(1, Math.round(size2.height * perMm)),
    pxPerMm: perMm,
    curves: "always"
  };
};
var wholeRegion = ({ width, height }) => ({ x: 0, y: 0, width, height });

// packages/core/src/plates/outline-readings.ts
var LEAST_EDGE = 24 * ONE / 255;
var LOST = 0.5;
var ASIDE = 1.25;
var EM_PX = 40;
var MOST_PX2 = 3e6;
var blockOf2 = (pass3) => {
  const { source, placement } = pass3;
  const ems = emsOf(pass3);
  const em = Math.max(...ems);
  const high = Math.max(placement.height, Math.max(1, source.leading) * ems.reduce((sum, each3) => sum + each3, 0)) + 2 * em;
  const wide2 = placement.width + 2 * em;
  const [cos, sin] = [Math.abs(cosDeg(placement.turn)), Math.abs(sinDeg(placement.turn))];
  const [width, height] = [wide2 * cos + high * sin, wide2 * sin + high * cos];
  return { x: placement.x - width / 2, y: placement.y - height / 2, width, height };
};
var outlineHalvings = (sheet2, pass3) => {
  const whole4 = trueScale(sheet2.size, sheet2.ppi);
  const { width, height } = blockOf2(pass3);
  let halvings = 0;
  while (whole4.pxPerMm * Math.min(...emsOf(pass3)) > 2 ** (halvings + 1) * EM_PX) halvings++;
  const pixels = () => {
    const { pxPerMm: pxPerMm2 } = draftScale(sheet2.size, sheet2.ppi, halvings);
    return Math.min(width, sheet2.size.width) * Math.min(height, sheet2.size.height) * pxPerMm2 * pxPerMm2;
  };
  while (pixels() > MOST_PX2) halvings++;
  return halvings;
};
var regionOf = (pass3, { scale, region }) => {
  const { x, y, width, height } = blockOf2(pass3);
  const [left, top] = [Math.floor(x * scale.pxPerMm), Math.floor(y * scale.pxPerMm)];
  return overlap({ x: left, y: top, width: Math.ceil(width * scale.pxPerMm), height: Math.ceil(height * scale.pxPerMm) }, region);
};
function* onStock(graph, stock, region, work) {
  const out = new Int16Array(3 * region.width * region.height);
  const paper = rgbOfHex(stock);
  const root2 = convertNode(graph.root, "colour");
  for (const tile2 of tilesOf(region, READ_TILE)) {
    yield* scoped(work, function* (inside) {
      const { data } = yield* rendered(root2, tile2, inside);
      for (let i = 0; 4 * i < data.length; i++) {
        const at2 = (tile2.y - region.y + Math.floor(i / tile2.width)) * region.width + tile2.x - region.x + i % tile2.width;
        const bare2 = 1 - data[4 * i + 3] / ONE;
        for (let c = 0; c < 3; c++) out[3 * at2 + c] = data[4 * i + c] + bare2 * paper[c];
      }
    });
  }
  return out;
}
var contrast2 = (print, { x, y, width, height }, a, b) => {
  const [ax, ay, bx, by] = [a[0] - x, a[1] - y, b[0] - x, b[1] - y].map(Math.floor);
  if (Math.min(ax, ay, bx, by) < 0 || Math.max(ax, bx) >= width || Math.max(ay, by) >= height) return -1;
  let most = 0;
  for (let c = 0; c < 3; c++) {
    const apart2 = print[3 * (ay * width + ax) + c] - print[3 * (by * width + bx) + c];
    most = Math.max(most, Math.abs(apart2));
  }
  return most;
};
var lossAlong = (contours, before, after2, region) => {
  let [there, taken3] = [0, 0];
  for (const contour of contours) {
    for (let i = 0; i < contour.length; i += 2) {
      const j = (i + 2) % contour.length;
      const [x, y] = [contour[i], contour[i + 1]];
      const [dx, dy] = [contour[j] - x, contour[j + 1] - y];
      const length2 = Math.hypot(dx, dy);
      if (length2 === 0) continue;
      const parts = Math.ceil(length2);
      const [nx, ny] = [-dy / length2 * ASIDE, dx / length2 * ASIDE];
      for (let k = 0; k < parts; k++) {
        const [px, py] = [x + dx * (k + 0.5) / parts, y + dy * (k + 0.5) / parts];
        const [a, b] = [[px + nx, py + ny], [px - nx, py - ny]];
        const edge = contrast2(before, region, a, b);
        if (edge < LEAST_EDGE) continue;
        there += length2 / parts;
        if (contrast2(after2, region, a, b) < LOST * edge) taken3 += length2 / parts;
      }
    }
  }
  return { there, taken: taken3 };
};
var NOTHING2 = { there: 0, taken: 0, worst: null };
var outlineReading = (pass3, stock, worn4, bare2) => {
  const region = regionOf(pass3, worn4);
  const { pxPerMm: pxPerMm2 } = worn4.scale;
  const { source, placement } = pass3;
  return {
    wants: (work) => region ? [worn4, bare2].flatMap(({ root: root2 }) => planPieces(root2, region, work)) : [],
    *run(work) {
      if (!region || !work.type) return NOTHING2;
      const before = yield* onStock(bare2, stock, region, work);
      const after2 = yield* onStock(worn4, stock, region, work);
      let [there, taken3, worst] = [0, 0, null];
      for (const { letter, contours } of lettersOf(source, work.type.face(source.font), placement, pxPerMm2)) {
        const loss = lossAlong(contours, before, after2, region);
        there += loss.there / pxPerMm2;
        taken3 += loss.taken / pxPerMm2;
        const lost = loss.there > 0 ? loss.taken / loss.there : 0;
        if (lost > (worst?.lost ?? 0)) worst = { letter, lost, box: boxOf(contours, pxPerMm2) };
        yield;
      }
      return { there, taken: taken3, worst };
    }
  };
};
var boxOf = (contours, pxPerMm2) => {
  const { x, y, width, height } = contourBox(contours) ?? { x: 0, y: 0, width: 0, height: 0 };
  return { x: x / pxPerMm2, y: y / pxPerMm2, width: width / pxPerMm2, height: height / pxPerMm2 };
};

// packages/core/src/plates/wear-readings.ts
var wearsOver = (sheet2, id) => {
  const own = (pass3) => pass3.wear.filter((wear) => wear.on).map((wear) => wearName(pass3.id, wear.id));
  const search = (passes) => {
    for (const [i, pass3] of passes.entries()) {
      const inside = pass3.id === id ? [] : pass3.source.kind === "group" ? search(pass3.source.passes) : null;
      if (!inside) continue;
      const later = passes.slice(i + 1).filter((each3) => each3.on && each3.source.kind === "overall");
      return [...inside, ...own(pass3), ...later.flatMap(own)];
    }
    return null;
  };
  return search(sheet2.passes) ?? [];
};
var lettering2 = (sheet2) => [...passesOf(sheet2.passes)].filter((pass3) => pass3.on && pass3.source.kind === "type" && pass3.lay.mode !== "knock-out");
var wornNodes = (sheet2, graph) => [
  ...[...graph.wears.values()].flatMap(({ taken: taken3, from }) => [taken3, from]),
  ...lettering2(sheet2).flatMap((pass3) => graph.passes.get(pass3.id) ?? [])
];
function* leftAfter(names, graph, region, work) {
  const { kernels } = work;
  let left = uniformPlane(sizeOf(region), ONE);
  for (const name3 of names) {
    const wearing2 = graph.wears.get(name3);
    if (!wearing2 || isBlank(left)) continue;
    left = multiplied(left, complementOf((yield* rendered(wearing2.taken, region, work)).tone, ONE, kernels), kernels);
  }
  return left;
}
function* wearSums(sheet2, graph, region, work) {
  const { kernels } = work;
  const wears = {};
  for (const pass3 of passesOf(sheet2.passes)) {
    let there = null;
    for (const wear of pass3.wear) {
      const name3 = wearName(pass3.id, wear.id);
      const wearing2 = graph.wears.get(name3);
      if (!wearing2) continue;
      const from = coveragePlane(yield* rendered(wearing2.from, region, work), kernels);
      there ??= kernels.sum(from) / ONE;
      const taken3 = isBlank(from) ? 0 : kernels.dot(from, (yield* rendered(wearing2.taken, region, work)).tone) / ONE / ONE;
      wears[name3] = { there, taken: taken3 };
      yield;
    }
  }
  const lost = {};
  for (const pass3 of lettering2(sheet2)) {
    const node = graph.passes.get(pass3.id);
    if (!node) continue;
    const letters2 = coveragePlane(yield* rendered(node, region, work), kernels);
    const there = kernels.sum(letters2) / ONE;
    if (isBlank(letters2)) {
      lost[pass3.id] = { there: 0, taken: 0 };
      continue;
    }
    const left = yield* leftAfter(wearsOver(sheet2, pass3.id), graph, region, work);
    lost[pass3.id] = { there, taken: there - kernels.dot(letters2, left) / ONE / ONE };
    yield;
  }
  return { wears, lettering: lost };
}
var addedSums = (one2, two2) => {
  const both2 = (a, b) => {
    const out = { ...a };
    for (const [name3, { there, taken: taken3 }] of Object.entries(b)) {
      out[name3] = { there: there + (a[name3]?.there ?? 0), taken: taken3 + (a[name3]?.taken ?? 0) };
    }
    return out;
  };
  return { wears: both2(one2.wears, two2.wears), lettering: both2(one2.lettering, two2.lettering) };
};
function* wholeWearSums(sheet2, graph, work) {
  let sums2 = { wears: {}, lettering: {} };
  for (const tile2 of tilesOf(graph.region, READ_TILE)) {
    sums2 = addedSums(sums2, yield* scoped(work, (inside) => wearSums(sheet2, graph, tile2, inside)));
  }
  return sums2;
}
function* worstLetters(sheet2, graph, work) {
  const worst = {};
  const { pxPerMm: pxPerMm2 } = graph.scale;
  for (const { id, source, placement } of lettering2(sheet2)) {
    if (source.kind !== "type" || !work.type) continue;
    const left = new Int16Array(sizeOf(graph.region));
    for (const tile2 of tilesOf(graph.region, READ_TILE)) {
      yield* scoped(work, function* (inside) {
        putPart(yield* leftAfter(wearsOver(sheet2, id), graph, tile2, inside), tile2, left, graph.region);
      });
    }
    for (const { letter, contours } of lettersOf(source, work.type.face(source.font), placement, pxPerMm2)) {
      const box2 = contourPixels(contours);
      const area = box2 && overlap(box2, graph.region);
      const coverage = area && new Fill(contours).coverage(area, heapArena);
      yield;
      if (!area || !coverage) continue;
      const lost = lostOf(coverage, area, left, graph.region.width);
      if (lost <= (worst[id]?.lost ?? 0)) continue;
      const mm = { x: area.x / pxPerMm2, y: area.y / pxPerMm2, width: area.width / pxPerMm2, height: area.height / pxPerMm2 };
      worst[id] = { letter, lost, box: mm };
    }
    yield;
  }
  return worst;
}
var putPart = (part2, tile2, out, region) => {
  for (let row3 = 0; row3 < tile2.height; row3++) {
    const to = (tile2.y + row3 - region.y) * region.width + tile2.x - region.x;
    out.set(part2.subarray(row3 * tile2.width, (row3 + 1) * tile2.width), to);
  }
};
var contourPixels = (contours) => {
  const box2 = contourBox(contours);
  if (!box2) return null;
  const [x, y] = [Math.floor(box2.x), Math.floor(box2.y)];
  return { x, y, width: Math.ceil(box2.x + box2.width) - x + 1, height: Math.ceil(box2.y + box2.height) - y + 1 };
};
var lostOf = (coverage, area, left, width) => {
  let [there, lost] = [0, 0];
  for (let i = 0; i < coverage.length; i++) {
    const at2 = (area.y + Math.floor(i / area.width)) * width + area.x + i % area.width;
    there += coverage[i];
    lost += coverage[i] * (1 - left[at2] / ONE);
  }
  return there > 0 ? lost / there : 0;
};

// packages/core/src/plates/bent-letters.ts
var MOST_FOLDED = 0.02;
var MOST_TIMES2 = 4;
var HALVINGS = 12;
var PARTS11 = 24;
var changesOf = ({ x, y, across: across2, down }, { width, height }) => {
  const apart2 = Math.max(1, Math.round(height / PARTS11));
  const [columns, rows2] = [Math.max(0, width - apart2), Math.max(0, height - apart2)];
  const [traces, determinants] = [new Float32Array(columns * rows2), new Float32Array(columns * rows2)];
  const [byX, byY] = [across2, down].map((most) => most / ONE / 256 / apart2);
  for (let row3 = 0, k = 0; row3 < rows2; row3++) {
    for (let column = 0; column < columns; column++, k++) {
      const i = row3 * width + column;
      const change = (plane2, to) => plane2[to] - plane2[i];
      const [xx, xy] = [byX * change(x, i + apart2), byX * change(x, i + apart2 * width)];
      const [yx, yy] = [byY * change(y, i + apart2), byY * change(y, i + apart2 * width)];
      traces[k] = xx + yy;
      determinants[k] = xx * yy - xy * yx;
    }
  }
  return { traces, determinants };
};
var foldedShare = ({ traces, determinants }, times2) => {
  let folded2 = 0;
  for (let i = 0; i < traces.length; i++) {
    if (1 + times2 * traces[i] + times2 * times2 * determinants[i] <= 0) folded2++;
  }
  return traces.length > 0 ? folded2 / traces.length : 0;
};
var holdsUpTo = (all) => {
  const doHold = (times2) => all.every((each3) => foldedShare(each3, times2) <= MOST_FOLDED);
  if (doHold(MOST_TIMES2)) return MOST_TIMES2;
  let [low, high] = [0, MOST_TIMES2];
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2;
    if (doHold(middle)) low = middle;
    else high = middle;
  }
  return low;
};
var bentReading = (pass3, written2, graph) => {
  const step2 = upgradedStep(written2);
  const found = graph.maps.get(stepName(pass3.id, step2.id));
  if (step2.kind !== displace.kind || !step2.on || !found?.tones) return null;
  const { map, tones: tones3 } = found;
  const { pxPerMm: pxPerMm2 } = graph.scale;
  const params = stepOfKind(step2.kind)?.scaled?.(step2.params, step2.amount);
  const { x, y, width, height } = blockOf2(pass3);
  const block = {
    x: Math.floor(x * pxPerMm2),
    y: Math.floor(y * pxPerMm2),
    width: Math.ceil(width * pxPerMm2) + 1,
    height: Math.ceil(height * pxPerMm2) + 1
  };
  return {
    wants: (work) => [...planReading(tones3, work), ...planPieces(map, mapRead(params, block, pxPerMm2), work)],
    *run(work) {
      if (!work.type) return null;
      const mean = Math.round(meanTone(yield* statisticsOf(tones3, work)) * ONE);
      const letters2 = [];
      for (const { letter, contours } of lettersOf(pass3.source, work.type.face(pass3.source.font), pass3.placement, pxPerMm2)) {
        const box2 = contourPixels(contours);
        if (!box2) continue;
        const changes = yield* scoped(work, function* (inside) {
          const light2 = yield* rendered(map, mapRead(params, box2, pxPerMm2), inside);
          return changesOf(waysOfMap(params, light2, mean, box2, pxPerMm2, inside.kernels.arena), box2);
        });
        letters2.push({ letter, changes });
      }
      const [first, ...others] = letters2.map(({ letter, changes }) => ({ letter, folded: foldedShare(changes, 1) }));
      if (!first) return null;
      const worst = others.reduce((one2, other) => other.folded > one2.folded ? other : one2, first);
      return { ...worst, holds: holdsUpTo(letters2.map(({ changes }) => changes)) };
    }
  };
};

// packages/core/src/render/compile/context.ts
var contextOf = (sheet2, scale, infoOf, sheetOf, chain, analysis, dotted2) => {
  const inks2 = new Map(sheet2.inks.map((ink) => [ink.id, rgbOfHex(ink.colour)]));
  const colourOf2 = (ref) => {
    const { ink, srgb } = ref ?? {};
    if (srgb) return rgbOfHex(srgb);
    const found = ink === void 0 ? inks2.values().next().value : inks2.get(ink);
    if (!found && ink !== void 0) {
      throw new CompileError(`Ink \u201C${ink}\u201D is not among the sheet's inks: ${[...inks2.keys()].join(", ")}.`);
    }
    return found ?? [0, 0, 0];
  };
  return {
    sheet: sheet2,
    scale,
    infoOf,
    sheetOf,
    chain,
    analysis,
    dotted: dotted2,
    name: keyOf(
      "context",
      { scale, size: sheet2.size, ppi: sheet2.ppi, edges: sheet2.edges, inks: sheet2.inks, coarse: analysis === null },
      []
    ),
    colourOf: colourOf2,
    order: [...passesOf(sheet2.passes)].map((pass3) => pass3.id),
    unknown: [],
    records: noRecords(),
    curves: /* @__PURE__ */ new Map(),
    bend: null
  };
};
var isTrue = ({ scale }) => scale.curves === "never";
var edgesOf = ({ sheet: sheet2 }, pass3) => pass3.edges ?? sheet2.edges;
var isHard = (context, pass3) => isTrue(context) && edgesOf(context, pass3) === "hard";
var isAllOrNothing = (context, pass3) => isTrue(context) && isWhole(edgesOf(context, pass3));
var printPxPerMm = ({ sheet: sheet2, scale }) => Math.max(scale.pxPerMm, pxPerMm(sheet2.ppi));
var infoFor = ({ infoOf }, picture4, pass3) => {
  const info = infoOf(picture4.sha256);
  if (info) return info;
  throw new CompileError(
    `The picture of \u201C${pass3.name}\u201D (${picture4.path ?? picture4.sha256.slice(0, 12)}) is not here: add it again, or remove the pass.`
  );
};
var referenceTo = ({ records, order }, id, holder, how) => {
  const node = records.passes.get(id);
  if (node) return node;
  const why2 = order.includes(id) ? "which is not printed before it" : "which is not on this sheet";
  throw new CompileError(`\u201C${holder.name}\u201D (${holder.id}) ${how} \u201C${id}\u201D, ${why2}: name a pass that prints earlier.`);
};

// packages/core/src/nodes/cache.ts
var ByteCache = class {
  constructor(limit) {
    this.limit = limit;
  }
  limit;
  entries = /* @__PURE__ */ new Map();
  held = 0;
  get bytes() {
    return this.held;
  }
  get(key) {
    const entry = this.entries.get(key);
    if (!entry) return void 0;
    this.entries.delete(key);
    this.entries.set(key, entry);
    return entry.value;
  }
  put(key, value2, bytes) {
    const old = this.entries.get(key);
    if (old) this.held -= old.bytes;
    this.entries.delete(key);
    if (bytes > this.limit) return;
    this.entries.set(key, { value: value2, bytes });
    this.held += bytes;
    for (const [oldest, entry] of this.entries) {
      if (this.held <= this.limit) break;
      this.entries.delete(oldest);
      this.held -= entry.bytes;
    }
  }
};
var MOST_ASKED = 4096;
var Pool = class {
  /** `common` is where what several pools share is kept, such as textures cut once for all. */
  constructor(limit, common = null, keeps = "all") {
    this.common = common;
    this.keeps = keeps;
    this.cache = new ByteCache(limit);
  }
  common;
  keeps;
  cache;
  asked = /* @__PURE__ */ new Set();
  get bytes() {
    return this.cache.bytes;
  }
  get(name3) {
    return this.cache.get(name3) ?? this.common?.get(name3);
  }
  /** True where it is here; it counts as used. */
  touch(name3) {
    return this.get(name3) !== void 0;
  }
  /** What is rendered next under this name is kept as though it had been asked for before. */
  expect(name3) {
    this.asked.add(name3);
  }
  /** True for a raster just rendered that is worth keeping. */
  wants(name3, keeping) {
    if (keeping === "never" || this.keeps === "grids" && keeping !== "grid") return false;
    if (keeping === "dear" || keeping === "grid" || keeping === "shared" || this.asked.delete(name3)) return true;
    this.asked.add(name3);
    for (const oldest of this.asked) {
      if (this.asked.size <= MOST_ASKED) break;
      this.asked.delete(oldest);
    }
    return false;
  }
  put(name3, raster, bytes, keeping) {
    if (keeping === "shared" && this.common) this.common.put(name3, raster, bytes);
    else this.cache.put(name3, raster, bytes);
  }
};

// packages/core/src/render/lay-node.ts
var layNode = (beneath, source, mode, strength, atop = false, mask = null) => {
  if (isEmpty(beneath) && mode === "knock-out") return beneath;
  if (isEmpty(beneath) && strength === ONE && !mask && !atop) return convertNode(source, "colour");
  if (source.kind === "ink" && isWholeMode(mode) && !atop && !mask) return inkLay(beneath, source, mode, strength);
  return blendNode(beneath, convertNode(source, "colour"), mode, strength, atop, mask);
};
var isInkLays = (node) => "lays" in node;
var inkLay = (under2, source, mode, strength) => {
  const beneath = isInkLays(under2) ? under2.beneath : under2;
  const lays = [...isInkLays(under2) ? under2.lays : [], { source, mode, strength }];
  return {
    key: keyOf("lay", { mode, strength, atop: false }, [under2, source]),
    kind: "colour",
    beneath,
    lays,
    want(region, wants2, work) {
      wantOnce(beneath, region, wants2, work);
      for (const lay of lays) wantOnce(lay.source, region, wants2, work);
    },
    *render(region, work) {
      const { arena, layInk } = work.kernels;
      let printed3 = yield* rendered(beneath, region, work);
      const data = arena.plane(printed3.data.length);
      for (const lay of lays) {
        const { coverage, colour: colour2 } = yield* rendered(lay.source, region, work);
        if (isBlank(coverage) || lay.mode === "knock-out" && isBlank(printed3.data)) continue;
        layInk(printed3.data, coverage, colour2, lay.mode, lay.strength, data);
        printed3 = { kind: "colour", region, data };
        yield;
      }
      return printed3;
    }
  };
};
var blendNode = (beneath, source, mode, strength, atop, mask) => ({
  key: keyOf("lay", { mode, strength, atop }, mask ? [beneath, source, mask] : [beneath, source]),
  kind: "colour",
  want(region, wants2, work) {
    for (const node of mask ? [beneath, source, mask] : [beneath, source]) wantOnce(node, region, wants2, work);
  },
  *render(region, work) {
    const under2 = yield* rendered(beneath, region, work);
    const over3 = yield* rendered(source, region, work);
    if (isBlank(over3.data)) return under2;
    const weights = mask ? (yield* rendered(mask, region, work)).tone : null;
    if (weights && isBlank(weights)) return under2;
    const data = work.kernels.arena.plane(under2.data.length);
    work.kernels.blend(under2.data, over3.data, mode, atop, strength, weights, data);
    return { kind: "colour", region, data };
  }
});

// packages/core/src/nodes/mix-node.ts
var mixNode = (from, to, share4, mask) => share4 === ONE && !mask ? to : mixture(from, to, share4, mask);
var mixture = (from, to, share4, mask) => ({
  key: keyOf("mix", share4, mask ? [from, to, mask] : [from, to]),
  kind: to.kind,
  ...to.colour ? { colour: to.colour } : {},
  want(region, wants2, work) {
    for (const node of mask ? [from, to, mask] : [from, to]) wantOnce(node, region, wants2, work);
  },
  *render(region, work) {
    const weights = mask ? (yield* rendered(mask, region, work)).tone : null;
    if (share4 === ONE && weights && isSolid(weights)) return yield* rendered(to, region, work);
    const second = yield* rendered(to, region, work);
    const first = yield* rendered(from, region, work);
    return mixed2(first, second, share4, weights, region, work);
  }
});
var mixed2 = (first, second, share4, weights, region, { kernels }) => {
  const planes2 = (a, b, channels) => {
    const out = kernels.arena.plane(a.length);
    kernels.mix(a, b, channels, share4, weights, out);
    return out;
  };
  if (first.kind === "colour" && second.kind === "colour") return { ...second, data: planes2(first.data, second.data, 4) };
  if (first.kind === "ink" && second.kind === "ink") return { ...second, coverage: planes2(first.coverage, second.coverage, 1) };
  if (first.kind === "tone" && second.kind === "tone") {
    const full3 = uniformPlane(second.tone.length, ONE);
    const coverage = first.coverage === second.coverage ? first.coverage : planes2(first.coverage ?? full3, second.coverage ?? full3, 1);
    return { kind: "tone", region, tone: planes2(first.tone, second.tone, 1), coverage };
  }
  throw new Error(`a ${first.kind} raster cannot be mixed with a ${second.kind} raster`);
};

// packages/core/src/render/screened-node.ts
var screenedNode = (input, dots, pxPerMm2) => ({
  key: keyOf("screened", [dots, pxPerMm2], [input]),
  kind: input.kind,
  ...input.colour ? { colour: input.colour } : {},
  ...boundsLike(input),
  want: (region, wants2, work) => wantOnce(input, region, wants2, work),
  *render(region, work) {
    const { kernels } = work;
    const raster = yield* rendered(input, region, work);
    if (raster.kind === "index") throw new Error("an index plane has nothing soft");
    return wholeOf(raster, dotted(coveragePlane(raster, kernels), region, dots, pxPerMm2, kernels), kernels);
  }
});
var wholeOf = (raster, coverage, kernels) => {
  if (raster.kind === "ink") return { ...raster, coverage };
  if (raster.kind === "tone") return { ...raster, coverage };
  if (isBlank(coverage)) return { ...raster, data: blankPlane(raster.data.length) };
  if (isSolid(coverage)) return raster;
  const data = kernels.arena.plane(raster.data.length);
  kernels.mix(blankPlane(data.length), raster.data, 4, ONE, coverage, data);
  kernels.cutColours(data, 1, data);
  return { ...raster, data };
};

// packages/core/src/render/compile/masks.ts
var masksOf2 = (context, masks, pass3, attachedTo) => {
  let joined2 = null;
  for (const mask of masks) {
    if (!mask.on) continue;
    const plane2 = planeOfMask(context, mask, pass3, attachedTo);
    if (!plane2) continue;
    const edged3 = edgedNode(plane2, { grow: mask.grow ?? 0, feather: mask.feather ?? 0 }, context.scale.pxPerMm);
    const shown2 = mask.invert ? complementNode(edged3) : edged3;
    context.records.masks.set(maskName(attachedTo, mask.id), shown2);
    const join6 = mask.join ?? "both";
    if (joined2) joined2 = joinedNode(joined2, shown2, join6);
    else joined2 = join6 === "without" ? complementNode(shown2) : shown2;
  }
  return joined2 ? [joined2] : [];
};
var planeOfMask = (context, mask, pass3, attachedTo) => {
  const declaration = maskOfKind(mask.kind);
  if (declaration) return declaration.plane(mask, maskAt(context, mask, pass3, attachedTo));
  context.unknown.push(`mask \u201C${String(mask.kind)}\u201D of \u201C${pass3.name}\u201D`);
  return null;
};
var maskAt = (context, mask, pass3, attachedTo) => {
  const { records, scale, analysis } = context;
  const { pxPerMm: pxPerMm2 } = scale;
  return {
    pxPerMm: pxPerMm2,
    motion: motionSince(mask, pass3.placement) ?? AT_REST,
    source: records.sources.get(pass3.id) ?? null,
    pass: (id) => referenceTo(context, id, pass3, "is masked by"),
    picture: (picture4, placement) => pictureNode(infoFor(context, picture4, pass3), liesNow(mask, placement, pass3.placement), pxPerMm2),
    coarse(plane2) {
      const name3 = maskName(attachedTo, mask.id);
      records.coarse.set(name3, plane2);
      const whole4 = analysis?.() ?? { coarse: records.coarse, scale };
      return { plane: whole4.coarse.get(name3) ?? plane2, region: wholeRegion(whole4.scale), pxPerMm: whole4.scale.pxPerMm };
    }
  };
};

// packages/core/src/sheet/attached.ts
var attachedName = (pass3, { step: step2, zone, wear }) => [pass3, step2, zone, wear].filter((part2) => part2 !== void 0).join("/");

// packages/core/src/steps/process/neugebauer.ts
var primariesOf = (inks2) => Array.from({ length: 2 ** inks2.length }, (_, which) => {
  const channel = (c) => decoded(inks2.reduce((value2, ink, i) => which & 1 << i ? value2 * (ink[c] / ONE) : value2, 1));
  return [channel(0), channel(1), channel(2)];
});
var meanLight = (coverages, primaries) => {
  const sum = [0, 0, 0];
  primaries.forEach((primary, which) => {
    const area = coverages.reduce((share4, coverage, i) => share4 * (which & 1 << i ? coverage : 1 - coverage), 1);
    for (const c of [0, 1, 2]) sum[c] += area * primary[c];
  });
  return sum;
};

// packages/core/src/steps/process/separate.ts
var ROUNDS2 = 60;
var STILL = 4e-4;
var DARKEST = 0.02;
var weightAt2 = (light2) => 1 / Math.max(DARKEST, light2);
var mostOf2 = (ink, target) => {
  let most = 1;
  for (const c of [0, 1, 2]) if (ink[c] < 0.999) most = Math.min(most, (1 - target[c]) / (1 - ink[c]));
  return Math.max(0, most);
};
var MOST_INKS = 4;
var boundsOf2 = (coverages, ink, light2, areas, out) => {
  let count = 1;
  areas[0] = 1;
  for (let i = 0; i < coverages.length; i++) {
    const full3 = i === ink ? 1 : coverages[i];
    const bare2 = i === ink ? 1 : 1 - full3;
    for (let which = 0; which < count; which++) {
      const area = areas[which];
      areas[which + count] = area * full3;
      areas[which] = area * bare2;
    }
    count *= 2;
  }
  let [r0, g0, b0, r1, g1, b1] = [0, 0, 0, 0, 0, 0];
  const bit = 1 << ink;
  for (let which = 0; which < count; which++) {
    const area = areas[which];
    const [r, g, b] = [
      area * light2[3 * which],
      area * light2[3 * which + 1],
      area * light2[3 * which + 2]
    ];
    if (which & bit) {
      r1 += r;
      g1 += g;
      b1 += b;
    } else {
      r0 += r;
      g0 += g;
      b0 += b;
    }
  }
  out[0] = r0;
  out[1] = g0;
  out[2] = b0;
  out[3] = r1;
  out[4] = g1;
  out[5] = b1;
};
var nearest3 = (target, primaries, from, start) => {
  const found = Float64Array.from(from, (least, i) => Math.max(least, start?.[i] ?? 0));
  const light2 = Float64Array.from(primaries.flat());
  const weights = target.map(weightAt2);
  const bounds = new Float64Array(6);
  const areas = new Float64Array(2 ** MOST_INKS);
  for (let round3 = 0; round3 < ROUNDS2; round3++) {
    let change = 0;
    for (let i = 0; i < found.length; i++) {
      boundsOf2(found, i, light2, areas, bounds);
      let [top, bottom] = [0, 0];
      for (let c = 0; c < 3; c++) {
        const slope2 = bounds[3 + c] - bounds[c];
        top += weights[c] * slope2 * (target[c] - bounds[c]);
        bottom += weights[c] * slope2 * slope2;
      }
      const best = bottom > 0 ? Math.max(from[i], Math.min(1, top / bottom)) : from[i];
      change = Math.max(change, Math.abs(best - found[i]));
      found[i] = best;
    }
    if (change < STILL) break;
  }
  return [...found];
};
var offBy = (coverages, target, primaries) => meanLight(coverages, primaries).reduce((sum, v, c) => sum + weightAt2(target[c]) * (v - target[c]) ** 2, 0);
var NEAR2 = 2e-5;
var HALVINGS2 = 7;
var separated = (colour2, { inks: inks2, black }, start = null) => {
  const primaries = primariesOf(inks2);
  const target = colour2.map(decoded);
  const light2 = (ink) => ink[0] + ink[1] + ink[2];
  const darkest = inks2.reduce((at2, ink, i) => light2(ink) < light2(inks2[at2]) ? i : at2, 0);
  const most = mostOf2(primaries[1 << darkest], target);
  const withBlack = (share4) => nearest3(
    target,
    primaries,
    inks2.map((_, i) => i === darkest ? share4 * most : 0),
    start
  );
  let found = withBlack(black);
  if (offBy(found, target, primaries) <= NEAR2) return found;
  let [low, high] = [0, black];
  found = withBlack(0);
  const best = offBy(found, target, primaries);
  const isNear = (tried) => offBy(tried, target, primaries) <= best + NEAR2;
  for (let i = 0; i < HALVINGS2; i++) {
    const tried = withBlack((low + high) / 2);
    if (isNear(tried)) [low, found] = [(low + high) / 2, tried];
    else high = (low + high) / 2;
  }
  return found;
};
var DRAFT_POINTS = (CUBE_POINTS + 1) / 2;
var LUMA2 = [0.2126, 0.7152, 0.0722];
var saturated = (of, by) => {
  const grey = LUMA2[0] * of[0] + LUMA2[1] * of[1] + LUMA2[2] * of[2];
  return of.map((v) => Math.max(0, Math.min(1, grey + by * (v - grey))));
};
var solved2 = ({ colour: colour2, ...given }, points) => {
  const cubes = given.inks.map(() => new Float64Array(points ** 3));
  const share4 = (i) => i / (points - 1);
  let before = null;
  for (let i = 0; i < points ** 3; i++) {
    const [r, g, b] = [Math.floor(i / points ** 2), Math.floor(i / points) % points, i % points];
    before = separated(saturated([share4(r), share4(g), share4(b)], colour2), given, b === 0 ? null : before);
    for (const [ink, coverage] of before.entries()) cubes[ink][i] = coverage;
  }
  return cubes;
};
var finer = (cube2) => {
  const out = new Float64Array(CUBE_POINTS ** 3);
  const at2 = (r, g, b) => cube2[(r * DRAFT_POINTS + g) * DRAFT_POINTS + b];
  const around = (i) => i % 2 === 0 ? [i / 2] : [(i - 1) / 2, (i + 1) / 2];
  for (let i = 0; i < out.length; i++) {
    const [r, g, b] = [Math.floor(i / CUBE_POINTS ** 2), Math.floor(i / CUBE_POINTS) % CUBE_POINTS, i % CUBE_POINTS].map(around);
    let sum = 0;
    for (const x of r) for (const y of g) for (const z of b) sum += at2(x, y, z);
    out[i] = sum / (r.length * g.length * b.length);
  }
  return out;
};
var separationCubes = remembering(
  8,
  (given) => JSON.stringify(given),
  ({ draft, ...given }) => {
    const cubes = draft ? solved2(given, DRAFT_POINTS).map(finer) : solved2(given, CUBE_POINTS);
    return cubes.map((cube2) => Int16Array.from(cube2, (coverage) => Math.floor((1 - coverage) * ONE + 0.5)));
  }
);

// packages/core/src/steps/process/separation.ts
var separation = defineStep({
  kind: "separation",
  version: 1,
  title: "Separation",
  family: "screen",
  purpose: "One ink\u2019s tones of a picture in colour.",
  words: "",
  dials: {},
  takes: "colour",
  gives: "tone",
  amount: "none",
  reach: () => 0,
  locality: "local",
  draft: { behaviour: "same" },
  *apply(input, params, { draft }, kernels) {
    const { inks: inks2, black, colour: colour2, plate } = params;
    const count = input.data.length / 4;
    const [tone, coverage] = [kernels.arena.plane(count), kernels.arena.plane(count)];
    yield;
    kernels.cube(input.data, separationCubes({ inks: inks2, black, colour: colour2, draft })[plate], tone, coverage);
    return { kind: "tone", region: input.region, tone, coverage };
  }
});

// packages/core/src/nodes/coarse-node.ts
var TILE2 = 512;
var coarseNode = (input, shift, through2) => {
  const side2 = TILE2 >> shift;
  const tile2 = {
    key: keyOf("coarse", { shift, through: through2?.name }, [input]),
    kind: "tone",
    keeping: "grid",
    want: (region, wants2, work) => wantOnce(input, fineRegion(region, shift), wants2, work),
    render: (region, work) => scoped(work, function* (inside) {
      const fine = yield* rendered(input, fineRegion(region, shift), inside);
      return settled(reducedTone(fine, region, shift, through2, inside.kernels), inside.kernels);
    })
  };
  const bounds = input.bounds && { box: coarseRegion(input.bounds.box, shift), bare: bareOf("tone") };
  return inTiles(tile2, side2, bounds);
};
var inTiles = (tile2, side2, bounds) => ({
  key: keyOf("coarse tiles", null, [tile2]),
  kind: "tone",
  keeping: "never",
  ...bounds ? { bounds } : {},
  want(region, wants2, work) {
    for (const each3 of tilesTouched(region, side2)) wantOnce(tile2, each3, wants2, work);
  },
  *render(region, work) {
    const tone = new Int16Array(sizeOf(region));
    let coverage = null;
    for (const each3 of tilesTouched(region, side2)) {
      const made3 = yield* rendered(tile2, each3, work);
      paste(made3.tone, each3, tone, region);
      if (made3.coverage && !coverage) coverage = new Int16Array(tone.length).fill(ONE);
      if (coverage) paste(made3.coverage ?? uniformPlane(sizeOf(each3), ONE), each3, coverage, region);
    }
    return { kind: "tone", region, tone, coverage };
  }
});
var keptInTiles = (plane2, side2) => inTiles(
  {
    key: keyOf("kept", null, [plane2]),
    kind: "tone",
    keeping: "grid",
    want: (region, wants2, work) => wantOnce(plane2, region, wants2, work),
    render: (region, work) => scoped(work, function* (inside) {
      return settled(yield* rendered(plane2, region, inside), inside.kernels);
    })
  },
  side2
);
var tilesTouched = (region, side2) => tilesOf(region, side2).map(({ x, y }) => ({ x: Math.floor(x / side2) * side2, y: Math.floor(y / side2) * side2, width: side2, height: side2 }));
var reducedTone = ({ tone, coverage, region: fine }, region, shift, through2, kernels) => {
  const { arena } = kernels;
  if (coverage && isBlank(coverage)) {
    const none = blankPlane(sizeOf(region));
    return { kind: "tone", region, tone: none, coverage: none };
  }
  const reduced = (plane2) => {
    if (shift === 0) return plane2;
    const out = kernels.arena.plane(sizeOf(region));
    kernels.reduce(plane2, 1, fine.width, fine.height, shift, out);
    return out;
  };
  let greys2 = tone;
  if (through2) {
    greys2 = arena.plane(tone.length);
    kernels.table(tone, through2.table, greys2);
  }
  if (!coverage) return { kind: "tone", region, tone: reduced(greys2), coverage: null };
  const weighted2 = arena.plane(tone.length);
  kernels.multiply(greys2, coverage, weighted2);
  const there = reduced(coverage);
  const means = kernels.arena.plane(there.length);
  kernels.ratio(reduced(weighted2), there, means);
  return { kind: "tone", region, tone: means, coverage: there };
};

// packages/core/src/nodes/relit-node.ts
var relitNode = (picture4, from, to) => ({
  key: keyOf("relit", null, [picture4, from, to]),
  kind: "colour",
  ...picture4.bounds ? { bounds: { box: picture4.bounds.box, bare: bareOf("colour") } } : {},
  want(region, wants2, work) {
    for (const node of [picture4, from, to]) wantOnce(node, region, wants2, work);
  },
  *render(region, work) {
    const raster = yield* rendered(picture4, region, work);
    if (isBlank(raster.data)) return raster;
    const before = (yield* rendered(from, region, work)).tone;
    const after2 = (yield* rendered(to, region, work)).tone;
    if (before === after2) return raster;
    const data = work.kernels.arena.plane(raster.data.length);
    work.kernels.relit(raster.data, before, after2, data);
    return { ...raster, data };
  }
});

// packages/core/src/render/cells-node.ts
var cellGrid = (sizeMm, pxPerMm2, { width, height }) => {
  const cellPx2 = Math.max(1, sizeMm * pxPerMm2);
  return { cellPx: cellPx2, columns: Math.max(1, Math.ceil(width / cellPx2 - 1e-9)), rows: Math.max(1, Math.ceil(height / cellPx2 - 1e-9)) };
};
var BITS = 8;
var packedRegion = ({ columns, rows: rows2 }) => ({ x: 0, y: 0, width: Math.ceil(columns / BITS), height: rows2 });
var CellRows = class {
  constructor(grid, table) {
    this.grid = grid;
    this.table = table;
  }
  grid;
  table;
  sums = /* @__PURE__ */ new Map();
  add({ tone, coverage, region }) {
    const { cellPx: cellPx2, columns, rows: rows2 } = this.grid;
    const there = coverage ?? uniformPlane(tone.length, ONE);
    for (let y = 0, i = 0; y < region.height; y++) {
      const row3 = this.row(cellOf(region.y + y, cellPx2, rows2));
      for (let x = 0; x < region.width; x++, i++) {
        const column = cellOf(region.x + x, cellPx2, columns);
        row3.ink[column] = row3.ink[column] + this.table[tone[i]] * there[i];
        row3.pixels[column] = row3.pixels[column] + 1;
      }
    }
  }
  row(at2) {
    const known = this.sums.get(at2);
    if (known) return known;
    const { columns } = this.grid;
    const made3 = { ink: new Float64Array(columns), pixels: new Float64Array(columns) };
    this.sums.set(at2, made3);
    return made3;
  }
  /** Mean ink of each cell of a row that is whole, 0 … 1; it is forgotten. */
  take(at2) {
    const { ink, pixels } = this.row(at2);
    this.sums.delete(at2);
    return ink.map((sum, i) => pixels[i] ? sum / pixels[i] / (ONE * ONE) : 0);
  }
};
var cellsNode = (input, whole4, grid, wish) => {
  const packed4 = packedRegion(grid);
  return {
    key: keyOf("cells", [wish.name, grid, whole4], [input]),
    kind: "index",
    keeping: "grid",
    want(_, wants2, work) {
      for (const tile2 of tilesOf(whole4, READ_TILE)) wantOnce(input, tile2, wants2, work);
    },
    *render(_, work) {
      const entries = new Uint8Array(packed4.width * packed4.height);
      const rows2 = new CellRows(grid, wish.ink);
      const decide = wish.decider(grid.columns);
      let next = 0;
      for (const band of bandsOf(whole4, READ_TILE)) {
        for (const tile2 of tilesOf(band, READ_TILE)) {
          yield* scoped(work, function* (inside) {
            rows2.add(yield* rendered(input, tile2, inside));
          });
        }
        const bottom = band.y + band.height;
        const end = bottom >= whole4.y + whole4.height ? grid.rows : cellOf(bottom, grid.cellPx, grid.rows);
        for (; next < end; next++) {
          const set = decide(rows2.take(next), next);
          const at2 = next * packed4.width;
          for (let i = 0; i < set.length; i++) if (set[i]) entries[at2 + (i >> 3)] = entries[at2 + (i >> 3)] | 1 << (i & 7);
          if (next % 64 === 63) yield;
        }
        yield;
      }
      return { kind: "index", region: packed4, entries, palette: new Int16Array(0) };
    }
  };
};
var cellsFrom = ({ entries, region }, grid) => ({ ...grid, bits: entries, rowBytes: region.width });
var cellsRegion = packedRegion;

// packages/core/src/render/step-node.ts
var coarseRead = ({ shift, reach }, region) => grow2(coarseRegion(region, shift), reach);
var withGrids = (coarse, region) => coarse.reduce((all, each3) => each3.node ? all : hull(all, fineRegion(coarseRead(each3, region), each3.shift)), region);
var DRAFT_MARGIN = 4;
var steady = (wide2, region) => {
  const beyond2 = Math.max(
    region.x - wide2.x,
    region.y - wide2.y,
    wide2.x + wide2.width - region.x - region.width,
    wide2.y + wide2.height - region.y - region.height
  );
  return grow2(region, DRAFT_MARGIN * Math.ceil(beyond2 / DRAFT_MARGIN));
};
var asGreys = (raster) => {
  if (raster.kind === "tone") return raster;
  if (raster.kind === "ink") return { kind: "tone", region: raster.region, tone: raster.coverage, coverage: null };
  throw new Error(`a ${raster.kind} raster has no greys of its own`);
};
var coloursNamed = ({ dials }, params, { colourOf: colourOf2 }) => Object.entries(dials).flatMap(([name3, { type: type3 }]) => {
  if (type3 === "colour") return [colourOf2(params[name3])];
  return type3 === "ramp" ? params[name3].map(({ colour: colour2 }) => colourOf2(colour2)) : [];
});
var callKey = (call, extra) => {
  const { declaration, params, at: at2, statistics, others, coarse, original, map, mapTones, cells, bend: bend2, spot } = call;
  return [
    declaration.kind,
    declaration.version,
    params,
    [at2.pxPerMm, at2.size, at2.edges, at2.draft, at2.edges === "screened" ? at2.dots : null],
    statistics?.node.key,
    others?.node.key,
    original?.key,
    map?.key,
    mapTones?.node.key,
    cells?.node.key,
    spot?.key,
    bend2 && [bend2.x.key, bend2.y.key, bend2.mostMm],
    declaration.reads ? [at2.box, at2.placement] : null,
    coarse.map(({ node, shift, reach, through: through2 }) => node?.key ?? [shift, reach, through2?.name]),
    coloursNamed(declaration, params, at2),
    extra
  ];
};
function* knownAt(call, work) {
  const statistics = call.statistics ? yield* statisticsOf(call.statistics, work) : null;
  const others = call.others ? yield* statisticsOf(call.others, work) : null;
  const mapTones = call.mapTones ? yield* statisticsOf(call.mapTones, work) : null;
  return { ...call.at, statistics, others, mapTones };
}
var wantKnown = ({ statistics, others, mapTones }, wants2, work) => {
  for (const tones3 of [statistics, others, mapTones]) if (tones3) wantStatistics(tones3, wants2, work);
};
function* waysOf({ x, y, mostMm }, region, pxPerMm2, work) {
  const most = -Math.round(mostMm * pxPerMm2 * 256);
  const across2 = yield* rendered(x, region, work);
  const down = yield* rendered(y, region, work);
  return { x: across2.tone, y: down.tone, across: most, down: most };
}
var SPOT_REGION = { x: 0, y: 0, width: SPOT_SIDE, height: SPOT_SIDE };
var spotTables = remembering(
  8,
  ({ key }) => key,
  ({ light: light2 }) => spotTable(light2)
);
var roundSpot = () => spotTables({ key: "round", light: uniformPlane(sizeOf(SPOT_REGION), ONE) });
function* spotOf2(node, work) {
  const { tone } = yield* rendered(node, SPOT_REGION, work);
  return () => spotTables({ key: node.key, light: tone });
}
var isBare = (raster) => raster.kind === "colour" ? isBlank(raster.data) : raster.kind === "ink" ? isBlank(raster.coverage) : raster.kind === "tone" && raster.coverage !== null && isBlank(raster.coverage);
var boxOf2 = ({ declaration, params, at: at2 }, box2, reach) => {
  if (declaration.printsIn) return declaration.printsIn(params, at2);
  const spreads = declaration.reads ? declaration.spreads?.(params, at2) ?? null : 0;
  return spreads === null ? null : grow2(box2, reach + Math.ceil(spreads * at2.pxPerMm));
};
var stepNode = (input, call) => {
  const { declaration } = call;
  const reach = Math.ceil(declaration.reach(call.params) * call.at.pxPerMm);
  const kind = declaration.gives === "same" ? input.kind : declaration.gives;
  const colour2 = declaration.ink?.(call.params, call.at).colour ?? input.colour;
  const bare2 = bareOf(kind, colour2);
  const read = (region) => declaration.reads?.(call.params, region, call.at) ?? grow2(region, reach);
  const whole4 = (region) => {
    const all = withGrids(call.coarse, read(region));
    return call.at.draft && !declaration.reads ? steady(all, region) : all;
  };
  const printsIn = input.bounds ? boxOf2(call, input.bounds.box, reach) : null;
  return withinBounds({
    key: keyOf("step", callKey(call, null), [input]),
    kind,
    ...colour2 && kind === "ink" ? { colour: colour2 } : {},
    ...printsIn ? { bounds: { box: printsIn, bare: bare2 } } : {},
    want(region, wants2, work) {
      wantKnown(call, wants2, work);
      const from = read(region);
      if (call.original) wantOnce(call.original, from, wants2, work);
      if (call.map) wantOnce(call.map, from, wants2, work);
      if (call.bend) for (const ways of [call.bend.x, call.bend.y]) wantOnce(ways, from, wants2, work);
      if (call.spot) wantOnce(call.spot, SPOT_REGION, wants2, work);
      if (call.cells) wantOnce(call.cells.node, cellsRegion(call.cells.grid), wants2, work);
      for (const each3 of call.coarse) if (each3.node) wantOnce(each3.node, coarseRead(each3, from), wants2, work);
      wantOnce(input, whole4(region), wants2, work);
    },
    *render(region, work) {
      const { arena } = work.kernels;
      const from = read(region);
      const all = yield* rendered(input, whole4(region), work);
      if (isBare(all)) return kind === "ink" && all.kind === "ink" ? bareOf("ink", colour2 ?? all.colour)(region) : bare2(region);
      const known = yield* knownAt(call, work);
      const original = call.original ? yield* rendered(call.original, from, work) : null;
      const map = call.map ? yield* rendered(call.map, from, work) : null;
      const cells = call.cells && cellsFrom(yield* rendered(call.cells.node, cellsRegion(call.cells.grid), work), call.cells.grid);
      const spot = call.spot ? yield* spotOf2(call.spot, work) : roundSpot;
      const bend2 = call.bend ? yield* waysOf(call.bend, from, call.at.pxPerMm, work) : null;
      const coarse = [];
      for (const each3 of call.coarse) {
        const wanted = coarseRead(each3, from);
        const { shift, through: through2 } = each3;
        const tone = each3.node ? yield* rendered(each3.node, wanted, work) : reducedTone(cropped(asGreys(all), fineRegion(wanted, shift), arena), wanted, shift, through2, work.kernels);
        coarse.push({ shift, tone });
      }
      const wide2 = cropped(all, from, arena);
      const at2 = { ...known, original, map, cells, spot, bend: bend2, coarse, wanted: declaration.reads ? region : from };
      const apply = declaration.apply;
      const mark = arena.mark();
      const made3 = yield* apply(wide2, call.params, at2, work.kernels);
      return packed3(cropped(made3, region, arena), mark, arena);
    }
  });
};
var packed3 = (raster, mark, arena) => {
  if (raster.kind === "index") return raster;
  if (raster.kind === "colour") return { ...raster, data: arena.pack(mark, [raster.data])[0] };
  if (raster.kind === "ink") return { ...raster, coverage: arena.pack(mark, [raster.coverage])[0] };
  const [tone, coverage] = arena.pack(mark, raster.coverage ? [raster.tone, raster.coverage] : [raster.tone]);
  return { ...raster, tone, coverage: coverage ?? null };
};
var withinBounds = (node) => {
  const { bounds } = node;
  if (!bounds) return node;
  const partOf2 = (region) => {
    const part2 = overlap(bounds.box, region) ?? region;
    return sizeOf(part2) < WORTH2 * sizeOf(region) ? part2 : region;
  };
  return {
    ...node,
    want: (region, wants2, work) => node.want(partOf2(region), wants2, work),
    *render(region, work) {
      const part2 = partOf2(region);
      const made3 = yield* node.render(part2, work);
      return part2 === region ? made3 : pasted(made3, region, work.kernels.arena);
    }
  };
};
var WORTH2 = 0.8;
var pasted = (raster, region, arena) => {
  const { region: from } = raster;
  const wider = (plane2, channels) => {
    if (isBlank(plane2)) return blankPlane(channels * sizeOf(region));
    const out = arena.plane(channels * sizeOf(region)).fill(0);
    paste(plane2, from, out, region, channels);
    return out;
  };
  switch (raster.kind) {
    case "colour":
      return { ...raster, region, data: wider(raster.data, 4) };
    case "ink":
      return { ...raster, region, coverage: wider(raster.coverage, 1) };
    case "tone":
      return {
        ...raster,
        region,
        tone: wider(raster.tone, 1),
        coverage: wider(raster.coverage ?? uniformPlane(raster.tone.length, ONE), 1)
      };
    case "index":
      throw new Error("an index plane has no bounds");
  }
};

// packages/core/src/render/curve-node.ts
var CELLS3 = 4;
var CELL_PX = 24;
var TONES = 24;
var measured = new Latest(64);
var wishesOf = ({ declaration, params }) => declaration.coarse?.(params) ?? [];
var asTone = (piece) => piece.kind === "ink" ? { kind: "tone", region: piece.region, tone: piece.coverage, coverage: null } : piece;
var throughTable = (piece, table) => {
  const tone = asTone(piece);
  return { ...tone, tone: tone.tone.map((v) => table[v]) };
};
function* applied(call, known, input, pxPerMm2, kernels) {
  const apply = call.declaration.apply;
  const at2 = {
    ...known,
    pxPerMm: pxPerMm2,
    wanted: input.region,
    edges: "smooth",
    coarse: wishesOf(call).map(({ through: through2 }) => ({ shift: 0, tone: through2 ? throughTable(input, through2.table) : asTone(input) }))
  };
  return yield* apply(input, call.params, at2, kernels);
}
function* measure2({ screen: screen3, since }, structureMm, work) {
  const { kernels } = work;
  const known = [];
  for (const call of since) known.push(yield* knownAt(call, work));
  const pxPerMm2 = CELL_PX / structureMm;
  const side2 = CELLS3 * CELL_PX;
  const region = { x: 0, y: 0, width: side2, height: side2 };
  const reaches = [screen3, ...since].map((call) => {
    const wished = wishesOf(call).map(({ reach }) => reach);
    return Math.ceil((call.declaration.reach(call.params) + Math.max(0, ...wished)) * pxPerMm2);
  });
  const margin = reaches.reduce((sum, reach) => sum + reach, 0);
  const wide2 = grow2(region, margin);
  const means = [];
  for (let i = 0; i <= TONES; i++) {
    const mark = kernels.arena.mark();
    const tone = kernels.arena.plane(wide2.width * wide2.height).fill(Math.floor(i * ONE / TONES + 0.5));
    const flat2 = { kind: "tone", region: wide2, tone, coverage: null };
    let ink = yield* applied(screen3, screen3.at, flat2, pxPerMm2, kernels);
    for (const [n, call] of since.entries()) ink = yield* applied(call, known[n], ink, pxPerMm2, kernels);
    means.push(kernels.sum(crop(ink.coverage, wide2, region, kernels.arena)) / sizeOf(region));
    kernels.arena.release(mark);
    yield;
  }
  return Int16Array.from({ length: ONE + 1 }, (_, tone) => {
    const at2 = tone * TONES / ONE;
    const i = Math.min(TONES - 1, Math.floor(at2));
    const [from, to] = [means[i], means[i + 1]];
    return Math.floor(from + (to - from) * (at2 - i) + 0.5);
  });
}
function* curveOf(calls, key, work) {
  const known = measured.get(key);
  if (known) return known;
  const { draft } = calls.screen.declaration;
  if (draft.behaviour !== "curve") throw new Error(`step ${calls.screen.declaration.kind} has no draft curve`);
  const curve4 = calls.since.length === 0 ? draft.curve(calls.screen.params, calls.screen.at) : yield* measure2(calls, draft.structure(calls.screen.params), work);
  return measured.put(key, curve4);
}
var curveNode = (calls) => {
  const { input, screen: screen3, ink, since } = calls;
  const facts = [callKey(screen3, null), ...since.map((call) => callKey(call, null))];
  const curveKey = keyOf(
    "curve of",
    [screen3, ...since].map((call) => callKey({ ...call, coarse: [] }, null)),
    []
  );
  return {
    key: keyOf("curve", [facts, ink], [input]),
    kind: "ink",
    colour: ink.colour,
    ...input.bounds ? { bounds: { box: input.bounds.box, bare: bareOf("ink", ink.colour) } } : {},
    want(region, wants2, work) {
      for (const call of since) wantKnown(call, wants2, work);
      wantOnce(input, region, wants2, work);
    },
    *render(region, work) {
      const { tone, coverage: there } = yield* rendered(input, region, work);
      if (there && isBlank(there)) return { kind: "ink", region, coverage: there, colour: ink.colour };
      const coverage = work.kernels.arena.plane(tone.length);
      work.kernels.table(tone, yield* curveOf(calls, curveKey, work), coverage);
      if (there) work.kernels.multiply(coverage, there, coverage);
      return { kind: "ink", region, coverage, colour: ink.colour };
    }
  };
};

// packages/core/src/render/point-node.ts
var isPointRun = (node) => "links" in node;
var tableOf = (link, at2) => {
  const { table } = link.declaration.apply;
  return weakened(table(link.params, at2), link.amount);
};
var tables = new Latest(48);
var pointNode = (input, link) => {
  const before = isPointRun(input) ? input.before : input;
  const links = isPointRun(input) ? [...input.links, link] : [link];
  const key = keyOf(
    "points",
    links.map((each3) => callKey(each3, each3.amount)),
    [before]
  );
  const run = {
    key,
    kind: "tone",
    before,
    links,
    ...before.bounds ? { bounds: { box: before.bounds.box, bare: bareOf("tone") } } : {},
    want(region, wants2, work) {
      for (const each3 of links) wantKnown(each3, wants2, work);
      wantOnce(before, region, wants2, work);
    },
    *render(region, work) {
      let table = tables.get(key) ?? null;
      if (!table) {
        for (const each3 of links) {
          const next = tableOf(each3, yield* knownAt(each3, work));
          table = table ? joined(table, next) : next;
        }
        tables.put(key, table);
      }
      const input2 = yield* rendered(before, region, work);
      const { coverage } = input2;
      const uniform = uniformValue(input2.tone);
      if (uniform !== null) {
        return { kind: "tone", region, tone: uniformPlane(input2.tone.length, table[uniform]), coverage };
      }
      const tone = work.kernels.arena.plane(input2.tone.length);
      work.kernels.table(input2.tone, table, tone);
      return { kind: "tone", region, tone, coverage };
    }
  };
  return run;
};

// packages/core/src/render/compile/bends.ts
var PART = {
  version: 1,
  title: "Bend",
  family: "warp",
  purpose: "",
  words: "",
  dials: {},
  amount: "none",
  draft: { behaviour: "same" }
};
var waysStep = (axis, bend2) => defineStep({
  ...PART,
  kind: `bend-${axis}`,
  takes: "any",
  gives: "tone",
  reach: () => bend2.reach,
  locality: "grid",
  coarse: () => bend2.coarse,
  *apply(input, _, at2, kernels) {
    const region = at2.wanted;
    const tone = bend2.ways(axis, at2, region, kernels);
    yield;
    return { kind: "tone", region, tone, coverage: null };
  }
});
var movedStep = (mostMm) => defineStep({
  ...PART,
  kind: "bend-picture",
  takes: "any",
  gives: "same",
  reach: () => 0,
  reads: (_, region, { pxPerMm: pxPerMm2, box: box2 }) => readThrough(region, { x: mostMm * pxPerMm2, y: mostMm * pxPerMm2 }, box2, "nothing"),
  spreads: () => mostMm,
  locality: "local",
  *apply(input, _, at2, kernels) {
    yield;
    if (!at2.bend) return input;
    const here = (plane2) => crop(plane2, input.region, at2.wanted, kernels.arena);
    return movedRaster(input, { ...at2.bend, x: here(at2.bend.x), y: here(at2.bend.y) }, at2.box, "nothing", at2.wanted, kernels);
  }
});
var weakened2 = (ways, weights) => {
  if (!weights) return ways;
  return planeOf(keyOf("bend masked", null, [ways, weights]), [ways, weights], 0, void 0, function* (region, work) {
    const { tone } = yield* rendered(ways, region, work);
    const { tone: mask } = yield* rendered(weights, region, work);
    if (isSolid(mask)) return tone;
    const out = work.kernels.arena.plane(tone.length);
    work.kernels.multiply(mask, tone, out);
    return out;
  });
};
var replaced = (ways, share4, others, otherShare, mask) => planeOf(keyOf("bend zone", [share4, otherShare], [ways, others, mask]), [ways, others, mask], 0, void 0, function* (region, work) {
  const { tone: one2 } = yield* rendered(ways, region, work);
  const { tone: two2 } = yield* rendered(others, region, work);
  const { tone: weights } = yield* rendered(mask, region, work);
  const out = work.kernels.arena.plane(one2.length);
  for (let i = 0; i < out.length; i++) {
    const from = one2[i] * share4;
    out[i] = Math.round(from + (two2[i] * otherShare - from) * (weights[i] / ONE));
  }
  return out;
});
var STILL2 = planeOf(keyOf("bend still", null, []), [], 0, "never", function* (region) {
  yield;
  return blankPlane(sizeOf(region));
});
var bendNodes = (bend2, zones, input, weights, callOf2) => {
  const mostMm = Math.max(bend2?.mostMm ?? 0, ...zones.map((zone) => zone.bend?.mostMm ?? 0));
  if (mostMm === 0) return null;
  const of = (each3, axis) => each3 ? stepNode(input, callOf2(waysStep(axis, each3), { name: each3.name, most: each3.mostMm })) : STILL2;
  const share4 = (each3) => (each3?.mostMm ?? 0) / mostMm;
  const ways = (axis) => {
    const first = { plane: of(bend2, axis), share: share4(bend2) };
    const whole4 = zones.reduce(
      (before, zone) => ({ plane: replaced(before.plane, before.share, of(zone.bend, axis), share4(zone.bend), zone.mask), share: 1 }),
      first
    );
    return weakened2(whole4.plane, weights);
  };
  return { x: ways("x"), y: ways("y"), mostMm };
};
var bentPicture = (input, bend2, callOf2) => stepNode(input, { ...callOf2(movedStep(bend2.mostMm), {}), bend: bend2 });

// packages/core/src/render/compile/maps.ts
var placed2 = (size2, { middle, size: share4, turn }, sheet2, beyond2) => {
  const { x, y } = middle ?? { x: sheet2.width / 2, y: sheet2.height / 2 };
  return { ...boxAt(x, y, share4 * size2.width, share4 * size2.height), turn, beyond: beyond2 };
};
var surfaceOrPicture = (context, ref, wish, pass3, pxPerMm2) => {
  const { size: sheet2 } = context.sheet;
  if ("name" in ref) {
    const { width, height: height2 } = SURFACE_PIECE;
    const lies = wish.lies ? placed2(SURFACE_PIECE, wish.lies, sheet2, "hold") : { ...boxAt(width / 2, height2 / 2, width, height2), beyond: "mirror" };
    return surfaceNode(ref, lies, pxPerMm2);
  }
  const info = infoFor(context, ref, pass3);
  const aspect = info.height / info.width;
  if (wish.lies) {
    const width = Math.max(sheet2.width, sheet2.height / aspect);
    return pictureNode(info, placed2({ width, height: width * aspect }, wish.lies, sheet2, "mirror"), pxPerMm2);
  }
  const height = sheet2.width * aspect;
  return pictureNode(info, { ...boxAt(sheet2.width / 2, height / 2, sheet2.width, height), beyond: "mirror" }, pxPerMm2);
};
var KEPT_SIDE = 128;
var FINENESS2 = 1.6;
var softened2 = (onGrid, sigmaPx2) => {
  const shift = shiftFor(sigmaPx2 / FINENESS2);
  const coarse = onGrid(shift);
  if (shift === 0) return softNode(coarse, sigmaPx2);
  const reach = SPLINE_REACH + blurReach(sigmaPx2 / 2 ** shift) + 1;
  const from = (region) => grow2(coarseRegion(region, shift), reach);
  return {
    key: keyOf("soft map", [shift, sigmaPx2], [coarse]),
    kind: "tone",
    want: (region, wants2, work) => wantOnce(coarse, from(region), wants2, work),
    *render(region, work) {
      const { kernels } = work;
      const { tone } = yield* rendered(coarse, from(region), work);
      const soft = softened(tone, from(region), shift, sigmaPx2, kernels);
      return { kind: "tone", region, tone: expanded(soft, from(region), shift, region, kernels), coverage: null };
    }
  };
};
var lightOf2 = (context, wish, pass3, title, { scale, records }) => {
  const { of } = wish;
  const { pxPerMm: pxPerMm2 } = scale;
  const light2 = (node) => lightNode(convertNode(node, "tone"));
  const onGrid = (shift) => {
    if (of !== "beneath" && !("pass" in of)) {
      const made3 = light2(surfaceOrPicture(context, of, wish, pass3, pxPerMm2 / 2 ** shift));
      return shift === 0 && scale.curves === "never" ? made3 : keptInTiles(made3, KEPT_SIDE);
    }
    const printed3 = of === "beneath" ? records.beneath.get(pass3.id) : records.passes.get(of.pass) ?? referenceTo(context, of.pass, pass3, `reads in \u201C${title}\u201D`);
    return shift === 0 ? light2(printed3) : coarseNode(light2(printed3), shift, null);
  };
  const soft = wish.softMm ? softened2(onGrid, wish.softMm * pxPerMm2) : onGrid(0);
  return wish.grained ? grainedNode(soft, pxPerMm2) : soft;
};
var mapNode = (context, wish, pass3, title) => lightOf2(context, wish, pass3, title, context);
var GRAIN3 = { grain: 0.15, seed: 61 };
var GRAINED = 0.03;
var grainedNode = (light2, pxPerMm2) => planeOf(keyOf("grained", pxPerMm2, [light2]), [light2], 0, void 0, function* (region, work) {
  const { kernels } = work;
  const { tone } = yield* rendered(light2, region, work);
  const grain2 = noisePlane({ ...GRAIN3, grain: Math.max(GRAIN3.grain, 2 / pxPerMm2) }, { pxPerMm: pxPerMm2, draft: false }, region, kernels);
  const by = uniformPlane(tone.length, Math.round(GRAINED * ONE));
  const base = kernels.arena.plane(tone.length);
  kernels.multiplyAdd(uniformPlane(tone.length, Math.round((1 - 2 * GRAINED) * ONE)), tone, by, base);
  kernels.multiplyAdd(by, grain2, base, base);
  return base;
});
var SAMPLES = 16;
var SAMPLE_PX = 32;
var samplesOf = (whole4) => {
  const [across2, down] = [whole4.width / SAMPLES, whole4.height / SAMPLES];
  if (Math.min(across2, down) < 1.5 * SAMPLE_PX) return null;
  return Array.from({ length: SAMPLES * SAMPLES }, (_, i) => {
    const [column, row3] = [i % SAMPLES, Math.floor(i / SAMPLES)];
    return {
      x: Math.floor(column * across2 + chanceAt(column, row3, 3) * (across2 - SAMPLE_PX)),
      y: Math.floor(row3 * down + chanceAt(column, row3, 4) * (down - SAMPLE_PX)),
      width: SAMPLE_PX,
      height: SAMPLE_PX
    };
  });
};
var mapTonesOf = (context, wish, pass3, title) => {
  if (wish.tones === "pixels") {
    const region = wholeRegion(context.scale);
    const samples = samplesOf(region);
    return { node: mapNode(context, wish, pass3, title), region, ...samples ? { samples } : {} };
  }
  const whole4 = context.analysis?.();
  const found = whole4 ? { scale: whole4.scale, records: whole4 } : context;
  return { node: lightOf2(context, wish, pass3, title, found), region: wholeRegion(found.scale) };
};

// packages/core/src/sources/letter-node.ts
var FILLS = 0.84;
var SET_MM = 100;
var BLACK3 = [0, 0, 0];
var letterNode = (font2, text3, side2) => outlineNode(keyOf("letter", { font: fontKey(font2), text: text3, side: side2 }, []), { fill: BLACK3, border: null }, false, (work) => {
  if (!work.type) throw new Error("letters cannot be set: no shaping was loaded");
  const face = work.type.face(font2);
  const setting2 = {
    text: text3,
    size: SET_MM,
    sizeBy: "em",
    leading: 1,
    tracking: 0,
    align: "left",
    upperCase: false,
    lines: "as set",
    stretch: 1
  };
  const set = (move) => layoutOf(setting2, face, { width: SET_MM, height: SET_MM }).lines.flatMap(
    ({ glyphs }) => glyphs.flatMap(
      ({ glyph, x, y, scaleX, scaleY }) => flattened(face.outline(glyph), {
        a: move.a * scaleX,
        b: 0,
        c: move.a * x + move.c,
        d: 0,
        e: -move.e * scaleY,
        f: move.e * y + move.f
      })
    )
  );
  const box2 = contourBox(set({ a: 1, b: 0, c: 0, d: 0, e: 1, f: 0 }));
  if (!box2 || box2.width === 0 || box2.height === 0) return { fill: new Fill([]), border: null };
  const by = FILLS * side2 / Math.max(box2.width, box2.height);
  const middle = (from, length2) => side2 / 2 - by * (from + length2 / 2);
  const contours = set({ a: by, b: 0, c: middle(box2.x, box2.width), d: 0, e: by, f: middle(box2.y, box2.height) });
  return { fill: new Fill(contours), border: null };
});

// packages/core/src/render/compile/spots.ts
var spotNode = (context, wish, pass3) => {
  if ("letters" in wish) return lightNode(convertNode(letterNode(wish.font, wish.letters, SPOT_SIDE), "tone"));
  const info = infoFor(context, wish.picture, pass3);
  const by = SPOT_SIDE / Math.max(info.width, info.height);
  return lightNode(convertNode(pictureNode(info, boxAt(SPOT_SIDE / 2, SPOT_SIDE / 2, by * info.width, by * info.height), 1), "tone"));
};

// packages/core/src/render/compile/steps.ts
var steps = (context, pass3, source) => {
  let [node, within4] = [source, { ...context, bend: null }];
  for (const step2 of pass3.steps) {
    const before = node;
    const bend2 = bendOf(within4, pass3, step2, before);
    node = bend2 ? bentBy(within4, pass3, step2, bend2, before) : stepOn(within4, pass3, step2, before);
    if (bend2?.dots) within4 = { ...within4, bend: bend2.nodes };
  }
  return node;
};
var bendOf = (context, pass3, written2, input) => {
  const step2 = upgradedStep(written2);
  const declaration = stepOfKind(step2.kind);
  if (!declaration?.bends || !step2.on || step2.version > declaration.version) return null;
  const { bends: bends2 } = declaration;
  const bendBy = (params) => bends2(declaration.scaled && step2.amount < 1 ? declaration.scaled(params, step2.amount) : params);
  const bend2 = bendBy(step2.params);
  const zones = step2.zones.flatMap((zone) => {
    const mask = productNode(masksOf2(context, zone.masks, pass3, attachedName(pass3.id, { step: step2.id, zone: zone.id })));
    return mask ? [{ bend: bendBy({ ...step2.params, ...zone.params }), mask }] : [];
  });
  const does = [bend2, ...zones.map((zone) => zone.bend)].find((each3) => each3 !== null);
  const weights = productNode(masksOf2(context, step2.masks, pass3, attachedName(pass3.id, { step: step2.id })));
  const nodes = bendNodes(bend2, zones, colouredInput(input), weights, (part2, given) => callOf(context, pass3, step2, part2, given, input));
  return does && nodes ? { dots: does.dots, picture: does.picture, nodes } : null;
};
var colouredInput = (input) => input.kind === "index" ? convertNode(input, "colour") : input;
var bentBy = (context, pass3, step2, { picture: picture4, nodes }, input) => {
  const name3 = stepName(pass3.id, step2.id);
  context.records.inputs.set(name3, input);
  const output = picture4 ? bentPicture(colouredInput(input), nodes, (part2, given) => callOf(context, pass3, step2, part2, given, input)) : input;
  context.records.outputs.set(name3, output);
  return output;
};
var stepOn = (context, pass3, written2, raw2) => {
  const step2 = upgradedStep(written2);
  const declaration = stepOfKind(step2.kind);
  if (!declaration || step2.version > declaration.version) {
    context.unknown.push(`step \u201C${step2.kind}\u201D version ${step2.version} of \u201C${pass3.name}\u201D`);
    return raw2;
  }
  const { records } = context;
  const picture4 = declaration.keepsColour && (raw2.kind === "colour" || raw2.kind === "index") ? convertNode(raw2, "colour") : null;
  const input = declaration.takes === "any" ? raw2.kind === "index" ? convertNode(raw2, "colour") : raw2 : convertNode(raw2, declaration.takes, inkFor(context, declaration, raw2));
  const name3 = stepName(pass3.id, step2.id);
  records.inputs.set(name3, input);
  if (!step2.on || "isBend" in declaration.apply) return raw2;
  const weights = productNode(masksOf2(context, step2.masks, pass3, attachedName(pass3.id, { step: step2.id })));
  const output = treated(context, pass3, step2, declaration, { raw: raw2, input, picture: picture4 }, weights);
  records.outputs.set(name3, output);
  return output;
};
var inkFor = (context, declaration, raw2) => declaration.takes === "ink" && raw2.kind !== "ink" ? { colour: context.colourOf(null), carriesLights: false } : void 0;
var treated = (context, pass3, step2, declaration, worked, weights) => {
  const { raw: raw2, input, picture: picture4 } = worked;
  const scaled = (params2) => declaration.scaled && step2.amount < 1 ? declaration.scaled(params2, step2.amount) : params2;
  const params = scaled(step2.params);
  const amount = declaration.amount === "mix" ? shareOf(step2.amount) : ONE;
  if (!weights && step2.zones.length === 0 && "table" in declaration.apply && !picture4) {
    return pointNode(input, { ...callOf(context, pass3, step2, declaration, params, input), amount });
  }
  const run = (given) => {
    const made3 = applied2(context, pass3, step2, declaration, given, input);
    return picture4 ? relitNode(picture4, input, made3) : made3;
  };
  let whole4 = run(params);
  for (const zone of step2.zones) {
    const there = productNode(masksOf2(context, zone.masks, pass3, attachedName(pass3.id, { step: step2.id, zone: zone.id })));
    if (!there) continue;
    whole4 = mixNode(whole4, run(scaled({ ...step2.params, ...zone.params })), ONE, there);
  }
  if (amount === ONE && !weights) return whole4;
  const call = callOf(context, pass3, step2, declaration, params, input);
  const ink = declaration.ink?.(params, call.at) ?? inkFor(context, declaration, raw2);
  const bare2 = picture4 ?? (declaration.gives === "same" ? input : convertNode(raw2, declaration.gives, ink));
  return amount === 0 ? bare2 : mixNode(bare2, whole4, amount, weights);
};
var NEAR_PX = 48;
var coarseOf = (declaration, params, input, pxPerMm2) => {
  const wishes = declaration.coarse?.(params) ?? [];
  if (wishes.length === 0) return [];
  const greys2 = readNode(input);
  const isPlain = input.kind === "ink" || input.kind === "tone";
  return wishes.map(({ grain: grain2, reach, through: through2 }) => {
    const shift = shiftFor(grain2 * pxPerMm2);
    const beyond2 = Math.ceil(reach * pxPerMm2 / 2 ** shift) + (shift === 0 ? 0 : SPLINE_REACH);
    const isNear = isPlain && (beyond2 + 2) * 2 ** shift <= NEAR_PX;
    return { node: isNear ? null : coarseNode(greys2, shift, through2 ?? null), shift, reach: beyond2 + 1, through: through2 ?? null };
  });
};
var cellsOf2 = (declaration, params, input, { scale }) => {
  const wish = declaration.cells?.(params);
  if (!wish || input.kind !== "tone") return null;
  const whole4 = wholeRegion(scale);
  const grid = cellGrid(wish.size, scale.pxPerMm, whole4);
  return { node: cellsNode(input, whole4, grid, wish), grid };
};
var callOf = (context, pass3, step2, declaration, params, input) => {
  const at2 = {
    pxPerMm: context.scale.pxPerMm,
    edges: edgesOf(context, pass3),
    draft: !isTrue(context),
    colourOf: context.colourOf,
    statistics: null,
    others: null,
    coarse: [],
    map: null,
    cells: null,
    bend: null,
    spot: () => {
      throw new Error("a dot of one\u2019s own is known while a step is at work");
    },
    mapTones: null,
    box: input.bounds?.box ?? wholeRegion(context.scale),
    dots: dotsOf(pass3),
    placement: pass3.placement,
    size: context.sheet.size,
    wanted: wholeRegion(context.scale),
    original: null
  };
  const statistics = declaration.wantsStatistics?.(params) ? statisticsFor(context, stepName(pass3.id, step2.id), declaration.readsInk?.(params) ?? null) : null;
  const source = context.records.sources.get(pass3.id);
  const original = declaration.readsOriginal && source ? convertNode(source, "colour") : null;
  const other = declaration.readsTonesOf?.(params) ?? null;
  const others = other === null ? null : tonesOf(context, other, pass3, declaration);
  const wish = declaration.readsMap?.(params) ?? null;
  const bend2 = declaration.followsBends ? context.bend : null;
  const straight = wish && mapNode(context, wish, pass3, declaration.title);
  const unbent = { ...context, bend: null };
  const map = straight && bend2 ? bentPicture(straight, bend2, (part2, given) => callOf(unbent, pass3, step2, part2, given, straight)) : straight;
  const mapTones = wish?.tones ? mapTonesOf(context, wish, pass3, declaration.title) : null;
  if (straight) context.records.maps.set(stepName(pass3.id, step2.id), { map: straight, tones: mapTones });
  const cells = cellsOf2(declaration, params, input, context);
  const spotWish = declaration.readsSpot?.(params) ?? null;
  return {
    declaration,
    params,
    at: at2,
    statistics,
    others,
    map,
    mapTones,
    cells,
    spot: spotWish && spotNode(context, spotWish, pass3),
    bend: bend2,
    coarse: coarseOf(declaration, params, input, at2.pxPerMm),
    original
  };
};
var applied2 = (context, pass3, step2, declaration, params, input) => {
  const call = callOf(context, pass3, step2, declaration, params, input);
  if ("table" in declaration.apply) return pointNode(input, { ...call, amount: ONE });
  if ("plates" in declaration.apply) return printed2(context, pass3, step2, declaration.apply.plates(params), input);
  const way = declaration.greyWay?.(params);
  const atSource = way && isPicture(input) ? input.greyBy({ name: [declaration.kind, declaration.version, params], run: way }) : null;
  if (atSource) return atSource;
  const { draft } = declaration;
  const { curves } = context.scale;
  if (draft.behaviour === "curve" && (curves === "always" || curves !== "never" && draft.tooFine(params, call.at))) {
    const ink = declaration.ink?.(params, call.at) ?? { colour: [0, 0, 0], carriesLights: false };
    return curve3(context, { input, screen: call, ink, since: [] });
  }
  const standing = draft.behaviour === "fold" ? context.curves.get(input) : void 0;
  return standing ? curve3(context, { ...standing, since: [...standing.since, call] }) : stepNode(input, call);
};
var printed2 = (context, pass3, step2, plates2, input) => {
  const nodes = plates2.map((plate) => {
    const inks2 = plate.separation.inks.map(context.colourOf);
    const tones3 = applied2(context, pass3, step2, separation, { ...plate.separation, inks: inks2 }, input);
    const dots = applied2(context, pass3, step2, declared(plate.screen.kind), plate.screen.params, tones3);
    const { across: across2, down } = plate.register.params;
    const isOff = across2 !== 0 || down !== 0;
    const there = isOff ? applied2(context, pass3, step2, declared(plate.register.kind), plate.register.params, dots) : dots;
    const node = isAllOrNothing(context, pass3) ? cutNode(there) : there;
    return { ink: plate.ink, node };
  });
  if (!context.records.plates.has(pass3.id)) context.records.plates.set(pass3.id, nodes);
  return nodes.reduce((beneath, { node }) => layNode(beneath, node, "multiply", ONE), emptyNode());
};
var declared = (kind) => stepOfKind(kind);
var curve3 = (context, calls) => {
  const node = curveNode(calls);
  context.curves.set(node, calls);
  return node;
};
var tonesOf = (context, id, pass3, { title }) => {
  const own = referenceTo(context, id, pass3, `reads in \u201C${title}\u201D the tones of`);
  const { passes, scale } = context.analysis?.() ?? { passes: context.records.passes, scale: context.scale };
  return { node: convertNode(passes.get(id) ?? own, "tone"), region: wholeRegion(scale) };
};
var statisticsFor = (context, name3, softMm) => {
  const read = softMm === null ? context.analysis : context.dotted;
  const { inputs, scale } = read?.() ?? { inputs: context.records.inputs, scale: context.scale };
  const node = inputs.get(name3);
  if (!node) throw new Error(`no analysis of ${name3}`);
  if (softMm !== null) return { node: softNode(coverageNode(node), softMm * scale.pxPerMm), region: wholeRegion(scale) };
  return { node: convertNode(node, "tone"), region: wholeRegion(scale) };
};

// packages/core/src/sources/sheet-node.ts
var holdEdges = ({ region: inside, data: from }, area, out) => {
  for (let row3 = 0, o = 0; row3 < area.height; row3++) {
    const y = Math.max(0, Math.min(inside.height - 1, area.y + row3 - inside.y));
    for (let column = 0; column < area.width; column++, o += 4) {
      const x = Math.max(0, Math.min(inside.width - 1, area.x + column - inside.x));
      const i = 4 * (y * inside.width + x);
      for (let c = 0; c < 4; c++) out[o + c] = from[i + c];
    }
  }
};
var sheetNode = (root2, print, placement, pxPerMm2) => {
  const { whole: whole4, size: size2 } = print;
  const [across2, down] = [size2.width * print.pxPerMm, size2.height * print.pxPerMm];
  const sampling = {
    level: 0,
    affine: boxAffine(placement, pxPerMm2, across2, down),
    across: filterAxis(across2 / (placement.width * pxPerMm2)),
    down: filterAxis(down / (placement.height * pxPerMm2))
  };
  return {
    key: keyOf("sheet", { placement, pxPerMm: pxPerMm2, print }, [root2]),
    kind: "colour",
    keeping: "dear",
    bounds: { box: boxBounds(placement, pxPerMm2), bare: (region) => ({ kind: "colour", region, data: blankPlane(4 * sizeOf(region)) }) },
    want(region, wants2, work) {
      for (const block of sampledBlocks(sampling, region)) {
        const inside = overlap(patchArea(sampling, block), whole4);
        if (inside) wantOnce(root2, inside, wants2, work);
      }
    },
    *render(region, work) {
      const { arena, mix } = work.kernels;
      const data = yield* sampled(sampling, region, 4, work, function* (area) {
        const values2 = arena.plane(4 * area.width * area.height).fill(0);
        const inside = overlap({ ...area }, whole4);
        if (inside) {
          yield* scoped(work, function* (within4) {
            holdEdges(yield* rendered(root2, inside, within4), area, values2);
          });
        }
        return { x: area.x, y: area.y, width: area.width, height: area.height, channels: 4, data: values2 };
      });
      const coverage = boxCoverage(placement, pxPerMm2, region, arena);
      if (!coverage) return { kind: "colour", region, data };
      const covered = arena.plane(data.length);
      mix(blankPlane(data.length), data, 4, ONE, coverage, covered);
      return { kind: "colour", region, data: covered };
    }
  };
};

// packages/core/src/render/compile/sources.ts
var sourceFault = (source) => {
  const values2 = source;
  for (const [name3, dial] of Object.entries(sourceOfKind(source.kind)?.dials ?? {})) {
    const checked2 = dial.check(values2[name3]);
    if (!checked2.ok) return checked2.why;
  }
  return null;
};
var sourceAt = (context, pass3, compileOther) => {
  const { placement } = pass3;
  const { pxPerMm: pxPerMm2 } = context.scale;
  return {
    placement,
    pxPerMm: pxPerMm2,
    colourOf: context.colourOf,
    picture: (ref) => pictureNode(infoFor(context, ref, pass3), placement, pxPerMm2),
    sheet: (ref) => compileOther ? otherSheet2(context, ref, pass3, compileOther) : emptyNode()
  };
};
var letteringNode = (context, pass3) => setNode({ ...pass3.source, filled: true }, sourceAt(context, pass3, null));
var otherSheet2 = (context, ref, pass3, compileOther) => {
  const { chain, scale: here } = context;
  const sheet2 = context.sheetOf(ref.id);
  if (!sheet2) {
    throw new CompileError(`The sheet that \u201C${pass3.name}\u201D prints is not in this job: choose another one, or remove the pass.`);
  }
  const longer = [...chain, { id: ref.id, name: sheet2.name }];
  if (chain.some(({ id }) => id === ref.id)) {
    const names = longer.map(({ name: name3 }) => `\u201C${name3}\u201D`).join(" prints ");
    throw new CompileError(`A sheet cannot print itself: ${names}. Take \u201C${pass3.name}\u201D off, or let it print another sheet.`);
  }
  const { size: size2 } = sheet2;
  const { placement } = pass3;
  const pxPerMm2 = here.pxPerMm * Math.max(placement.width / size2.width, placement.height / size2.height);
  const side2 = (mm) => Math.max(1, Math.round(mm * pxPerMm2));
  const scale = { width: side2(size2.width), height: side2(size2.height), pxPerMm: pxPerMm2, curves: here.curves };
  const { root: root2, unknown } = compileOther(sheet2, scale, longer);
  context.unknown.push(...unknown.map((what) => `${what} on the sheet \u201C${sheet2.name}\u201D`));
  const print = { whole: wholeRegion(scale), size: size2, pxPerMm: pxPerMm2 };
  return sheetNode(convertNode(root2, "colour"), print, placement, here.pxPerMm);
};
var sourceOf = (context, pass3, composite2, compileOther) => {
  const { source } = pass3;
  if (source.kind === "group") return composite2(source.passes);
  const declaration = sourceOfKind(source.kind);
  if (!declaration) {
    context.unknown.push(`source \u201C${source.kind}\u201D of \u201C${pass3.name}\u201D`);
    return emptyNode();
  }
  const fault = sourceFault(source);
  if (fault) throw new CompileError(`\u201C${pass3.name}\u201D cannot print: ${fault}.`);
  return declaration.node(source, sourceAt(context, pass3, compileOther));
};

// packages/core/src/render/compile/wear.ts
var worn2 = (context, pass3, unworn2, take) => pass3.wear.reduce((from, wear) => {
  if (!wear.on) return from;
  const found = wearing(context, pass3, wear);
  if (!found) return from;
  const [taken3, strength] = found;
  const left = complementNode(taken3, strength);
  const name3 = wearName(pass3.id, wear.id);
  if (isAllOrNothing(context, pass3)) context.records.wears.set(name3, { taken: complementNode(cutPlaneNode(left)), from: cutNode(from) });
  else context.records.wears.set(name3, { taken: complementNode(left), from });
  return take(from, left);
}, unworn2);
var wornCoverage = (context, pass3, unworn2) => worn2(context, pass3, unworn2, maskedNode);
var wearing = (context, pass3, wear) => {
  const declaration = wearOfKind(wear.kind);
  if (declaration) return declaration.taken(wear, wearAt(context, pass3));
  context.unknown.push(`wear \u201C${String(wear.kind)}\u201D on \u201C${pass3.name}\u201D`);
  return null;
};
var wearAt = (context, pass3) => ({
  pass: pass3,
  edges: edgesOf(context, pass3),
  pxPerMm: context.scale.pxPerMm,
  printPxPerMm: printPxPerMm(context),
  isTrue: isTrue(context),
  isQuick: context.scale.wear === "quick",
  isHard: isAllOrNothing(context, pass3),
  picture: (picture4, owner) => infoFor(context, picture4, owner),
  masks: (masks, owner, id) => masksOf2(context, masks, owner, attachedName(owner.id, { wear: id })),
  lettering: (id) => letteringOf(context, pass3, id),
  other: (id) => otherWear(context, pass3, id),
  refuse: (why2) => {
    throw new CompileError(why2);
  }
});
var letteringOf = (context, pass3, id) => {
  const { sheet: sheet2, scale, records } = context;
  const other = id === pass3.id ? void 0 : findPass(sheet2, id);
  if (other && isOutlined(sheet2, other)) {
    const letters2 = coverageNode(letteringNode(context, other));
    return edgedNode(letters2, { grow: outlineBand(other), feather: 0 }, scale.pxPerMm);
  }
  const lettering3 = id === pass3.id ? records.sources.get(pass3.id) : records.passes.get(id);
  return lettering3 ? coverageNode(lettering3) : null;
};
var otherWear = ({ sheet: sheet2 }, pass3, id) => {
  for (const { pass: owner, wear } of wearsOf(sheet2)) if (wear.id === id) return { owner, wear };
  throw new CompileError(`\u201C${pass3.name}\u201D shares the wear \u201C${id}\u201D, which is not on this sheet: remove it, or share another one.`);
};

// packages/core/src/render/compile/own.ts
var weightsOf = (context, pass3) => {
  const { within: within4 } = pass3.lay;
  const inside = within4 === void 0 ? [] : [coverageNode(referenceTo(context, within4, pass3, "lies within"))];
  return productNode([...masksOf2(context, pass3.masks, pass3, pass3.id), ...inside]);
};
var foregroundOf = (context, pass3, placed3) => {
  for (const mask of pass3.masks) {
    const own = mask.on ? maskOfKind(mask.kind)?.foreground?.(mask, maskAt(context, mask, pass3, pass3.id)) : null;
    if (own) return own;
  }
  return placed3;
};
var cleanedOf = (context, pass3, drawn4) => {
  const edge = Math.max(0, ...pass3.masks.filter(({ on }) => on).map(({ cleaned: cleaned3 }) => cleaned3 ?? 0));
  const coverage = edge > 0 ? productNode(masksOf2(context, pass3.masks, pass3, pass3.id)) : null;
  return coverage ? cleanedEdgeNode(convertNode(drawn4, "colour"), coverage, edge, context.scale.pxPerMm) : drawn4;
};
var wholePixels = (context, pass3, node) => {
  if (isHard(context, pass3)) return cutNode(node);
  return isAllOrNothing(context, pass3) ? screenedNode(node, dotsOf(pass3), context.scale.pxPerMm) : node;
};
var made2 = (context, pass3, sourceFor) => {
  const { records } = context;
  const placed3 = sourceFor();
  records.sources.set(pass3.id, placed3);
  const drawn4 = placed3.kind === "index" ? convertNode(placed3, "colour") : placed3;
  const treated2 = steps(context, pass3, cleanedOf(context, pass3, foregroundOf(context, pass3, drawn4)));
  const weights = weightsOf(context, pass3);
  const masked = weights ? maskedNode(treated2, weights) : treated2;
  const cut = (node) => wholePixels(context, pass3, node);
  const whole4 = cut(masked);
  records.passes.set(pass3.id, whole4);
  const left = wornCoverage(context, pass3, masked);
  const own = left === masked ? whole4 : cut(left);
  records.printed.set(pass3.id, own);
  return own;
};
var standsAlone = (pass3) => {
  if (pass3.source.kind === "group" || pass3.source.kind === "sheet" || pass3.lay.within !== void 0) return false;
  if (readsBeneath(pass3) || pass3.steps.some((step2) => passesMatched(step2).length > 0)) return false;
  if (masksOf(pass3).some((mask) => passesRead(mask).length > 0)) return false;
  return pass3.wear.every((wear) => wearsShared(wear).length === 0 && passesGuarded(wear).every((id) => id === pass3.id));
};
var kept4 = /* @__PURE__ */ new WeakMap();
var MOST_KEPT2 = 12;
var ownRaster = (context, pass3, sourceFor) => {
  if (!standsAlone(pass3)) return made2(context, pass3, sourceFor);
  const ways = kept4.get(pass3) ?? new Latest(MOST_KEPT2);
  kept4.set(pass3, ways);
  const own = ways.of(context.name, () => {
    const inside = { ...context, records: noRecords(), unknown: [] };
    return { node: made2(inside, pass3, sourceFor), records: inside.records, unknown: inside.unknown };
  });
  addRecords(context.records, own.records);
  context.unknown.push(...own.unknown);
  return own.node;
};

// packages/core/src/render/compile/passes.ts
var composite = (context, passes, compileOther) => {
  let beneath = isTrue(context) && isWhole(context.sheet.edges) ? bareIndex() : emptyNode();
  for (const pass3 of passes) {
    if (readsBeneath(pass3)) context.records.beneath.set(pass3.id, coloursOf(beneath));
    const printed3 = pass3.source.kind === "overall" ? overall(context, pass3, beneath) : laid3(context, pass3, beneath, compileOther);
    if (pass3.on) beneath = printed3;
  }
  return beneath;
};
var finished = (context, compileOther) => {
  const printed3 = composite(context, context.sheet.passes, compileOther);
  const { edges: edges3 } = context.sheet;
  if (!isTrue(context) || !isWhole(edges3)) return printed3;
  if (isIndex(printed3)) return recolouredNode2(printed3, cutPalette(printed3.palette), "cut");
  const whole4 = edges3 === "screened" ? screenedNode(printed3, SHEET_DOTS, context.scale.pxPerMm) : cutNode(printed3);
  return whole4;
};
var timesOf = ({ lay }) => Math.max(1, Math.min(MOST_TIMES, Math.floor(lay.times ?? 1)));
var modeOf = (context, pass3) => {
  const mode = blendMode(pass3.lay.mode);
  if (!mode) context.unknown.push(`lay \u201C${pass3.lay.mode}\u201D of \u201C${pass3.name}\u201D`);
  return mode?.name ?? "normal";
};
var laid3 = (context, pass3, beneath, compileOther) => {
  const group = (passes) => composite(context, passes, compileOther);
  const own = ownRaster(context, pass3, () => sourceOf(context, pass3, group, compileOther));
  const [mode, strength] = [modeOf(context, pass3), shareOf(pass3.lay.strength)];
  if (isIndex(beneath)) {
    const stamped = own.kind === "ink" && own.colour && isAllOrNothing(context, pass3) ? stampNode(beneath, own, own.colour, mode, strength, timesOf(pass3)) : null;
    if (stamped) return stamped;
  }
  return repeated(pass3, coloursOf(beneath), (under2) => layNode(under2, own, mode, strength));
};
var coloursOf = (beneath) => isIndex(beneath) && beneath.palette.length === 4 ? emptyNode() : convertNode(beneath, "colour");
var repeated = (pass3, beneath, lay) => {
  let printed3 = beneath;
  for (let n = timesOf(pass3); n > 0; n--) printed3 = lay(printed3);
  return printed3;
};
var treatedBy = (context, pass3, beneath, treated2) => {
  const weights = weightsOf(context, pass3);
  const [mode, strength] = [modeOf(context, pass3), shareOf(pass3.lay.strength)];
  return repeated(pass3, beneath, (under2) => {
    if (mode !== "normal") return layNode(under2, treated2, mode, strength, true, weights);
    return treated2 === under2 ? under2 : mixNode(under2, treated2, strength, weights);
  });
};
var overall = (context, pass3, beneath) => {
  const { records } = context;
  if (isIndex(beneath) && treatsEntries(pass3)) {
    const printed4 = overallIndex(context, pass3, beneath);
    records.printed.set(pass3.id, printed4);
    return printed4;
  }
  const under2 = coloursOf(beneath);
  records.sources.set(pass3.id, under2);
  const treated2 = convertNode(steps(context, pass3, under2), "colour");
  records.passes.set(pass3.id, treated2);
  const printed3 = wornCoverage(context, pass3, treatedBy(context, pass3, under2, treated2));
  records.printed.set(pass3.id, printed3);
  return printed3;
};
var treatsEntries = (pass3) => pass3.masks.length === 0 && pass3.lay.within === void 0 && pass3.steps.every((step2) => !step2.on || stepOfKind(step2.kind)?.pointwise === true && step2.masks.length === 0 && step2.zones.length === 0);
var overallIndex = (context, pass3, beneath) => {
  const { records } = context;
  records.sources.set(pass3.id, beneath);
  const raw2 = paletteNode(beneath.palette);
  const treated2 = convertNode(steps({ ...context, records: noRecords() }, pass3, raw2), "colour");
  const count = beneath.palette.length / 4;
  const work = { statistics: new ByteCache(1) };
  const whole4 = treatedBy(context, pass3, raw2, treated2);
  const palette = renderedPalette(whole4, count, work);
  records.passes.set(pass3.id, recolouredNode2(beneath, renderedPalette(treated2, count, work), pass3.id));
  return worn2(context, pass3, recolouredNode2(beneath, palette, pass3.id), keptWhereNode);
};

// packages/core/src/render/compile/compile.ts
var MOST_NESTED = 60;
var graphOf = (sheet2, scale, job, chain, { analysis, dotted: dotted2 }) => {
  const context = contextOf(sheet2, scale, job.infoOf, job.sheetOf, chain, analysis, dotted2);
  const root2 = finished(context, (other, at2, longer) => nestedGraph(other, at2, job, longer));
  return { ...context.records, scale, region: wholeRegion(scale), root: root2, unknown: [...new Set(context.unknown)] };
};
var nestedGraph = (sheet2, scale, job, chain) => {
  const name3 = JSON.stringify([chain.at(-1)?.id, scale]);
  const known = job.nested.get(name3);
  if (known) return known;
  if (job.nested.size >= MOST_NESTED) {
    throw new CompileError(
      `The sheet prints more than ${MOST_NESTED} sheets and sheets within these, each size counted: print fewer, or send some out and lay their files as pictures.`
    );
  }
  job.nested.set(name3, null);
  const made3 = compiled(sheet2, scale, job, chain);
  job.nested.set(name3, made3);
  return made3;
};
var readOf2 = (sheet2, job, chain) => {
  const scale = analysisScale(sheet2.size);
  const made3 = (curves, read) => once(() => graphOf(sheet2, { ...scale, curves }, job, chain, read));
  const dotted2 = made3("where too fine", { analysis: made3("always", { analysis: null, dotted: null }), dotted: null });
  return { analysis: made3("always", { analysis: null, dotted: dotted2 }), dotted: dotted2 };
};
var compiled = (sheet2, scale, job, chain) => {
  return graphOf(sheet2, scale, job, chain, readOf2(sheet2, job, chain));
};
var NO_SHEETS = () => void 0;
var outermost = (sheet2) => [{ id: null, name: sheet2.name }];
var compile = (sheet2, scale, infoOf, sheetOf = NO_SHEETS) => compiled(sheet2, scale, { infoOf, sheetOf, nested: /* @__PURE__ */ new Map() }, outermost(sheet2));
var compileAnalysis = (sheet2, infoOf, sheetOf = NO_SHEETS) => readOf2(sheet2, { infoOf, sheetOf, nested: /* @__PURE__ */ new Map() }, outermost(sheet2)).analysis();

// packages/core/src/plates/better-spots.ts
var SIDE5 = 320;
var TURNS = [0, 90, 180, 270];
var STEPS5 = [0, 0.25, 0.5, 0.75];
var EQUAL = 0.2;
var spotScale = ({ width, height }) => {
  const pxPerMm2 = SIDE5 / Math.max(width, height);
  return { width: Math.max(1, Math.round(width * pxPerMm2)), height: Math.max(1, Math.round(height * pxPerMm2)), pxPerMm: pxPerMm2, curves: "always" };
};
var isTexture = (wear) => wear.kind === "texture";
var placesOf2 = (now) => TURNS.flatMap(
  (turn) => STEPS5.flatMap(
    (across2) => STEPS5.map((down) => ({ ...now, turn: now.turn + turn, x: now.x + across2 * now.width, y: now.y + down * now.height }))
  )
);
var betterSpots = (sheet2, passId, wearId, infoOf, sheetOf, count = 5) => {
  const scale = spotScale(sheet2.size);
  const region = wholeRegion(scale);
  const wear = findPass(sheet2, passId)?.wear.find((each3) => each3.id === wearId);
  const moved5 = (placement) => withPass(sheet2, passId, (pass3) => ({
    ...pass3,
    wear: pass3.wear.map((each3) => each3.id === wearId && isTexture(each3) ? { ...each3, on: true, placement } : each3)
  }));
  const graphAt = (placement) => compile(moved5(placement), scale, infoOf, sheetOf);
  const places = wear && isTexture(wear) ? placesOf2(wear.placement) : [];
  const trials = places.flatMap((placement) => {
    const wearing2 = graphAt(placement).wears.get(wearName(passId, wearId));
    return wearing2 ? [{ placement, taken: wearing2.taken }] : [];
  });
  const now = places[0] && graphAt(places[0]);
  const from = now?.wears.get(wearName(passId, wearId))?.from;
  const letters2 = [...passesOf(sheet2.passes)].flatMap((pass3) => {
    const own = pass3.on && pass3.source.kind === "type" ? now?.passes.get(pass3.id) : void 0;
    if (!own) return [];
    const there = coverageNode(own);
    const grow3 = isOutlined(sheet2, pass3) ? Math.max(outlineBand(pass3), 1 / scale.pxPerMm) : 0;
    return [edgedNode(there, { grow: grow3, feather: 0 }, scale.pxPerMm)];
  });
  return {
    region,
    nodes: [...trials.map(({ taken: taken3 }) => taken3), ...letters2, ...from ? [from] : []],
    *run(work) {
      if (!from) return [];
      return yield* scoped(work, function* (inside) {
        const { kernels } = inside;
        const printed3 = coveragePlane(yield* rendered(from, region, inside), kernels);
        const lettering3 = kernels.arena.plane(printed3.length).fill(0);
        for (const node of letters2) {
          const plane2 = (yield* rendered(node, region, inside)).tone;
          for (let i = 0; i < plane2.length; i++) lettering3[i] = Math.max(lettering3[i], plane2[i]);
        }
        const shareOf3 = (taken3, weights) => {
          const whole4 = kernels.sum(weights);
          return whole4 > 0 ? kernels.dot(taken3, weights) / ONE / whole4 : 0;
        };
        const spots2 = [];
        for (const { placement, taken: taken3 } of trials) {
          const tone = yield* scoped(inside, function* (within4) {
            const plane2 = (yield* rendered(taken3, region, within4)).tone;
            return { lettering: shareOf3(plane2, lettering3), taken: shareOf3(plane2, printed3) };
          });
          spots2.push({ placement, ...tone });
        }
        return bestOf(spots2, count);
      });
    }
  };
};
var bestOf = (spots2, count) => {
  const [now, ...others] = spots2;
  if (!now) return [];
  const fair = others.filter(({ taken: taken3 }) => Math.abs(taken3 - now.taken) <= EQUAL * now.taken);
  return fair.filter(({ lettering: lettering3 }) => lettering3 < now.lettering).sort((a, b) => a.lettering - b.lettering).slice(0, count);
};

// packages/core/src/plates/colour-counts.ts
var MOST_COLOURS = 5e3;
var FEW_COLOURS = 16;
var CONTINUOUS = /* @__PURE__ */ new Set(["picture", "ramp", "surface"]);
var unscreened = (sheet2, graph) => [...passesOf(sheet2.passes)].filter((pass3) => {
  const isHard2 = isWhole(pass3.edges ?? sheet2.edges);
  const kind = graph.printed.get(pass3.id)?.kind;
  return pass3.on && isHard2 && CONTINUOUS.has(pass3.source.kind) && (kind === "colour" || kind === "tone");
});
var code = (value2, alpha) => Math.min(255, Math.floor(value2 / alpha * 255 + 0.5));
function* colourCounts(sheet2, graph, work) {
  const counts = {};
  for (const { id } of unscreened(sheet2, graph)) {
    const colours = /* @__PURE__ */ new Set();
    const node = convertNode(graph.printed.get(id), "colour");
    yield* readInTiles(node, wholeRegion(graph.scale), work, ({ data }) => {
      for (let i = 0; i < data.length && colours.size < MOST_COLOURS; i += 4) {
        const alpha = data[i + 3];
        if (alpha < HALF) continue;
        const [r, g, b] = [0, 1, 2].map((c) => code(data[i + c], alpha));
        colours.add(r << 16 | g << 8 | b);
      }
    });
    if (colours.size > FEW_COLOURS) counts[id] = colours.size;
  }
  return counts;
}

// packages/core/src/plates/spectrum.ts
var reversed = (count) => {
  const out = new Uint32Array(count);
  for (let i = 0, j = 0; i < count; i++) {
    out[i] = j;
    let bit = count >> 1;
    for (; j & bit; bit >>= 1) j ^= bit;
    j |= bit;
  }
  return out;
};
var transform = (re, im, from, step2, order, waves) => {
  const count = order.length;
  for (let i = 0; i < count; i++) {
    const j = order[i];
    if (j <= i) continue;
    const [a, b] = [from + i * step2, from + j * step2];
    [re[a], re[b]] = [re[b], re[a]];
    [im[a], im[b]] = [im[b], im[a]];
  }
  for (let half = 1; half < count; half *= 2) {
    const by = count / (2 * half);
    for (let block = 0; block < count; block += 2 * half) {
      for (let k = 0; k < half; k++) {
        const [c, s] = [waves[2 * k * by], waves[2 * k * by + 1]];
        const [a, b] = [from + (block + k) * step2, from + (block + k + half) * step2];
        const [x, y] = [re[b] * c + im[b] * s, im[b] * c - re[b] * s];
        re[b] = re[a] - x;
        im[b] = im[a] - y;
        re[a] = re[a] + x;
        im[a] = im[a] + y;
      }
    }
  }
};
var powerSpectrum = (values2, side2) => {
  const hann2 = Float64Array.from({ length: side2 }, (_, i) => 0.5 - 0.5 * cosDeg(360 * (i + 0.5) / side2));
  let [sum, weight] = [0, 0];
  for (let i = 0; i < side2 * side2; i++) {
    const w = hann2[i % side2] * hann2[Math.floor(i / side2)];
    sum += w * values2[i];
    weight += w;
  }
  const mean = sum / weight;
  const re = Float64Array.from(
    { length: side2 * side2 },
    (_, i) => (values2[i] - mean) * hann2[i % side2] * hann2[Math.floor(i / side2)]
  );
  const im = new Float64Array(side2 * side2);
  const order = reversed(side2);
  const waves = Float64Array.from({ length: side2 }, (_, i) => (i % 2 ? sinDeg : cosDeg)(360 * (i >> 1) / side2));
  for (let i = 0; i < side2; i++) transform(re, im, i * side2, 1, order, waves);
  for (let i = 0; i < side2; i++) transform(re, im, i, side2, order, waves);
  return re.map((v, i) => v * v + im[i] ** 2);
};

// packages/core/src/plates/found-screen.ts
var PATCH = 256;
var PLACES4 = [
  [0.5, 0.5],
  [0.28, 0.3],
  [0.72, 0.3],
  [0.28, 0.7],
  [0.72, 0.7]
];
var LEAST2 = 9;
var MOST7 = 118;
var SHARP = 40;
var ROUND2 = [5, 6, 7];
var SHARE = 0.02;
var at = (power2, x, y) => power2[(y + 2 * PATCH) % PATCH * PATCH + (x + 2 * PATCH) % PATCH];
var roundAbout = (power2, x, y) => {
  let most = 0;
  for (const r of ROUND2) {
    for (let k = 0; k < 24; k++) {
      most = Math.max(most, at(power2, Math.round(x + r * cosDeg(15 * k)), Math.round(y + r * sinDeg(15 * k))));
    }
  }
  return most;
};
var between3 = (before, here, after2) => {
  const [a, b, c] = [before, here, after2].map((v) => ln(Math.max(v, 1e-30)));
  const bend2 = a - 2 * b + c;
  return bend2 < 0 ? Math.max(-0.5, Math.min(0.5, (a - c) / (2 * bend2))) : 0;
};
var screenIn = (power2) => {
  let [total, best] = [0, null];
  const peaks = [];
  for (let y2 = -MOST7; y2 <= MOST7; y2++) {
    for (let x2 = 0; x2 <= MOST7; x2++) {
      const r2 = x2 * x2 + y2 * y2;
      if (r2 < LEAST2 * LEAST2 || r2 > MOST7 * MOST7 || x2 === 0 && y2 < 0) continue;
      const here = at(power2, x2, y2);
      total += here;
      const isPeak = [-1, 0, 1].every((dy2) => [-1, 0, 1].every((dx2) => at(power2, x2 + dx2, y2 + dy2) <= here));
      if (isPeak) peaks.push({ x: x2, y: y2, power: here });
    }
  }
  if (total === 0) return null;
  peaks.sort((a, b) => b.power - a.power);
  for (const peak of peaks.slice(0, 12)) {
    if (4 * peak.power < SHARE * total) break;
    if (peak.power < SHARP * roundAbout(power2, peak.x, peak.y)) continue;
    if (!best || peak.power > best.power / 8 && Math.hypot(peak.x, peak.y) < 0.8 * Math.hypot(best.x, best.y)) best = peak;
  }
  if (!best) return null;
  const { x, y } = best;
  const dx = between3(at(power2, x - 1, y), best.power, at(power2, x + 1, y));
  const dy = between3(at(power2, x, y - 1), best.power, at(power2, x, y + 1));
  const [fx, fy] = [x + dx, y + dy];
  const across2 = [-1, 0, 1].flatMap((v) => [-1, 0, 1].map((u) => at(power2, Math.round(-fy) + u, Math.round(fx) + v)));
  const isLines = Math.max(...across2) < best.power / 30;
  const way = (atan2Deg(-fy, fx) + 360) % 180;
  return { cycles: Math.hypot(fx, fy), angle: isLines ? (way + 90) % 180 : way % 90, isLines };
};
var patchesOf = (box2) => PLACES4.map(([u, v]) => ({
  x: Math.round(box2.x + u * box2.width - PATCH / 2),
  y: Math.round(box2.y + v * box2.height - PATCH / 2),
  width: PATCH,
  height: PATCH
})).filter(({ x, y }) => x >= box2.x && y >= box2.y && x + PATCH <= box2.x + box2.width && y + PATCH <= box2.y + box2.height);
var screenSearch = (graph, pass3, box2) => {
  const source = graph.sources.get(pass3);
  const node = source ? lightNode(convertNode(source, "tone")) : null;
  const patches = patchesOf(box2);
  return {
    wants: (work) => node ? patches.flatMap((patch) => planPieces(node, patch, work)) : [],
    *run(work) {
      if (!node || patches.length === 0) return null;
      const sum = new Float64Array(PATCH * PATCH);
      for (const patch of patches) {
        const power2 = yield* scoped(work, function* (inside) {
          return powerSpectrum((yield* rendered(node, patch, inside)).tone, PATCH);
        });
        power2.forEach((v, i) => sum[i] = sum[i] + v);
        yield;
      }
      const found = screenIn(sum);
      return found && { lpi: found.cycles / PATCH * graph.scale.pxPerMm * 25.4, angle: found.angle, isLines: found.isLines };
    }
  };
};

// packages/core/src/plates/ink-shares.ts
var coverageAt = (raster, i) => {
  if (raster.kind === "colour") return raster.data[4 * i + 3] / ONE;
  if (raster.kind === "ink") return raster.coverage[i] / ONE;
  if (raster.kind === "index") return raster.palette[4 * raster.entries[i] + 3] / ONE;
  return raster.coverage ? raster.coverage[i] / ONE : 1;
};
var Sums = class {
  totals = {};
  add(name3, amount) {
    this.totals[name3] = (this.totals[name3] ?? 0) + amount;
  }
  shares(pixels) {
    return Object.fromEntries(Object.entries(this.totals).map(([name3, total]) => [name3, total / ONE / pixels]));
  }
};
function* inkShares(sheet2, graph, work) {
  const whole4 = wholeRegion(graph.scale);
  const plates2 = sheetPlates(sheet2, graph);
  const [passes, inks2] = [new Sums(), new Sums()];
  for (const { id } of sheet2.inks) inks2.add(id, 0);
  for (const tile2 of tilesOf(whole4, READ_TILE)) {
    yield* scoped(work, function* (inside) {
      const { kernels } = inside;
      for (const [name3, plane2] of plates2.passes) {
        const alpha = (yield* rendered(plane2, tile2, inside)).tone;
        const before = plates2.removed.get(name3);
        passes.add(name3, before ? -kernels.dot(alpha, (yield* rendered(before, tile2, inside)).tone) / ONE : kernels.sum(alpha));
        yield;
      }
      for (const [id, plane2] of plates2.inks) {
        if (id in inks2.totals) inks2.add(id, kernels.sum((yield* rendered(plane2, tile2, inside)).tone));
      }
    });
  }
  return { passes: passes.shares(sizeOf(whole4)), inks: inks2.shares(sizeOf(whole4)) };
}

// packages/core/src/plates/plate-bytes.ts
var [NONE3, BOTH2] = [0, ONE | ONE << 16];

// packages/core/src/plates/plate-list.ts
var PROCESS_PLATES = ["cyan", "magenta", "yellow", "black"];
var PROCESS_IDS = Object.fromEntries(PROCESS_PLATES.map((name3, at2) => [`process-${name3}`, at2]));

// packages/core/src/plates/texture-greys.ts
var SQUARES = 5;
var SIDE6 = 128;
var textureGreys = (texture2, placement, pxPerMm2) => {
  const node = convertNode(texture2, "tone");
  const [tl, tr, , bl] = cornersOf(placement);
  const side2 = Math.max(4, Math.min(SIDE6, Math.floor(Math.min(placement.width, placement.height) * pxPerMm2 / SQUARES)));
  const regions = Array.from({ length: SQUARES * SQUARES }, (_, i) => {
    const [u, v] = [(i % SQUARES + 0.5) / SQUARES, (Math.floor(i / SQUARES) + 0.5) / SQUARES];
    const x = tl[0] + u * (tr[0] - tl[0]) + v * (bl[0] - tl[0]);
    const y = tl[1] + u * (tr[1] - tl[1]) + v * (bl[1] - tl[1]);
    return { x: Math.floor(x * pxPerMm2 - side2 / 2), y: Math.floor(y * pxPerMm2 - side2 / 2), width: side2, height: side2 };
  });
  return {
    node,
    regions,
    *run(work) {
      const sums2 = emptyStatistics();
      for (const region of regions) {
        yield* scoped(work, function* (inside) {
          addTones(sums2, yield* rendered(node, region, inside));
        });
      }
      return sums2;
    }
  };
};

// packages/core/src/plates/unfound-edges.ts
var APART4 = 0.05 * ONE;
var MOST_STRETCHES = 240;
var meanAt2 = ({ region, rgb }, x, y, radius) => {
  const [sums2, at2] = [[0, 0, 0], { x: Math.floor(x), y: Math.floor(y) }];
  let count = 0;
  for (let row3 = Math.max(0, at2.y - radius); row3 <= Math.min(region.height - 1, at2.y + radius); row3++) {
    for (let column = Math.max(0, at2.x - radius); column <= Math.min(region.width - 1, at2.x + radius); column++) {
      const i = 3 * (row3 * region.width + column);
      for (let c = 0; c < 3; c++) sums2[c] = sums2[c] + rgb[i + c];
      count++;
    }
  }
  return count === 0 ? null : sums2.map((sum) => sum / count);
};
function* stretchesOf2(contour, least) {
  const corners = contour.length / 2;
  const side2 = (i) => {
    const next2 = (i + 1) % corners;
    return [contour[2 * i], contour[2 * i + 1], contour[2 * next2], contour[2 * next2 + 1]];
  };
  let whole4 = 0;
  for (let i = 0; i < corners; i++) {
    const [ax, ay, bx, by] = side2(i);
    whole4 += Math.hypot(bx - ax, by - ay);
  }
  const part2 = Math.max(least, whole4 / MOST_STRETCHES);
  let [gone, next] = [0, part2 / 2];
  for (let i = 0; i < corners; i++) {
    const [ax, ay, bx, by] = side2(i);
    const length2 = Math.hypot(bx - ax, by - ay);
    for (; next < gone + length2; next += part2) {
      const t = (next - gone) / length2;
      yield [ax + t * (bx - ax), ay + t * (by - ay), -(by - ay) / length2, (bx - ax) / length2];
    }
    gone += length2;
  }
}
var isAlike = (picture4, [x, y, nx, ny], half) => {
  const radius = Math.max(1, Math.floor(half / 2));
  const [one2, other] = [meanAt2(picture4, x + nx * half, y + ny * half, radius), meanAt2(picture4, x - nx * half, y - ny * half, radius)];
  return one2 !== null && other !== null && one2.every((value2, c) => Math.abs(value2 - other[c]) < APART4);
};
var unfoundEdges = (graph, pass3, mask) => {
  const source = graph.sources.get(pass3.id);
  if (!source || mask.band === 0 || mask.points.length < 4) return null;
  const { pxPerMm: pxPerMm2 } = graph.scale;
  const seen = convertNode(source, "colour");
  const region = wholeRegion(graph.scale);
  return {
    wants: (work) => planPieces(seen, region, work),
    *run(work) {
      const rgb = new Int16Array(3 * sizeOf(region));
      yield* readInTiles(seen, region, work, ({ data, region: tile2 }) => {
        for (let i = 0, o = 0; i < data.length; i += 4, o++) {
          const at2 = 3 * ((tile2.y + Math.floor(o / tile2.width)) * region.width + tile2.x + o % tile2.width);
          for (let c = 0; c < 3; c++) rgb[at2 + c] = data[i + c];
        }
      });
      const half = Math.max(1.5, mask.band * pxPerMm2 / 2);
      const contour = outlineContour(mask, motionSince(mask, pass3.placement) ?? AT_REST, pxPerMm2);
      const stretches = [...stretchesOf2(contour, 2 * half)];
      const alike = stretches.filter((stretch3) => isAlike({ region, rgb }, stretch3, half));
      return {
        places: alike.map(([x, y]) => ({ x: x / pxPerMm2, y: y / pxPerMm2 })),
        share: stretches.length === 0 ? 0 : alike.length / stretches.length
      };
    }
  };
};

// packages/core/src/plates/why.ts
var COVERED2 = 0.5;
var BARE3 = { prints: false, ink: null, coverage: 0, pass: null, by: { kind: "pass" } };
var whyNodes = (graph) => [
  ...graph.sources.values(),
  ...graph.passes.values(),
  ...graph.printed.values(),
  ...graph.outputs.values(),
  ...graph.masks.values(),
  ...[...graph.wears.values()].map(({ taken: taken3 }) => taken3)
];
function* whyAt(sheet2, graph, region, work) {
  function* coverage(node) {
    return node ? coverageAt(yield* rendered(node, region, work), 0) : 0;
  }
  function* light2(node) {
    return node ? (yield* rendered(node, region, work)).tone[0] / ONE : 0;
  }
  function* worn4(pass3) {
    for (const wear of pass3.wear) {
      if (wear.on && (yield* light2(graph.wears.get(wearName(pass3.id, wear.id))?.taken)) >= COVERED2) return wear.id;
    }
    return null;
  }
  function* missing(pass3) {
    for (const step2 of pass3.steps) {
      const out = graph.outputs.get(stepName(pass3.id, step2.id));
      if (step2.on && out && (yield* coverage(out)) < COVERED2) return { kind: "step", id: step2.id };
    }
    for (const mask of pass3.masks) {
      const plane2 = graph.masks.get(maskName(pass3.id, mask.id));
      if (!mask.on || !plane2) continue;
      const shown2 = yield* light2(plane2);
      if (mask.join === "without" ? shown2 >= COVERED2 : shown2 < COVERED2) return { kind: "mask", id: mask.id };
    }
    return { kind: "pass" };
  }
  function* through2(passes, beneath) {
    let why2 = beneath;
    for (const pass3 of passes) if (pass3.on) why2 = yield* after2(pass3, why2);
    return why2;
  }
  function* after2(pass3, beneath) {
    const wear = yield* worn4(pass3);
    if (pass3.source.kind === "overall") {
      return wear !== null && beneath.prints ? { ...BARE3, pass: pass3.id, by: { kind: "wear", id: wear } } : beneath;
    }
    const { strength, mode } = pass3.lay;
    const there = yield* coverage(graph.printed.get(pass3.id));
    if (there * strength >= COVERED2) {
      if (mode === "knock-out") return { ...BARE3, pass: pass3.id, by: { kind: "knock-out" } };
      if (pass3.source.kind === "group") return yield* through2(pass3.source.passes, beneath);
      const step2 = pass3.steps.filter((each3) => each3.on && stepOfKind(each3.kind)?.gives === "ink").at(-1);
      const by2 = step2 ? { kind: "step", id: step2.id } : { kind: "pass" };
      return { prints: true, ink: inkOfPass(pass3, sheet2), coverage: there * strength, pass: pass3.id, by: by2 };
    }
    if (beneath.prints || (yield* coverage(graph.sources.get(pass3.id))) < COVERED2) return beneath;
    const unworn2 = yield* coverage(graph.passes.get(pass3.id));
    const by = unworn2 >= COVERED2 && wear !== null ? { kind: "wear", id: wear } : yield* missing(pass3);
    return { ...BARE3, coverage: there * strength, pass: pass3.id, by };
  }
  return yield* through2(sheet2.passes, BARE3);
}

// packages/core/src/nodes/beside.ts
var OwnReads = class extends Wants {
  reads = [];
  first(name3, node, region) {
    if (!node.bounds || overlap(node.bounds.box, region)) this.reads.push({ name: name3, node, region });
    return false;
  }
};
var ownReads = ({ node, region }, work) => {
  const own = new OwnReads();
  node.want(region, own, work);
  return own.reads;
};
var readBeside = (root2, input, region, { statistics }) => {
  const comesOfInput = /* @__PURE__ */ new Map();
  const beside2 = /* @__PURE__ */ new Map();
  const add2 = (read) => {
    if (read.node.keeping === "never") for (const each3 of ownReads(read, { statistics })) add2(each3);
    else beside2.set(read.name, read);
  };
  const follow = (read) => {
    const known = comesOfInput.get(read.name);
    if (known !== void 0) return known;
    let comes = read.node.key === input.key;
    if (comes) add2(read);
    else {
      const own = ownReads(read, { statistics });
      const following = own.filter(follow);
      comes = following.length > 0;
      if (comes) {
        for (const each3 of own) if (!following.includes(each3)) add2(each3);
      }
    }
    comesOfInput.set(read.name, comes);
    return comes;
  };
  follow({ name: `${root2.key}@${regionName(region)}`, node: root2, region });
  return [...beside2.values()];
};

// packages/core/src/type/sfnt.ts
var FontError = class extends Error {
};
var WOFF = 2001684038;
var COLLECTION = 1953784678;
var SFNT = [65536, 1330926671, 1953658213];
var NEEDED = ["cmap", "head", "hhea", "hmtx", "maxp"];
var WANTED = "A TrueType (.ttf, .ttc), OpenType (.otf), WOFF or WOFF2 file would do.";
var MOST_SFNT_BYTES = 64 * 2 ** 20;
var tagAt = (view, at2) => String.fromCharCode(...[0, 1, 2, 3].map((i) => view.getUint8(at2 + i)));
var sfntOf = (file, inflate) => {
  if (file.length < 12) throw new FontError(`The file is too short for a font. ${WANTED}`);
  const view = new DataView(file.buffer, file.byteOffset, file.byteLength);
  const signature = view.getUint32(0);
  try {
    if (signature === WOFF) return checked(unwrapped(view, file, inflate));
    if (signature === COLLECTION) return checked(firstOf(view, file));
    if (SFNT.includes(signature)) return checked(file.slice());
  } catch (error) {
    if (error instanceof FontError) throw error;
    throw new FontError(`The font file is damaged: its tables do not lie where it says. ${WANTED}`);
  }
  throw new FontError(`The file is no font. ${WANTED}`);
};
var firstOf = (view, file) => {
  const start = view.getUint32(12);
  const parts = Array.from({ length: view.getUint16(start + 4) }, (_, i) => {
    const at2 = start + 12 + 16 * i;
    const [offset, length2] = [view.getUint32(at2 + 8), view.getUint32(at2 + 12)];
    if (offset + length2 > file.length) throw new RangeError();
    return { tag: tagAt(view, at2), checksum: view.getUint32(at2 + 4), data: file.subarray(offset, offset + length2) };
  });
  return assembled2(view.getUint32(start), parts);
};
var unwrapped = (view, file, inflate) => {
  const count = view.getUint16(12);
  const declared2 = Array.from({ length: count }, (_, i) => view.getUint32(44 + 20 * i + 12)).reduce((sum, length2) => sum + length2, 0);
  if (declared2 > MOST_SFNT_BYTES) {
    throw new FontError(
      `Unpacked, the font would take ${Math.round(declared2 / 2 ** 20)} MB; at most ${MOST_SFNT_BYTES / 2 ** 20} MB. ${WANTED}`
    );
  }
  const tables2 = Array.from({ length: count }, (_, i) => {
    const at2 = 44 + 20 * i;
    const [offset, packed4, length2] = [view.getUint32(at2 + 4), view.getUint32(at2 + 8), view.getUint32(at2 + 12)];
    if (offset + packed4 > file.length) throw new RangeError();
    const part2 = file.subarray(offset, offset + packed4);
    const data = packed4 < length2 ? inflate(part2, length2) : part2;
    if (data.length !== length2) throw new RangeError();
    return { tag: tagAt(view, at2), checksum: view.getUint32(at2 + 16), data };
  });
  return assembled2(view.getUint32(4), tables2);
};
var assembled2 = (version2, tables2) => {
  const count = tables2.length;
  const header = 12 + 16 * count;
  const size2 = tables2.reduce((sum, { data }) => sum + (data.length + 3 & ~3), header);
  const out = new Uint8Array(size2);
  const to = new DataView(out.buffer);
  const power2 = 2 ** Math.floor(31 - Math.clz32(count));
  to.setUint32(0, version2);
  to.setUint16(4, count);
  to.setUint16(6, 16 * power2);
  to.setUint16(8, 31 - Math.clz32(power2));
  to.setUint16(10, 16 * (count - power2));
  let offset = header;
  tables2.forEach(({ tag, checksum, data }, i) => {
    const at2 = 12 + 16 * i;
    for (let c = 0; c < 4; c++) to.setUint8(at2 + c, tag.charCodeAt(c));
    to.setUint32(at2 + 4, checksum);
    to.setUint32(at2 + 8, offset);
    to.setUint32(at2 + 12, data.length);
    out.set(data, offset);
    offset += data.length + 3 & ~3;
  });
  return out;
};
var tablesOf = (sfnt) => {
  const view = new DataView(sfnt.buffer, sfnt.byteOffset, sfnt.byteLength);
  return Array.from({ length: view.getUint16(4) }, (_, i) => {
    const at2 = 12 + 16 * i;
    const table = {
      tag: tagAt(view, at2),
      checksum: view.getUint32(at2 + 4),
      offset: view.getUint32(at2 + 8),
      length: view.getUint32(at2 + 12)
    };
    if (table.offset + table.length > sfnt.length) throw new RangeError();
    return table;
  });
};
var checked = (sfnt) => {
  const tags = new Set(tablesOf(sfnt).map(({ tag }) => tag));
  const missing = NEEDED.filter((tag) => !tags.has(tag));
  if (!tags.has("glyf") && !tags.has("CFF ")) missing.push("glyf or CFF");
  if (missing.length > 0) throw new FontError(`The font has no outlines that can be printed (it lacks ${missing.join(", ")}). ${WANTED}`);
  return sfnt;
};

// packages/core/src/units/paper.ts
var inches = (name3, width, height, use) => ({
  name: name3,
  width: width * 25.4,
  height: height * 25.4,
  use
});
var PAPER_SIZES = [
  inches("18 \xD7 24 in", 18, 24, "poster"),
  inches("24 \xD7 36 in", 24, 36, "large poster"),
  inches("27 \xD7 40 in", 27, 40, "one sheet"),
  inches("16 \xD7 20 in", 16, 20, "garment, full front"),
  inches("13 \xD7 15 in", 13, 15, "garment, chest"),
  { name: "314 \xD7 314 mm", width: 314, height: 314, use: "sleeve, 12 in record" },
  { name: "184 \xD7 184 mm", width: 184, height: 184, use: "sleeve, 7 in record" },
  { name: "120 \xD7 120 mm", width: 120, height: 120, use: "disc booklet" },
  { name: "A1", width: 594, height: 841, use: "poster" },
  { name: "A2", width: 420, height: 594, use: "poster" },
  { name: "A3", width: 297, height: 420, use: "small poster" },
  { name: "A4", width: 210, height: 297, use: "handbill" }
];

// tools/bench/host.ts
import { join as join4 } from "node:path";

// packages/kernels/dist/module.ts
var KERNELS_WASM_BASE64 = "AGFzbQEAAAAB8AIdYAR/f39/AGAFf39/f38AYAZ/f39/f38AYAl/f39/f39/f38AYAd/f39/f39/AGAHf39/f39/fwF/YAN/f38AYAR/f3t7AXtgBHx8fHwAYAV8fHx8fABgBHx8f38BfGACe38Be2ARf39/f39/f39/f39/f39/f38AYBB/f39/f39/f39/f39/f39/AGALf39/f39/f39/f38AYBd/f39/f3x8fHx8fH98f398f39/f39/fwBgFH9/f3x/fHx/fHx/fHx/f39/f39/AGAFf39/fH8AYAJ/fwF8YAN/f38BfGAMf39/f39/f39/f39/AGAVf39/f39/f39/f39/f39/f39/f39/AGAIf39/f39/f38Bf2AKf398f39/f39/fwBgDn9/f3x/f39/f39/f39/AGAPf39/f39/f3x8fHx8f39/AGAOf39/f39/f39/fHx8fH8AYA5/f39/f39/f39/f39/fwBgCH9/f39/f39/AAIPAQNlbnYGbWVtb3J5AgAAAz08CAkKCwUAAQMMDQ4PEAQBEQICBBIAAAATAAYABhQDFQIEAgEAFgUBAwMBABcYGQABAQICAQICGhsDHAcHBiUDfAFEAAAAAAAAAAALfAFEAAAAAAAAAAALfAFEAAAAAAAAAAALB+4DMgVibGVuZAA5BmxheUluawA4CWNhc3RNZXRhbAA3CWNlbGxUb25lcwA2CGNoYW5uZWxzADUIY29udm9sdmUANAhndWlkYW5jZQAyBmxpZnRlZAAxCW1vZHVsYXRlZAAwC211bHRpcGx5QWRkAC8FcmF0aW8ALgRjdWJlADMIZGlzc29sdmUALQhkaXN0YW5jZQAsCGV4cGFuZDE2ACoHZXhwYW5kOAApDGZpbHRlckFjcm9zcwAoCmZpbHRlckRvd24AJwl0cmFuc3Bvc2UAJgRncmV5ACUJZ3JleUJ5SHVlACQJa2VlcFdoZXJlACMGbG9va1VwACIFc3RhbXAAIQNtaXgAIAVwYWludAAfBW1vdmVkAB4Fbm9pc2UAHAdhbHBoYU9mABsDY3V0ABkKY3V0Q29sb3VycwAYA2RvdAAXBWxpZ2h0ABYIbXVsdGlwbHkAFQpwYWludFRvbmVzABQKY29tcGxlbWVudAAaA3N1bQATBXRvbmVkABIGcmVkdWNlABELcmVkdWNlSW5kZXgAEARodWVkAA8FcmVsaXQADgNyaW0ADQZzYW1wbGUACwZzY3JlZW4ACApkcm9wU3BlY2tzAAYFdGFibGUABQlyb3VnaEVkZ2UADAdzY2F0dGVyAAoGbWVtb3J5AgAKxMMCPOoCAQJ8IAAgAyAARDMzMzMzM9M/oiABROF6FK5H4eI/oqAgAkQpXI/C9Si8P6KgoSIDoCIARDMzMzMzM9M/oiABIAOgIgFE4XoUrkfh4j+ioCACIAOgIgJEKVyPwvUovD+ioCEFIAAgASACpKQiBEQAAAAAAAAAAGMEfCAFIAAgBaEgBaIgBSAEoaOgBSAACyEDIAAgASACpaUiAEQAAAAAAADwP2QEfCAFIAMgBaFEAAAAAAAA8D8gBaGiIAAgBaGjoAUgAwskACAERAAAAAAAAAAAYwRAIAUgASAFoSAFoiAFIASho6AhAQsgAEQAAAAAAADwP2QEfCAFIAEgBaFEAAAAAAAA8D8gBaGiIAAgBaGjoAUgAQskASAERAAAAAAAAAAAYwRAIAUgAiAFoSAFoiAFIASho6AhAgsgAEQAAAAAAADwP2QEfCAFIAIgBaFEAAAAAAAA8D8gBaGiIAAgBaGjoAUgAgskAgtrAQJ8IAAgASACpaUgACABIAKkpCIFoSIGRAAAAAAAAAAAYQRARAAAAAAAAAAARAAAAAAAAAAARAAAAAAAAAAAIAQQAA8LIAAgBaEgA6IgBqMgASAFoSADoiAGoyACIAWhIAOiIAajIAQQAAuvBAIJfAd/RAAAAAAAAPA/IQVEAAAAAAAA8D8hBgNAIAMgDUoEQCAAIAaiIA23IghEzczMzMxMMUCioCIJIAmcIgmhIgogCqIgCqIgCiAKRAAAAAAAABhAokQAAAAAAAAuwKCiRAAAAAAAACRAoKIhCiAEIAUgAiANakGv1tO+AmwiDiAJ/AIiD0HrlK+veGwiECABIAaiIAhEMzMzMzMzIkCioSIJnCIE/AIiEUG13MqVfGwiEnNzIhMgE0EPdnNB7fjs4AJsIhMgE0EMdnNBudroywJsIhMgE0EPdnO4RAAAAAAAAPA9oiIIIA9BAWpB65Svr3hsIg8gEnMgDnMiEiASQQ92c0Ht+OzgAmwiEiASQQx2c0G52ujLAmwiEiASQQ92c7hEAAAAAAAA8D2iIAihIAqiIgugIBAgEUEBakG13MqVfGwiEHMgDnMiESARQQ92c0Ht+OzgAmwiESARQQx2c0G52ujLAmwiESARQQ92c7hEAAAAAAAA8D2iIgwgDyAQcyAOcyIOIA5BD3ZzQe347OACbCIOIA5BDHZzQbna6MsCbCIOIA5BD3ZzuEQAAAAAAADwPaIgDKEgCqKgIAihIAuhIAkgBKEiBCAEoiAEoiAEIAREAAAAAAAAGECiRAAAAAAAAC7AoKJEAAAAAAAAJECgoqKgoqAhBCAHIAWgIQcgBUSamZmZmZnhP6IhBSAGRGZmZmZmZgJAoiEGIA1BAWohDQwBCwsgBCAHowuZAQEEfyAA/RsBIQIgAP0bAiEDIAD9GwMhBCAA/RsAIgVBAE4EfyAFIAFtBUEAIAEgBWtBAWsgAW1rC/0RIAJBAE4EfyACIAFtBUEAIAEgAmtBAWsgAW1rC/0cASADQQBOBH8gAyABbQVBACABIANrQQFrIAFtawv9HAIgBEEATgR/IAQgAW0FQQAgASAEa0EBayABbWsL/RwDC8ACAQR/IAAgAUEDdGoiAC4BBiEHIAUgAUEBdGoCfyAALgEAIgUgB0GAgAFGDQAaQQAgB0EATA0AGkGAgAEgBUEOdCAHQQF1aiAHbSIFIAVBgIABShsLIgkgAkH//wBxbAJ/IAAuAQIiBSAHQYCAAUYNABpBACAHQQBMDQAaQYCAASAFQQ50IAdBAXVqIAdtIgUgBUGAgAFKGwsiCiADQf//AHFsaiEFQYCAASAJIAJBDnVsIAogA0EOdWxqAn8gAC4BBCIAIAdBgIABRg0AGkEAIAdBAEwNABpBgIABIABBDnQgB0EBdWogB20iACAAQYCAAUobCyIAIARBDnVsaiAFIAAgBEH//wBxbGpBgEBrQQ51akGAQGtBDnUiAEEAIABBAEobIgAgAEGAgAFOGzsBACAGIAFBAXRqIAc7AQAgBwvaAgIBewN/IAFBeHEhBQNAIAUgBkoEQCAGQQF0IgcgAGr9AAQA/QwAAAAAAAAAAAAAAAAAAAAA/ZgB/QwAQABAAEAAQABAAEAAQABA/ZYBIQQgAyAHaiACIAT9GQdB//8DcUEBdGogAiAE/RkGQf//A3FBAXRqIAIgBP0ZBUH//wNxQQF0aiACIAT9GQRB//8DcUEBdGogAiAE/RkDQf//A3FBAXRqIAIgBP0ZAkH//wNxQQF0aiACIAT9GQFB//8DcUEBdGogAiAE/RkAQf//A3FBAXRqIAT9VQEAAP1VAQAB/VUBAAL9VQEAA/1VAQAE/VUBAAX9VQEABv1VAQAH/QsEACAGQQhqIQYMAQsLA0AgASAFSgRAIAVBAXQiBiAAai4BACIHQQAgB0EAShshByADIAZqIAJBgIABIAcgB0GAgAFOG0EBdGouAQA7AQAgBUEBaiEFDAELCwvHBwELfyAEIgUhCgNAIAIgDkoEQCAFIQsgACABIA5sQQF0aiEIIAoiBSEJQQAhBwNAIAEgB0oEQAJAA0AgB0EIaiABTAR/IAggB0EBdGr9AAQA/QwABAAEAAQABAAEAAQABAAE/TH9hAEFQQELRQRAIAdBCGohBwwBCwsDQCABIAdKBH8gCCAHQQF0ai4BAEGACEoFQQELRQRAIAdBAWohBwwBCwsgASAHTA0AIAchBgNAIAdBCGogAUwEfyAIIAdBAXRq/QAEAP0MAAQABAAEAAQABAAEAAQABP0x/YQBQf8BRgVBAAsEQCAHQQhqIQcMAQsLA0AgASAHSgR/IAggB0EBdGouAQBBgAhKBUEACwRAIAdBAWohBwwBCwsgCSAGNgIAIAkgB0EBayIKNgIEIAkgCTYCCCAJIAY2AgwgCSAONgIQIAkgCjYCFCAJIA42AhggCSAONgIcIAlBIGohCQwCCwsLIAkhCiAFIQcDQCAHIApJBEAgBygCACEGIAcoAgQhDwNAIAUgC0sEfyALKAIEIAZBAWtIBUEACwRAIAtBIGohCwwBCwsgCyEJA0AgBSAJSwR/IAkoAgAgD0EBakwFQQALBEAgCSIGIQgDQCAIKAIIIgwgCEcEQCAMIQgMAQsLA0AgBiAIRwRAIAYoAgggBiAINgIIIQYMAQsLIAghDSAHIgYhCANAIAgoAggiDCAIRwRAIAwhCAwBCwsDQCAGIAhHBEAgBigCCCAGIAg2AgghBgwBCwsgCCANRwRAIA0gCCAIIA1JGyIGIA0gCCAIIA1LGyIINgIIIAggCCgCDCIMIAYoAgwiDSAMIA1IGzYCDCAIIAgoAhAiDCAGKAIQIg0gDCANSBs2AhAgCCAIKAIUIgwgBigCFCINIAwgDUobNgIUIAggCCgCGCIIIAYoAhgiBiAGIAhIGzYCGAsgCUEgaiEJDAELCyAHQSBqIQcMAQsLIA5BAWohDgwBCwsgBCEFA0AgBSAKSQRAIAUiBCEHA0AgBygCCCIGIAdHBEAgBiEHDAELCwNAIAQgB0cEQCAEKAIIIAQgBzYCCCEEDAELCyAHKAIQIQYgBygCFCEIIAcoAhgiCSACQQFrSCAHKAIMIgdBAEoiBARAIAZBAEohBAsgBARAIAggAUEBa0ghBAsgBCAEG0UgCCAHayADTnIgCSAGayADTnJFBEAgACAFKAIcIAFsQQF0aiEGIAUoAgAhBANAIAQgBSgCBEwEQCAGIARBAXRqQQA7AQAgBEEBaiEEDAELCwsgBUEgaiEFDAELCwv9HgEKeyAC/REgAiADav0cASACIANBAXRq/RwCIAIgA0EDbGr9HAMhCSAE/REgBCAFav0cASAEIAVBAXRq/RwCIAQgBUEDbGr9HAMhCiADQQJ0/REhCyAFQQJ0/REhDEEAIQIDQCABIAJKBEAgCSAL/a4BIQ0gCiAM/a4BIQ4CeyAGQQ1GBED9DAAgACAAIAAgACAAIAAgACAgCSAK/QwAAACAAAAAgAAAAIAAAACA/U79UUEQ/awBIA0gDv0MAAAAgAAAAIAAAACAAAAAgP1O/VFBEP2sAf2FASIJIAlBD/2MAf1RIApBAf2rAUEQ/awBIA5BAf2rAUEQ/awB/YUBIgkgCUEP/YwB/VH9mAFBAf2MAf2RAQwBCyAJQRD9rAEgDUEQ/awB/YUBIg8gD0EP/YwB/VEhDyAKQRD9rAEgDkEQ/awB/YUBIRAgBkELRgRAIBD9DAAgACAAIAAgACAAIAAgACAgDyAP/YIB/ZEB/Qz/f/9//3//f/9//3//f/9/IA/9kQEiCSAJ/YIB/QwAIAAgACAAIAAgACAAIAAg/ZEBIA/9DP8//z//P/8//z//P/8//z/9M/1SIgkgCUEB/YwB/Y4B/Y4BIgogCkEP/YwB/VEhCgJ7IAZBBkYEQCAJ/QxmRmZGZkZmRmZGZkZmRmZG/YIB/QwAIAAgACAAIAAgACAAIAAgIAogCv2CAf2RAf0M/3//f/9//3//f/9//3//fyAK/ZEBIgkgCf2CAf0MACAAIAAgACAAIAAgACAAIP2RASAK/Qz/P/8//z//P/8//z//P/8//TP9Uv0MmjmaOZo5mjmaOZo5mjmaOf2CAf2OAQwBC/0MACAAIAAgACAAIAAgACAAICAPIAr9lgFBAf2MAf2RASAGQQdGDQAaIA/9DDNzM3MzczNzM3MzczNzM3P9ggFBAf2MASAKQQH9jAH9jgFBAf2MAf0MACAAIAAgACAAIAAgACAAIP2RASAGQQhGDQAa/QwAIAAgACAAIAAgACAAIAAgIA8gD/2CAUEB/YwBIAogCv2CAUEB/YwB/Y4BQQH9jAH9DIULhQuFC4ULhQuFC4ULhQv9kQH9gAH9kQEgBkEJRg0AGiAGQQpGBED9DP9//3//f/9//3//f/9//38gD0EB/YsBIgn9DP////////////////////8gCf2RASAP/Qz/P/8//z//P/8//z//P/8//TP9UiIJ/ZEBIQ/9DP9//3//f/9//3//f/9//38gCkEB/YsBIhD9DP////////////////////8gEP2RASAK/Qz/P/8//z//P/8//z//P/8//TP9UiIK/ZEBIRD9DAAgACAAIAAgACAAIAAgACAgCSAJ/YIB/ZEBIA8gD/2CAf0MACAAIAAgACAAIAAgACAAIP2RASAJ/Qz/P/8//z//P/8//z//P/8//TP9Uv0MACAAIAAgACAAIAAgACAAICAKIAr9ggH9kQEgECAQ/YIB/QwAIAAgACAAIAAgACAAIAAg/ZEBIAr9DP8//z//P/8//z//P/8//z/9M/1S/Y4BQQH9jAEMAQv9DAAgACAAIAAgACAAIAAgACAgCkEB/YwBIgn9kQEgBkELRiAGQQNGcg0AGv0MACAAIAAgACAAIAAgACAAICAPIAr9mAFBAf2MAf2RASAGQQRGDQAa/QwAIAAgACAAIAAgACAAIAAgIA8gD/2CAUEB/YwBIhAgCiAK/YIBIhH9DDNzM3MzczNzM3MzczNzM3P9ggFBAf2MAf2OAUEB/YwB/ZEBIAZBAkYNABr9DAAgACAAIAAgACAAIAAgACAgECARQQH9jAH9jgFBAf2MAf2RASEQIAZBAUYiAyAGQQVGcgRAIBD9DP9//3//f/9//3//f/9//38gD/2RASIRIBH9ggFBAf2MAf0M/3//f/9//3//f/9//3//fyAK/ZEBIgogCv2CAUEB/YwB/Y4BQQH9jAH9DAAgACAAIAAgACAAIAAgACD9kQEiCiAPQQH9jAEgCf2OASIR/Qz/P/8//z//P/8//z//P/8//TP9UiADDQEaIBD9DAAgACAAIAAgACAAIAAgACAgD/0MzWzNbM1szWzNbM1szWzNbP2CAUEB/YwBIAn9jgFBAf2MAf2RASAKIBH9DLhOuE64TrhOuE64TrhOuE79M/1SIBH9DAAwADAAMAAwADAAMAAwADD9M/1SDAELIBALDAELIAZBDEYEQP0M/3//f/9//3//f/9//3//fyAQIBBBD/2MAf1RIhD9kQEhEf0M/3//f/9//3//f/9//3//fyAJIAr9rgH9oQFBEP2sASANIA79rgH9oQFBEP2sAf2FASIJIAlBD/2MAf1RIgr9kQEhEv0MACAAIAAgACAAIAAgACAAICAPIA/9ggH9kQH9DP9//3//f/9//3//f/9//38gD/2RASIJIAn9ggH9DAAgACAAIAAgACAAIAAgACD9kQEgD/0M/z//P/8//z//P/8//z//P/0z/VL9DAAgACAAIAAgACAAIAAgACAgECAQ/YIB/ZEBIBEgEf2CAf0MACAAIAAgACAAIAAgACAAIP2RASAQ/Qz/P/8//z//P/8//z//P/8//TP9Uv2OAf0MACAAIAAgACAAIAAgACAAICAKIAr9ggH9kQEgEiAS/YIB/QwAIAAgACAAIAAgACAAIAAg/ZEBIAr9DP8//z//P/8//z//P/8//z/9M/1S/Y4B/QyrKqsqqyqrKqsqqyqrKqsq/YIBDAELIBAgEEEP/YwB/VEhCQJ7IAZBBkYEQP0MACAAIAAgACAAIAAgACAAICAPIA/9ggH9kQH9DP9//3//f/9//3//f/9//38gD/2RASIKIAr9ggH9DAAgACAAIAAgACAAIAAgACD9kQEgD/0M/z//P/8//z//P/8//z//P/0z/VL9DGZGZkZmRmZGZkZmRmZGZkb9ggH9DAAgACAAIAAgACAAIAAgACAgCSAJ/YIB/ZEB/Qz/f/9//3//f/9//3//f/9/IAn9kQEiCiAK/YIB/QwAIAAgACAAIAAgACAAIAAg/ZEBIAn9DP8//z//P/8//z//P/8//z/9M/1S/QyaOZo5mjmaOZo5mjmaOZo5/YIB/Y4BDAEL/QwAIAAgACAAIAAgACAAIAAgIA8gCf2WAUEB/YwB/ZEBIAZBB0YNABogD/0MM3MzczNzM3MzczNzM3Mzc/2CAUEB/YwBIAlBAf2MAf2OAUEB/YwB/QwAIAAgACAAIAAgACAAIAAg/ZEBIAZBCEYNABr9DAAgACAAIAAgACAAIAAgACAgDyAP/YIBQQH9jAEgCSAJ/YIBQQH9jAH9jgFBAf2MAf0MhQuFC4ULhQuFC4ULhQuFC/2RAf2AAf2RASAGQQlGDQAaIAZBCkYEQP0M/3//f/9//3//f/9//3//fyAPQQH9iwEiCv0M/////////////////////yAK/ZEBIA/9DP8//z//P/8//z//P/8//z/9M/1SIgr9kQEhD/0M/3//f/9//3//f/9//3//fyAJQQH9iwEiEP0M/////////////////////yAQ/ZEBIAn9DP8//z//P/8//z//P/8//z/9M/1SIgn9kQEhEP0MACAAIAAgACAAIAAgACAAICAKIAr9ggH9kQEgDyAP/YIB/QwAIAAgACAAIAAgACAAIAAg/ZEBIAr9DP8//z//P/8//z//P/8//z/9M/1S/QwAIAAgACAAIAAgACAAIAAgIAkgCf2CAf2RASAQIBD9ggH9DAAgACAAIAAgACAAIAAgACD9kQEgCf0M/z//P/8//z//P/8//z//P/0z/VL9jgFBAf2MAQwBC/0MACAAIAAgACAAIAAgACAAICAJQQH9jAEiCv2RASAGQQtGIAZBA0ZyDQAa/QwAIAAgACAAIAAgACAAIAAgIA8gCf2YAUEB/YwB/ZEBIAZBBEYNABr9DAAgACAAIAAgACAAIAAgACAgDyAP/YIBQQH9jAEiECAJIAn9ggEiEf0MM3MzczNzM3MzczNzM3Mzc/2CAUEB/YwB/Y4BQQH9jAH9kQEgBkECRg0AGv0MACAAIAAgACAAIAAgACAAICAQIBFBAf2MAf2OAUEB/YwB/ZEBIRAgBkEBRiIDIAZBBUZyBEAgEP0M/3//f/9//3//f/9//3//fyAP/ZEBIhEgEf2CAUEB/YwB/Qz/f/9//3//f/9//3//f/9/IAn9kQEiCSAJ/YIBQQH9jAH9jgFBAf2MAf0MACAAIAAgACAAIAAgACAAIP2RASIJIA9BAf2MASAK/Y4BIhH9DP8//z//P/8//z//P/8//z/9M/1SIAMNARogEP0MACAAIAAgACAAIAAgACAAICAP/QzNbM1szWzNbM1szWzNbM1s/YIBQQH9jAEgCv2OAUEB/YwB/ZEBIAkgEf0MuE64TrhOuE64TrhOuE64Tv0z/VIgEf0MADAAMAAwADAAMAAwADAAMP0z/VIMAQsgEAsLIQ8gDSAL/a4BIQkgDiAM/a4BIQogB0GAgAEgAkEBdCIDIABqLgEAIgRBACAEQQBKGyIEIARBgIABThtBAnRqKAIA/REgB0GAgAEgACACQQFqQQF0ai4BACIEQQAgBEEAShsiBCAEQYCAAU4bQQJ0aigCAP0cASAHQYCAASAAIAJBAmpBAXRqLgEAIgRBACAEQQBKGyIEIARBgIABThtBAnRqKAIA/RwCIAdBgIABIAAgAkEDakEBdGouAQAiBEEAIARBAEobIgQgBEGAgAFOG0ECdGooAgD9HAMiDSAHQYCAASAAIAJBBGpBAXRqLgEAIgRBACAEQQBKGyIEIARBgIABThtBAnRqKAIA/REgB0GAgAEgACACQQVqQQF0ai4BACIEQQAgBEEAShsiBCAEQYCAAU4bQQJ0aigCAP0cASAHQYCAASAAIAJBBmpBAXRqLgEAIgRBACAEQQBKGyIEIARBgIABThtBAnRqKAIA/RwCIAdBgIABIAAgAkEHakEBdGouAQAiBEEAIARBAEobIgQgBEGAgAFOG0ECdGooAgD9HAMiDv0NAgMGBwoLDg8SExYXGhseHyEQIAMgCGogDyANIA79DQABBAUICQwNEBEUFRgZHB39kQEiDSAQ/bwBQQX9rAH9DAAgAAAAIAAAACAAAAAgAAD9rgEgDSAQ/b0BQQX9rAH9DAAgAAAAIAAAACAAAAAgAAD9rgH9hQH9DAAAAAAAAAAAAAAAAAAAAAD9mAH9DABAAEAAQABAAEAAQABAAED9lgH9CwQAIAJBCGohAgwBCwsLiAEBAn8DQCACIBFKBEAgASARbEEBdCESIAsEQCAAIBJqIAEgAyAFIBFsaiAEIAUgBiAIIBFsaiAHIAggCSAKIAsgEmogDCASaiANIA4gDyAQIBJqEAkFIAAgEmogASADIAUgEWxqIAQgBiAIIBFsaiAHIAkgCiAQIBJqEAcLIBFBAWohEQwBCwsLqx8DCnsFfwJ+A0AgASAaSgRAQQAhGwNAIBtBCEgEQCAOIBtBAnRqIh4gGiAbaiIcQQF0Ih0gCmoyAQAgDKx+QoBAfUIOh8QiHyADrH4gCyAdajIBACANrH5CgEB9Qg6HxCIgIASsfnxCCIenIAIgAyAcbGpqNgIAIB4gBqwgH34gB6wgIH58QgiHpyAFIAYgHGxqajYCICAbQQFqIRsMAQsLIAlBgIABIBpBAXQiGyAAai4BACIcQQAgHEEAShsiHCAcQYCAAU4bQQJ0aigCAP0RIAlBgIABIAAgGkEBakEBdGouAQAiHEEAIBxBAEobIhwgHEGAgAFOG0ECdGooAgD9HAEgCUGAgAEgACAaQQJqQQF0ai4BACIcQQAgHEEAShsiHCAcQYCAAU4bQQJ0aigCAP0cAiAJQYCAASAAIBpBA2pBAXRqLgEAIhxBACAcQQBKGyIcIBxBgIABThtBAnRqKAIA/RwDIhEgCUGAgAEgACAaQQRqQQF0ai4BACIcQQAgHEEAShsiHCAcQYCAAU4bQQJ0aigCAP0RIAlBgIABIAAgGkEFakEBdGouAQAiHEEAIBxBAEobIhwgHEGAgAFOG0ECdGooAgD9HAEgCUGAgAEgACAaQQZqQQF0ai4BACIcQQAgHEEAShsiHCAcQYCAAU4bQQJ0aigCAP0cAiAJQYCAASAAIBpBB2pBAXRqLgEAIhxBACAcQQBKGyIcIBxBgIABThtBAnRqKAIA/RwDIhL9DQIDBgcKCw4PEhMWFxobHh8hECAO/QAEACEWIA79AAQQIRcgDv0ABCAhGCAO/QAEMCETIA8gG2oCeyAIQQ1GBED9DAAgACAAIAAgACAAIAAgACAgFiAY/QwAAACAAAAAgAAAAIAAAACA/U79UUEQ/awBIBcgE/0MAAAAgAAAAIAAAACAAAAAgP1O/VFBEP2sAf2FASIUIBRBD/2MAf1RIBhBAf2rAUEQ/awBIBNBAf2rAUEQ/awB/YUBIhMgE0EP/YwB/VH9mAFBAf2MAf2RAQwBCyAWQRD9rAEgF0EQ/awB/YUBIhQgFEEP/YwB/VEhFCAYQRD9rAEgE0EQ/awB/YUBIRUgCEELRgRAIBX9DAAgACAAIAAgACAAIAAgACAgFCAU/YIB/ZEB/Qz/f/9//3//f/9//3//f/9/IBT9kQEiEyAT/YIB/QwAIAAgACAAIAAgACAAIAAg/ZEBIBT9DP8//z//P/8//z//P/8//z/9M/1SIhMgE0EB/YwB/Y4B/Y4BIhUgFUEP/YwB/VEhFQJ7IAhBBkYEQCAT/QxmRmZGZkZmRmZGZkZmRmZG/YIB/QwAIAAgACAAIAAgACAAIAAgIBUgFf2CAf2RAf0M/3//f/9//3//f/9//3//fyAV/ZEBIhMgE/2CAf0MACAAIAAgACAAIAAgACAAIP2RASAV/Qz/P/8//z//P/8//z//P/8//TP9Uv0MmjmaOZo5mjmaOZo5mjmaOf2CAf2OAQwBC/0MACAAIAAgACAAIAAgACAAICAUIBX9lgFBAf2MAf2RASAIQQdGDQAaIBT9DDNzM3MzczNzM3MzczNzM3P9ggFBAf2MASAVQQH9jAH9jgFBAf2MAf0MACAAIAAgACAAIAAgACAAIP2RASAIQQhGDQAa/QwAIAAgACAAIAAgACAAIAAgIBQgFP2CAUEB/YwBIBUgFf2CAUEB/YwB/Y4BQQH9jAH9DIULhQuFC4ULhQuFC4ULhQv9kQH9gAH9kQEgCEEJRg0AGiAIQQpGBED9DP9//3//f/9//3//f/9//38gFEEB/YsBIhP9DP////////////////////8gE/2RASAU/Qz/P/8//z//P/8//z//P/8//TP9UiIT/ZEBIRT9DP9//3//f/9//3//f/9//38gFUEB/YsBIhb9DP////////////////////8gFv2RASAV/Qz/P/8//z//P/8//z//P/8//TP9UiIV/ZEBIRb9DAAgACAAIAAgACAAIAAgACAgEyAT/YIB/ZEBIBQgFP2CAf0MACAAIAAgACAAIAAgACAAIP2RASAT/Qz/P/8//z//P/8//z//P/8//TP9Uv0MACAAIAAgACAAIAAgACAAICAVIBX9ggH9kQEgFiAW/YIB/QwAIAAgACAAIAAgACAAIAAg/ZEBIBX9DP8//z//P/8//z//P/8//z/9M/1S/Y4BQQH9jAEMAQv9DAAgACAAIAAgACAAIAAgACAgFUEB/YwBIhP9kQEgCEELRiAIQQNGcg0AGv0MACAAIAAgACAAIAAgACAAICAUIBX9mAFBAf2MAf2RASAIQQRGDQAa/QwAIAAgACAAIAAgACAAIAAgIBQgFP2CAUEB/YwBIhYgFSAV/YIBIhf9DDNzM3MzczNzM3MzczNzM3P9ggFBAf2MAf2OAUEB/YwB/ZEBIAhBAkYNABr9DAAgACAAIAAgACAAIAAgACAgFiAXQQH9jAH9jgFBAf2MAf2RASEWIAhBAUYiGyAIQQVGcgRAIBb9DP9//3//f/9//3//f/9//38gFP2RASIXIBf9ggFBAf2MAf0M/3//f/9//3//f/9//3//fyAV/ZEBIhUgFf2CAUEB/YwB/Y4BQQH9jAH9DAAgACAAIAAgACAAIAAgACD9kQEiFSAUQQH9jAEgE/2OASIX/Qz/P/8//z//P/8//z//P/8//TP9UiAbDQEaIBb9DAAgACAAIAAgACAAIAAgACAgFP0MzWzNbM1szWzNbM1szWzNbP2CAUEB/YwBIBP9jgFBAf2MAf2RASAVIBf9DLhOuE64TrhOuE64TrhOuE79M/1SIBf9DAAwADAAMAAwADAAMAAwADD9M/1SDAELIBYLDAELIAhBDEYEQP0M/3//f/9//3//f/9//3//fyAVIBVBD/2MAf1RIhX9kQEhGf0M/3//f/9//3//f/9//3//fyAWIBj9rgH9oQFBEP2sASAXIBP9rgH9oQFBEP2sAf2FASITIBNBD/2MAf1RIhP9kQEhFv0MACAAIAAgACAAIAAgACAAICAUIBT9ggH9kQH9DP9//3//f/9//3//f/9//38gFP2RASIXIBf9ggH9DAAgACAAIAAgACAAIAAgACD9kQEgFP0M/z//P/8//z//P/8//z//P/0z/VL9DAAgACAAIAAgACAAIAAgACAgFSAV/YIB/ZEBIBkgGf2CAf0MACAAIAAgACAAIAAgACAAIP2RASAV/Qz/P/8//z//P/8//z//P/8//TP9Uv2OAf0MACAAIAAgACAAIAAgACAAICATIBP9ggH9kQEgFiAW/YIB/QwAIAAgACAAIAAgACAAIAAg/ZEBIBP9DP8//z//P/8//z//P/8//z/9M/1S/Y4B/QyrKqsqqyqrKqsqqyqrKqsq/YIBDAELIBUgFUEP/YwB/VEhEwJ7IAhBBkYEQP0MACAAIAAgACAAIAAgACAAICAUIBT9ggH9kQH9DP9//3//f/9//3//f/9//38gFP2RASIVIBX9ggH9DAAgACAAIAAgACAAIAAgACD9kQEgFP0M/z//P/8//z//P/8//z//P/0z/VL9DGZGZkZmRmZGZkZmRmZGZkb9ggH9DAAgACAAIAAgACAAIAAgACAgEyAT/YIB/ZEB/Qz/f/9//3//f/9//3//f/9/IBP9kQEiFCAU/YIB/QwAIAAgACAAIAAgACAAIAAg/ZEBIBP9DP8//z//P/8//z//P/8//z/9M/1S/QyaOZo5mjmaOZo5mjmaOZo5/YIB/Y4BDAEL/QwAIAAgACAAIAAgACAAIAAgIBQgE/2WAUEB/YwB/ZEBIAhBB0YNABogFP0MM3MzczNzM3MzczNzM3Mzc/2CAUEB/YwBIBNBAf2MAf2OAUEB/YwB/QwAIAAgACAAIAAgACAAIAAg/ZEBIAhBCEYNABr9DAAgACAAIAAgACAAIAAgACAgFCAU/YIBQQH9jAEgEyAT/YIBQQH9jAH9jgFBAf2MAf0MhQuFC4ULhQuFC4ULhQuFC/2RAf2AAf2RASAIQQlGDQAaIAhBCkYEQP0M/3//f/9//3//f/9//3//fyAUQQH9iwEiFf0M/////////////////////yAV/ZEBIBT9DP8//z//P/8//z//P/8//z/9M/1SIhT9kQEhFf0M/3//f/9//3//f/9//3//fyATQQH9iwEiFv0M/////////////////////yAW/ZEBIBP9DP8//z//P/8//z//P/8//z/9M/1SIhP9kQEhFv0MACAAIAAgACAAIAAgACAAICAUIBT9ggH9kQEgFSAV/YIB/QwAIAAgACAAIAAgACAAIAAg/ZEBIBT9DP8//z//P/8//z//P/8//z/9M/1S/QwAIAAgACAAIAAgACAAIAAgIBMgE/2CAf2RASAWIBb9ggH9DAAgACAAIAAgACAAIAAgACD9kQEgE/0M/z//P/8//z//P/8//z//P/0z/VL9jgFBAf2MAQwBC/0MACAAIAAgACAAIAAgACAAICATQQH9jAEiFf2RASAIQQtGIAhBA0ZyDQAa/QwAIAAgACAAIAAgACAAIAAgIBQgE/2YAUEB/YwB/ZEBIAhBBEYNABr9DAAgACAAIAAgACAAIAAgACAgFCAU/YIBQQH9jAEiFiATIBP9ggEiF/0MM3MzczNzM3MzczNzM3Mzc/2CAUEB/YwB/Y4BQQH9jAH9kQEgCEECRg0AGv0MACAAIAAgACAAIAAgACAAICAWIBdBAf2MAf2OAUEB/YwB/ZEBIRYgCEEBRiIbIAhBBUZyBEAgFv0M/3//f/9//3//f/9//3//fyAU/ZEBIhcgF/2CAUEB/YwB/Qz/f/9//3//f/9//3//f/9/IBP9kQEiEyAT/YIBQQH9jAH9jgFBAf2MAf0MACAAIAAgACAAIAAgACAAIP2RASITIBRBAf2MASAV/Y4BIhf9DP8//z//P/8//z//P/8//z/9M/1SIBsNARogFv0MACAAIAAgACAAIAAgACAAICAU/QzNbM1szWzNbM1szWzNbM1s/YIBQQH9jAEgFf2OAUEB/YwB/ZEBIBMgF/0MuE64TrhOuE64TrhOuE64Tv0z/VIgF/0MADAAMAAwADAAMAAwADAAMP0z/VIMAQsgFgsLIBEgEv0NAAEEBQgJDA0QERQVGBkcHf2RASIRIBD9vAFBBf2sAf0MACAAAAAgAAAAIAAAACAAAP2uASARIBD9vQFBBf2sAf0MACAAAAAgAAAAIAAAACAAAP2uAf2FAf0MAAAAAAAAAAAAAAAAAAAAAP2YAf0MAEAAQABAAEAAQABAAEAAQP2WAf0LBAAgGkEIaiEaDAELCwuTAQEGfwNAIAIgC0oEQCADIAUgC2xqIQ0gBiAIIAtsaiEOIAEgC2xBAXQhD0EAIQwDQCABIAxKBEAgDyAMQQF0aiIQIApqQYCAAUEAIAAgEGouAQAgCSAOQRp2QQZ0IA1BGnZqQQF0ai4BAE4bOwEAIAxBAWohDCAEIA1qIQ0gByAOaiEODAELCyALQQFqIQsMAQsLC+IHAwJ7CX8CfCACQQh0IR4gA0EIdCEfA0AgFSAdSgRAIBMgHWq3RAAAAAAAAOA/oCEiQQAhHANAIBQgHEoEQCAFIBIgHGq3RAAAAAAAAOA/oCIjoiAGICKioCAHoCAMoEQAAAAAAABwQKJEAAAAAAAA4D+gnPwCIB5rIQIgCCAjoiAJICKioCAKoCAPoEQAAAAAAABwQKJEAAAAAAAA4D+gnPwCIB9rIQMgAUEERgR/IA0gAkH/AXFBBCALIBEbbEEBdGohGiAQIANB/wFxQQQgDiARG2xBAXRqIRsgACADQQh1IARsIAJBCHVqQQN0aiEZ/QwAIAAAACAAAAAgAAAAIAAAIRdBACEDA0AgAyAOSARA/QwAIAAAACAAAAAgAAAAIAAAIRhBACECA0AgAiALSARAIBggGSACQQN0av0DAQAgGiACQQF0ai4BAP0R/bUB/a4BIRggAkEBaiECDAELCyAXIBhBDv2sASAbIANBAXRqLgEA/RH9tQH9rgEhFyAZIARBA3RqIRkgA0EBaiEDDAELCyAXQQ79rAEiF/0bAyICQQAgAkEAShshAiAWIBf9DAAAAAAAAAAAAAAAAAAAAAD9uAFBgIABIAIgAkGAgAFOG/0R/bYBIhcgF/2FAf1bAwAAIBZBCGoFIBZBgIABIBEEfyAQIANB/wFxQQN0aiEZIAAgA0EIdSAEbCACQQh1akEBdGoiAyAEQQF0IhpqIAP9XQMA/VcDAAEgDSACQf8BcUEDdGr9CgMAIhf9ugEiGCAOQQJKBHsgAyAaQQF0aiICIBpqIAL9XQMA/VcDAAEgF/26AQX9DAAAAAAAAAAAAAAAAAAAAAALIhf9DQABAgMICQoLEBESExgZGhsgGCAX/Q0EBQYHDA0ODxQVFhccHR4f/a4B/QwAIAAAACAAAAAgAAAAIAAA/a4BQQ79rAEgGf0DAQD9tQEiFyAXIBf9DQgJCgsMDQ4PAAECAwQFBgf9rgEiF/0bACAX/RsBakGAQGtBDnUFIA0gAkH/AXEgC2xBAXRqISAgECADQf8BcSAObEEBdGohISAAIANBCHUgBGwgAkEIdWpBAXRqIRpBgMAAIRtBACEZA0AgDiAZSgRAQYDAACEDQQAhAgNAIAIgC0gEQCADIAJBAXQiAyAaai4BACADICBqLgEAbGohAyACQQFqIQIMAQsLIBsgISAZQQF0ai4BACADQQ51bGohGyAaIARBAXRqIRogGUEBaiEZDAELCyAbQQ51CyICQQAgAkEAShsiAiACQYCAAU4bOwEAIBZBAmoLIRYgHEEBaiEcDAELCyAdQQFqIR0MAQsLC9QEAgp8Bn8DQCARICBKBEAgDyAgardEAAAAAAAA4D+gIRcgEyASICBsQQF0aiEjQQAhIQNAIBAgIUoEQCAOICFqt0QAAAAAAADgP6AhGEQAAAAAAECPwCEURAAAAABlzc1BIRZBACEfA0AgASAfSgRAIBYgACAfQeAAbGoiHisDACAYoiAeKwMIIBeioCAeKwMQoCIVpCAWIB9BBEgbIRYgFSAeKwM4ZkUEQCAVIB4rAzBjBHxEAAAAAABAj0AFIAIgHisDQCAeKwNIRGq8dJMYBPC/oCAeKwMYIBiiIB4rAyAgF6KgIB4rAyigIhkgHisDWKEgA6KkRAAAAAAAAAAApSIanCIboPwDQQR0aiIiKwMIIhwgIisDGCAcoSAaIBuhIhyioCIamUQAAAAAAADgP6IgC0QAAAAAAADgP6KgRAAAAAAAAPA/IAyjoCIdmiAiKwMAIhsgIisDECAboSAcoqAgFaEiG2QgGyAdZHIEfCAbBSAbIBogGSAFoyAVIAajIB4rA1BEAAAAAACATECiIhqgIAQgBxACRAAAAAAAAOC/oKKgIAsgGSAIoyAVIAmjIBqgIARBKGogChACRAAAAAAAAOC/oKKgCyAUpQshFAsgH0EBaiEfDAELCyAUIAyiRAAAAAAAAOA/oCEUICMgDQR8IBQgFiAMokQAAAAAAADgP6CkBSAUC0QAAAAAAADwP6REAAAAAAAAAAClRAAAAAAAANBAokQAAAAAAADgP6Cc/AI7AQAgIUEBaiEhICNBAmohIwwBCwsgIEEBaiEgDAELCwuEBwIDewV/A0AgBCALSgRAIAUgAiALakEPcUEGdGohDEEAIQoDQCAKQQJqIANMBEAgAP0ABAAiCP0MAEAAQABAAEAAQABAAEAAQP0t/YQBQYgBcUGIAUYEeyAI/acBIQcgCP2oAQUCeyAA/QMBACIHIAAuAQYiDUGAgAFGDQAaIA1BAEwEe/0MAAAAAAAAAAAAAAAAAAAAAAUgByAHQQ79qwEgDUEBdf0R/a4BIgf9/gEgDbf9FCII/fMB/fwBIAcgB/0NCAkKCwwNDg8ICQoLDA0OD/3+ASAI/fMB/fwB/Q0AAQIDBAUGBxAREhMUFRYX/QwAQAAAAEAAAABAAAAAQAAA/bYB/QwAAAAAAAAAAAAAAAD//////VILCyEHIABBCGoiDi4BBiENAnsgDv0DAQAiCCANQYCAAUYNABogDUEATAR7/QwAAAAAAAAAAAAAAAAAAAAABSAIIAhBDv2rASANQQF1/RH9rgEiCP3+ASANt/0UIgn98wH9/AEgCCAI/Q0ICQoLDA0ODwgJCgsMDQ4P/f4BIAn98wH9/AH9DQABAgMEBQYHEBESExQVFhf9DABAAAAAQAAAAEAAAABAAAD9tgH9DAAAAAAAAAAAAAAAAP/////9UgsLCyEIIAYgB/0M/wAAAP8AAAD/AAAA/wAAAP21ASAMIAEgCmoiDUEPcUECdGr9CQIA/a4BQQ79rAEgCP0M/wAAAP8AAAD/AAAA/wAAAP21ASAMIA1BAWpBD3FBAnRq/QkCAP2uAUEO/awB/YUBIgcgB/1m/VsDAAAgCkECaiEKIABBEGohACAGQQhqIQYMAQsLIAMgCkoEQCAGAnsgAP0DAQAiByAALgEGIg1BgIABRg0AGiANQQBMBHv9DAAAAAAAAAAAAAAAAAAAAAAFIAcgB0EO/asBIA1BAXX9Ef2uASIH/f4BIA23/RQiCP3zAf38ASAHIAf9DQgJCgsMDQ4PCAkKCwwNDg/9/gEgCP3zAf38Af0NAAECAwQFBgcQERITFBUWF/0MAEAAAABAAAAAQAAAAEAAAP22Af0MAAAAAAAAAAAAAAAA//////1SCwv9DP8AAAD/AAAA/wAAAP8AAAD9tQEgDCABIApqQQ9xQQJ0av0JAgD9rgFBDv2sASIHIAf9hQEiByAH/Wb9WgIAACAGQQRqIQYgAEEIaiEACyALQQFqIQsMAQsLC98EAgV8Bn8DQCADIApKBEACQCAKQQF0IgsgAmouAQAiDSABIAtqLgEAayILRSAKQQN0Ig4gAGoiDC4BBiIPQQBMcgRAIAQgDmogDCkDADcDAAwBCyANtyEGAn8gACAOai4BACIMIA9BgIABRg0AGkEAIA9BAEwNABpBgIABIAxBDnQgD0EBdWogD20iDCAMQYCAAUobCyALarciBwJ/IAAgDmouAQIiDCAPQYCAAUYNABpBACAPQQBMDQAaQYCAASAMQQ50IA9BAXVqIA9tIgwgDEGAgAFKGwsgC2q3IgUCfyAAIA5qLgEEIgwgD0GAgAFGDQAaQQAgD0EATA0AGkGAgAEgDEEOdCAPQQF1aiAPbSIMIAxBgIABShsLIAtqtyIIpKQiCUQAAAAAAAAAAGMEQCAGIAcgBqEgBiAGIAmhoyIJoqAhByAGIAggBqEgCaKgIQggBiAFIAahIAmioCEFCyAHIAUgCKWlIglEAAAAAAAA0EBkBEAgBiAHIAahRAAAAAAAANBAIAahIAkgBqGjIgmioCEHIAYgCCAGoSAJoqAhCCAGIAUgBqEgCaKgIQULIAQgDmoiCyAHRAAAAAAAAAAApUQAAAAAAADQQKREAAAAAAAA4D+gnPwCIA9sQYBAa0EOdTsBACALIAVEAAAAAAAAAAClRAAAAAAAANBApEQAAAAAAADgP6Cc/AIgD2xBgEBrQQ51OwECIAsgCEQAAAAAAAAAAKVEAAAAAAAA0ECkRAAAAAAAAOA/oJz8AiAPbEGAQGtBDnU7AQQgCyAPOwEGCyAKQQFqIQoMAQsLC/8HAgZ8Cn8DQCABIBBKBEAgEEEDdCINIABqIgsuAQYhDAJAAn8gCy4BACILIAxBgIABRg0AGkEAIAxBAEwNABpBgIABIAtBDnQgDEEBdWogDG0iCyALQYCAAUobCyIRAn8gACANai4BAiILIAxBgIABRg0AGkEAIAxBAEwNABpBgIABIAtBDnQgDEEBdWogDG0iCyALQYCAAUobCyISAn8gACANai4BBCILIAxBgIABRg0AGkEAIAxBAEwNABpBgIABIAtBDnQgDEEBdWogDG0iCyALQYCAAUobCyITIBIgE0obIgsgCyARSBsiDiARIBIgEyASIBNIGyILIAsgEUobIg9GIAxBAExyBEAgBCANaiAAIA1qKQMANwMADAELIBG3IgVEvJaQD3o2yz+iIBK3RKUsQxzr4uY/oqAgE7dEXW3F/rJ7sj+ioCEJIAUgCaEiCEQAAAAAAADwPyADIA4gD2siFLciB6JEAAAAAAAAED+ioSIGIAICfyASIBNrIA8gE0YiCyAOIBFGcQ0AGiAUQYCAAmogESATa2sgCyAOIBJGIgtxDQAaIBNBgIAEaiARayALIA8gEUYiC3ENABogFEGAgAZqIBIgEWtrIAsgDiATRiILcQ0AGiARQYCACGogEmsgDyASRiALcQ0AGiAUQYCACmogEyASa2sLIgtBgIACbUEIdLcgC0GAgAJvt0QAAAAAAABwQKIgDiAPa7ejoEQAAAAAAADgP6Cc/AJBFGxqIgsqAgC7IAiiIAsqAgS7IBO3IAmhIgWioKKgIQogCSAGIAsqAhC7oiAHoqBEAAAAAAAAAAClRAAAAAAAANBApCIHIAqgIgkgByAKRLyWkA96Nss/oiAFIAYgCyoCCLsgCKIgCyoCDLsgBaKgoqAiBkRdbcX+snuyP6KgRKUsQxzr4ua/o6AiBSAHIAagIgikpCIGRAAAAAAAAAAAYwRAIAcgCSAHoSAHIAcgBqGjIgaioCEJIAcgCCAHoSAGoqAhCCAHIAUgB6EgBqKgIQULIAkgBSAIpaUiBkQAAAAAAADQQGQEQCAHIAkgB6FEAAAAAAAA0EAgB6EgBiAHoaMiBqKgIQkgByAIIAehIAaioCEIIAcgBSAHoSAGoqAhBQsgBCANaiILIAlEAAAAAAAAAAClRAAAAAAAANBApEQAAAAAAADgP6Cc/AIgDGxBgEBrQQ51OwEAIAsgBUQAAAAAAAAAAKVEAAAAAAAA0ECkRAAAAAAAAOA/oJz8AiAMbEGAQGtBDnU7AQIgCyAIRAAAAAAAAAAApUQAAAAAAADQQKREAAAAAAAA4D+gnPwCIAxsQYBAa0EOdTsBBCALIAw7AQYLIBBBAWohEAwBCwsLmgICDX8Be0EBIAN0IgwgAWpBAWsgA3UhDSACIAxqQQFrIAN1IRADQCALIBBIBEAgAiALIAN0IgggDGoiBiACIAZIGyEOQQAhCgNAIAogDUgEQCABIAogA3QiCSAMaiIGIAEgBkgbIhEgCWsgDiAIa2wiD0EBdf0RIRMgCCEGA0AgBiAOSARAIAAgASAGbGohEiAJIQcDQCAHIBFIBEAgEyAEIAcgEmotAABBA3Rq/QMBAP2uASETIAdBAWohBwwBCwsgBkEBaiEGDAELCyAFIAsgDWwgCmpBA3RqIA9BASADQQF0IgZ0RgR7IBMgBv2sAQUgEyAPEAMLIhMgE/2FAf1bAwAAIApBAWohCgwBCwsgC0EBaiELDAELCwvXBAIOfwF7IAIgA3JBAXFFIARBAUYgAUEBRnFxBEAgAkEBdSEJIAJBAXQhCANAIAcgA0EBdUgEQCAAIAdBAXQgCGxqIQYgBSAHIAlsQQF0aiEEQQAhAQNAIAEgCUgEQCAEIAFBAXRqIAYgAUECdGoiAv0ABAD9fiACIAhq/QAEAP1+/a4B/QwCAAAAAgAAAAIAAAACAAAA/a4BQQL9rAEiFCAU/YUB/VsDAAAgAUEEaiEBDAELCyAHQQFqIQcMAQsLDwtBASAEdCIRIAJqQQFrIAR1IQ8gAyARakEBayAEdSEMA0AgDCASSgRAIAMgEiAEdCIGIBFqIgcgAyAHSBshEEEAIRMDQCAPIBNKBEAgAiARIBMgBHQiCGoiByACIAdIGyIOIAhrIBAgBmtsIQsgBSAPIBJsIBNqIAFsQQF0aiENIAFBBEYEQCALQQF1/REhFCAGIQcDQCAHIBBIBEAgACACIAdsIAhqQQN0aiIJIA4gCGtBA3RqIQoDQCAJIApJBEAgFCAJ/QMBAP2uASEUIAlBCGohCQwBCwsgB0EBaiEHDAELCyANIAtBASAEQQF0Igd0RgR7IBQgB/2sAQUgFCALEAMLIhQgFP2FAf1bAwAABSALQQF1IQogBiEHA0AgByAQSARAIAghCQNAIAkgDkgEQCAKIAAgAiAHbCAJakEBdGouAQBqIQogCUEBaiEJDAELCyAHQQFqIQcMAQsLIA0gCkEATgR/IAogC20FQQAgCyAKa0EBayALbWsLOwEACyATQQFqIRMMAQsLIBJBAWohEgwBCwsLgwEBA38DQCACIAdKBEAgBiAHQQN0aiAHQQF0IgkgAWouAQAiCCAAIAlqLwEAQQF0IgkgA2ouAQBsQYBAa0EOdawgCCAEIAlqLgEAbEGAQGtBDnWsQhCGhCAFIAlqLgEAIAhsQYBAa0EOdaxCIIaEIAisQjCGhDcDACAHQQFqIQcMAQsLC8cBAwN/AXsBfgNAIAJBCGogAUwEQP0MAAAAAAAAAAAAAAAAAAAAACEFIAFBB2siAyACQYCACGoiBCADIARIGyEDA0AgAiADSARAIAUgACACQQF0av0ABAD9DAEAAQABAAEAAQABAAEAAQD9ugH9rgEhBSACQQhqIQIMAQsLIAYgBf0bA6wgBf0bAqwgBf0bAKwgBf0bAax8fHx8IQYMAQsLA0AgASACSgRAIAYgACACQQF0ajIBAHwhBiACQQFqIQIMAQsLIAa5C2UCAn8BfgNAIAIgBEoEQCADIARBA3RqIAEEfyABIARBAXRqLgEABUGAgAELIgUgACAEQQF0ai4BAGxBgEBrQQ51rCIGIAZCEIaEIAZCIIaEIAWsQjCGhDcDACAEQQFqIQQMAQsLC18CAn8BewNAIAIgBEoEQCAEQQF0IgUgAWr9AAQAIQYgAyAFaiAGIAAgBWr9AAQAQQH9iwH9DACAAIAAgACAAIAAgACAAID9USAG/YIB/Y4B/QsEACAEQQhqIQQMAQsLC4kBAgJ/AXsDQCACIARKBEAgBEEBdCIFIAFq/QAEACEGIAMgBWr9DABAAEAAQABAAEAAQABAAEAgBv0MAEAAQABAAEAAQABAAEAAQCAAIAVq/QAEAP2RAUEB/YsB/QwAgACAAIAAgACAAIAAgACA/VEgBv2CAf2OAf2RAf0LBAAgBEEIaiEEDAELCwuLAQMCfwF7AX4DQCADQQhqIgQgAkwEQCAFIANBAXQiAyAAav0ABAAgASADav0ABAD9ugEiBf3HASAF/cgB/c4B/c4BIQUgBCEDDAELCyAF/R0AIAX9HQF8IQYDQCACIANKBEAgBiADQQF0IgQgAGoyAQAgASAEajIBAH58IQYgA0EBaiEDDAELCyAGuQuZAgECfyAAIAFBAXRqIQEDQCAAIAFJBEAgAC4BBiIEQYCAAUYEQCADIAApAwA3AwAFIAIgBEoEQCADQgA3AwAFIAMCfyAALgEAIgUgBEGAgAFGDQAaQQAgBEEATA0AGkGAgAEgBUEOdCAEQQF1aiAEbSIFIAVBgIABShsLOwEAIAMCfyAALgECIgUgBEGAgAFGDQAaQQAgBEEATA0AGkGAgAEgBUEOdCAEQQF1aiAEbSIFIAVBgIABShsLOwECIAMCfyAALgEEIgUgBEGAgAFGDQAaQQAgBEEATA0AGkGAgAEgBUEOdCAEQQF1aiAEbSIEIARBgIABShsLOwEEIANBgIABOwEGCwsgAEEIaiEAIANBCGohAwwBCwsLVwECfwNAIAEgA0oEQCADQQF0IgQgAmogACAEav0ABAD9DAAgACAAIAAgACAAIAAgACD9Nf0MAEAAQABAAEAAQABAAEAAQP1O/QsEACADQQhqIQMMAQsLC28CAX8BeyAC/RAhBQNAIAEgBEoEQCAEQQF0IgIgA2r9DABAAEAAQABAAEAAQABAAEAgBSAAIAJq/QAEAEEB/YsB/QwAgACAAIAAgACAAIAAgACA/VEgBf2CAf2OAf2RAf0LBAAgBEEIaiEEDAELCwurAQEDfyABQXhxIQMDQCADIARKBEAgAiAEQQF0aiAAIARBA3RqIgX9AAQAIAX9AAQQ/Q0GBw4PFhceHwABAAEAAQABIAX9AAQgIAX9AAQw/Q0GBw4PFhceHwABAAEAAQAB/Q0AAQIDBAUGBxAREhMUFRYX/QsEACAEQQhqIQQMAQsLA0AgASADSgRAIAIgA0EBdGogACADQQN0ai4BBjsBACADQQFqIQMMAQsLC5AEAQx/IAJBA2pBAnQiDCAKaiIPIAxqIRAgDCAQaiERA0AgAyAOSgRAIAIgDmxBAXQiDCALaiESIAkgDGpBACAJGyEVIAcgDGpBACAHGyEWIAggDGohE0EAIQxBACENA0AgAiANSgRAIA1BAXQhFAJAIBUEQCAUIBVqLgEAIhdBAEwgF0GAgAFOcg0BCyAMQQJ0IhcgCmogDTYCACAWBEAgECAXaiAUIBZqLgEANgIAIBEgF2ogEyAUai4BADYCAAsgDEEBaiEMCyANQQFqIQ0MAQsLIAwhDQNAIA1BA3EEQCAKIA1BAnRqQQA2AgAgDUEBaiENDAELCyAMIQ1BACEMA0AgDCANSARAIA8gDEECdGr9DAAgAAAAIAAAACAAAAAgAAD9CwQAIAxBBGohDAwBCwtBACEMA0AgBSAMSgRAIAogDyANIAYgBCAMQSxsaiITKAIAIAAgEygCBGxqIAEgDmoiFCATKAIIbGogEygCDCAAIBMoAhBsaiATKAIUIBRsaiATIBBBACAHGyAREB0gDEEBaiEMDAELCyACIA1KBEAgEkEAIAJBAXT8CwALQQAhDANAIAwgDUgEQEGAgH8gDEECdCITIA9qKAIAQQ51IhQgFEGAgH9MGyEUIBIgCiATaigCAEEBdGpBgIABIBQgFEGAgAFOGzsBACAMQQFqIQwMAQsLIA5BAWohDgwBCwsL6gUCC3sEfyAGKAIE/REhDyAGKAIQ/REhECAGKAIY/REhESAGKAIc/REhCyAGKAIg/REhDCAGKAIk/REhDSAGKAIo/REhDkEAIQYDQCACIAZKBEAgBP0RIAZBAnQiFSAAav0ABAAiCSAP/bUB/a4BIQogBf0RIAkgEP21Af2uASEJIAcEQCAKIAcgFWr9AAQAIhIgC/3cAUEO/c0BIBIgC/3dAUEO/c0B/Q0AAQIDCAkKCxAREhMYGRobIAggFWr9AAQAIhMgDP3cAUEO/c0BIBMgDP3dAUEO/c0B/Q0AAQIDCAkKCxAREhMYGRob/a4B/a4BIQogCSASIA393AFBDv3NASASIA393QFBDv3NAf0NAAECAwgJCgsQERITGBkaGyATIA793AFBDv3NASATIA793QFBDv3NAf0NAAECAwgJCgsQERITGBkaG/2uAf2uASEJCyADIAlBF/2tAf0MAQIAAAECAAABAgAAAQIAAP21ASAKQRf9rQH9rgFBAf2rASIS/RsAaiEUIAEgFWoiFSAV/QAEACADIBL9GwNqIhYgAyAS/RsCaiIXIAMgEv0bAWoiFSAU/VwCAP1WAgAB/VYCAAL9VgIAA/0MABAAAAAQAAAAEAAAABAAACAKQQv9rQH9DP8PAAD/DwAA/w8AAP8PAAD9TiIK/bEBIApBEP2rAf1QIgr9ugH9DAAIAAAACAAAAAgAAAAIAAD9rgFBDP2sAf0M//8AAP//AAD//wAA//8AAP1OIBYgFyAVIBT9XAKCCP1WAoIIAf1WAoIIAv1WAoIIAyAK/boB/QwACAAAAAgAAAAIAAAACAAA/a4BQQz9rAFBEP2rAf1Q/QwAEAAAABAAAAAQAAAAEAAAIAlBC/2tAf0M/w8AAP8PAAD/DwAA/w8AAP1OIgn9sQEgCUEQ/asB/VD9ugH9DAAIAAAACAAAAAgAAAAIAAD9rgFBDP2sASAR/bUB/a4B/QsEACAGQQRqIQYMAQsLC6wMAgJ7FH8gAiAKIAIgCkobIAIgDhshJCADIAsgAyALShsgAyAOGyElIA4EfyACIARqIhcgCiAMaiIYIBcgGEgbBSACIARqC0EEayEmIA4EfyADIAVqIhcgCyANaiIYIBcgGEgbBSADIAVqC0EEayEnA0AgEyAgSgRAQQAhHgNAIBIgHkoEQCAHIBtqMgEAIAmsfkKAQH1CDoenIBEgIGpBCHRqIhhBCHVBAWshHSAGIBtqMgEAIAisfkKAQH1CDoenIBAgHmpBCHRqIhlBCHVBAWsiHCAkTiIXBEAgHSAlTiEXCyAXBEAgHCAmTCEXCyAXBEAgHSAnTCEXCyAPIBlB/wFxQQN0aiEfIA8gGEH/AXFBA3RqISEgAUEERgRA/QwAIAAAACAAAAAgAAAAIAAAIRYgFwRAIAAgHSADayAEbCAcaiACa0EDdGohGEEAIRcDQCAXQQRJBED9DAAgAAAAIAAAACAAAAAgAAAhFUEAIRkDQCAZQQRJBEAgFSAYIBlBA3Rq/QMBACAfIBlBAXRqLgEA/RH9tQH9rgEhFSAZQQFqIRkMAQsLIBYgFUEO/awBICEgF0EBdGouAQD9Ef21Af2uASEWIBggBEEDdGohGCAXQQFqIRcMAQsLBUEAIRkDQCAZQQRIBEAgGSAdaiIXIAtrIRgCfyAOQQFGBEAgCyAYQQAgGEEAShsiFyANQQFrIhggFyAYSBtqDAELIA5BAkYEQCALIBggDW8iFyANaiAXIBdBAEgbagwBCyAOQQNGBH8gGCANQQF0IhdvIRggCyAXIBhqIBggGEEASBsiGCAXQQFrIBhrIA0gGEobagUgFwsLIRf9DAAgAAAAIAAAACAAAAAgAAAhFUEAIRoDQCAaQQRIBEAgGiAcaiIYIAprISIgAgJ/IA5BAUYEQCAKICJBACAiQQBKGyIYIAxBAWsiIiAYICJIG2oMAQsgDkECRgRAIAogIiAMbyIYIAxqIBggGEEASBtqDAELIA5BA0YEfyAiIAxBAXQiGG8hIiAKIBggImogIiAiQQBIGyIiIBhBAWsgImsgDCAiShtqBSAYCwsiGEogAyAXSnIgGCACIARqTnIgFyADIAVqTnJFBEAgFSAAIBcgA2sgBGwgGGogAmtBA3Rq/QMBACAfIBpBAXRqLgEA/RH9tQH9rgEhFQsgGkEBaiEaDAELCyAWIBVBDv2sASAhIBlBAXRqLgEA/RH9tQH9rgEhFiAZQQFqIRkMAQsLCyAWQQ79rAEiFf0bAyIXQQAgF0EAShshFyAUIBtBAnRqIBX9DAAAAAAAAAAAAAAAAAAAAAD9uAFBgIABIBcgF0GAgAFOG/0R/bYBIhUgFf2FAf1bAwAABUGAwAAhIkEAIRoDQCAaQQRIBEBBgMAAIRggFwRAIAAgGiAdaiADayAEbCAcaiACa0EBdGr9XQMAIB/9XQMA/boBIhX9GwAgFf0bAWpBgEBrIRgFIBogHWoiGSALayEjAn8gDkEBRgRAIAsgI0EAICNBAEobIhkgDUEBayIjIBkgI0gbagwBCyAOQQJGBEAgCyAjIA1vIhkgDWogGSAZQQBIG2oMAQsgDkEDRgR/ICMgDUEBdCIZbyEjIAsgGSAjaiAjICNBAEgbIiMgGUEBayAjayANICNKG2oFIBkLCyEoQQAhGQNAIBlBBEgEQCAoIANrISMgGSAcaiIpIAprISogGAJ/IA5BAUYEQCAKICpBACAqQQBKGyIYIAxBAWsiKSAYIClIG2oMAQsgDkECRgRAIAogKiAMbyIYIAxqIBggGEEASBtqDAELIA5BA0YEfyAqIAxBAXQiGG8hKSAKIBggKWogKSApQQBIGyIpIBhBAWsgKWsgDCApShtqBSApCwsgAmsiGCAjckEASCAEIBhMciAFICNMcgR/QQAFIAAgBCAjbCAYakEBdGouAQALIB8gGUEBdGouAQBsaiEYIBlBAWohGQwBCwsLICIgISAaQQF0ai4BACAYQQ51bGohIiAaQQFqIRoMAQsLIBQgG2pBgIABICJBDnUiF0EAIBdBAEobIhcgF0GAgAFOGzsBAAsgHkEBaiEeIBtBAmohGwwBCwsgIEEBaiEgDAELCwujAQIBfwJ7/QwAAAAAAAAAQAAAAAAAAABAIAL9GgAgA/0aASAE/RoCIAL9GgQgA/0aBSAE/RoGIQcDQCABIAZKBEAgBSAGQQN0aiAHIAAgBkEBdGr9XAIA/akBIgggCEEQ/asB/VD9yQEiCCAIQSD9ywH9UEEB/YsB/QwAgACAAIAAgACAAIAAgACA/VEgB/2CAf2OAf0LBAAgBkECaiEGDAELCwv+AQIDewJ/IAT9ECEHA0AgAiAKSgRAIApBAXQiBCAGaiABIARq/QAEACAAIARq/QAEACIJ/ZEBIQggCSAIIAUEewJ7IANBAUYEQCAHIAQgBWr9AAQAQQH9iwH9DACAAIAAgACAAIAAgACAAID9USAH/YIB/Y4BDAELIAcgBSAKQQJ1QQF0av1cAgD9qQEiCSAJQRD9qwH9UP3JASIJIAlBIP3LAf1QQQH9iwH9DACAAIAAgACAAIAAgACAAID9USAH/YIB/Y4BCwUgBwtBAf2LAf0MAIAAgACAAIAAgACAAIAAgP1RIAj9ggH9jgH9jgH9CwQAIApBCGohCgwBCwsLlgMDBH8DewF+IAQEQCAD/QAEACELA0AgBkEQaiACTARAIAsgACAGav0ABAAiDP0OIQoCQCABRQRAIAUgBmogCv0LBAAMAQsgBSAGaiAKIAwgASAGQQF0aiIE/QAEAP0MACAAIAAgACAAIAAgACAAIP01IAT9AAQQ/QwAIAAgACAAIAAgACAAIAAg/TX9Zf1S/QsEAAsgBkEQaiEGDAELCwsDQCAGQQhqIAJMBEAgACAGaikDACENAkAgAQR/IAEgBkEBdGr9AAQA/QwAIAAgACAAIAAgACAAIAAg/TX9hAEFQf8BCyIIRQRAIAUgBmogDTcDAAwBC0EAIQQDQCAEQQhIBEAgBCAGaiIHIABqLQAAIQkgBSAHaiAIIAR1QQFxBH8gAyAJai0AAAUgCQs6AAAgBEEBaiEEDAELCwsgBkEIaiEGDAELCwNAIAIgBkoEQCAAIAZqLQAAIQQgBSAGaiABRSIHBH8gBwUgASAGQQF0ai4BAEGAwABOCwR/IAMgBGotAAAFIAQLOgAAIAZBAWohBgwBCwsLpgEBAX8gA0ECRgRAA0AgASAFSgRAIAQgBUEBdGogAiAAIAVqLQAAQQF0ai8BADsBACAFQQFqIQUMAQsLBSADQQRGBEADQCABIAVKBEAgBCAFQQJ0aiACIAAgBWotAABBAnRqKAIANgIAIAVBAWohBQwBCwsFA0AgASAFSgRAIAQgBUEDdGogAiAAIAVqLQAAQQN0aikDADcDACAFQQFqIQUMAQsLCwsLpgEBAn8DQCAEQRBqIgUgAkwEQCADIARqIAAgBGr9AAQAIAEgBEEBdGoiBP0ABAD9DAAgACAAIAAgACAAIAAgACD9NSAE/QAEEP0MACAAIAAgACAAIAAgACAAIP01/WX9Tv0LBAAgBSEEDAELCwNAIAIgBEoEQCADIARqIAEgBEEBdGouAQBBgMAATgR/IAAgBGotAAAFQQALOgAAIARBAWohBAwBCwsLpQUBDH9BgIABIQoDQCABIAlKBEAgACAJQQN0aiILLgEGIQgCfyALLgEAIgwgCEGAgAFGDQAaQQAgCEEATA0AGkGAgAEgDEEOdCAIQQF1aiAIbSIMIAxBgIABShsLIgwCfyALLgECIg0gCEGAgAFGDQAaQQAgCEEATA0AGkGAgAEgDUEOdCAIQQF1aiAIbSINIA1BgIABShsLIg0gDCANShshDiAGIAlBAXRqIAwgAkEOdWwgDSADQQ51bGoCfyALLgEEIgsgCEGAgAFGDQAaQQAgCEEATA0AGkGAgAEgC0EOdCAIQQF1aiAIbSILIAtBgIABShsLIgsgBEEOdWxqIAwgAkH//wBxbCANIANB//8AcWxqIAsgBEH//wBxbGpBgEBrQQ51akGAQGtBDnUhEEGAgAEgDiALIAsgDkgbIAwgDSAMIA1IGyIOIAsgCyAOShsiDmsiD0EASgR/IAwgDSAMIA1KGyIRIAsgCyARSBsiESAOayESIA8gBQJ/IA0gC2sgCyAORiITIAwgEUZxDQAaIBJBgIACaiAMIAtrayATIA0gEUYiE3ENABogC0GAgARqIAxrIBMgDCAORiITcQ0AGiASQYCABmogDSAMa2sgCyARRiIRIBNxDQAaIAxBgIAIaiANayANIA5GIBFxDQAaIBJBgIAKaiALIA1rawsiC0GAgAJtQQh0Qf8BIAtBgIACb0EQdLcgD7ej/AIiC0EIdSIMIAxB/wFKG2pBAXRqIgwuAQAiDSAMLgECIA1rQYACIAtB/wFxIAtBgIAEThtsQYABakEIdWpsQYBAa0EOdQVBAAsgEGoiC0EAIAtBAEobIgsgC0GAgAFOGzsBACAHIAlBAXRqIAg7AQAgCiAIIAggCkobIQogCUEBaiEJDAELCyAKC+IEAgR/B3v9DAAAAAAAAAAAAAAAAAAAAAAgAkEOdSIK/RoAIANBDnUiCf0aASAEQQ51Igj9GgIgCv0aBCAJ/RoFIAj9GgYhDf0MAAAAAAAAAAAAAAAAAAAAACACQf//AHEiCv0aACADQf//AHEiCf0aASAEQf//AHEiCP0aAiAK/RoEIAn9GgUgCP0aBiEOQYCAASEKA0AgB0EEaiABTARAIAAgB0EDdGoiCP0ABAAiDCAI/QAEECIL/Q0EBQYHDA0ODxQVFhccHR4fQRD9rAEiD/0MAEAAAABAAAAAQAAAAEAAAP03/aMBBEAgB0EBdCIIIAVqIAwgDf26ASIQIAsgDf26ASIR/Q0AAQIDCAkKCxAREhMYGRobIBAgEf0NBAUGBwwNDg8UFRYXHB0eH/2uASAMIA79ugEiDCALIA79ugEiC/0NAAECAwgJCgsQERITGBkaGyAMIAv9DQQFBgcMDQ4PFBUWFxwdHh/9rgH9DAAgAAAAIAAAACAAAAAgAAD9rgFBDv2sAf2uAf0MACAAAAAgAAAAIAAAACAAAP2uAUEO/awB/QwAAAAAAAAAAAAAAAAAAAAA/bgB/QwAQAAAAEAAAABAAAAAQAAA/bYBIgsgC/2FAf1bAwAAIAYgCGogDyAP/YUB/VsDAAAFIAchCANAIAggB0EEakgEQCAKIAAgCCACIAMgBCAFIAYQBCIJIAkgCkobIQogCEEBaiEIDAELCwsgB0EEaiEHDAELCwNAIAEgB0oEQCAKIAAgByACIAMgBCAFIAYQBCIIIAggCkobIQogB0EBaiEHDAELCyAKC8kBAQN/IAFBAUYEQANAIAIgBUoEQCAEIAMgBWxBAXRqIQEgACAFQQF0aiEGQQAhBwNAIAMgB0oEQCABIAYuAQA7AQAgB0EBaiEHIAFBAmohASAGIAJBAXRqIQYMAQsLIAVBAWohBQwBCwsPCwNAIAIgBUoEQCAEIAMgBWxBA3RqIQEgACAFQQN0aiEGQQAhBwNAIAMgB0oEQCABIAYpAwA3AwAgB0EBaiEHIAFBCGohASAGIAJBA3RqIQYMAQsLIAVBAWohBQwBCwsL/wICB38EeyACQQF0IQpBACECA0AgAiAHSARAIAAgAyACQQJ0aigCACIJQQh1IApsaiENIAYgCUH/AXEgBWxBAXRqIQ4gCCACIApsaiEPQQAhCQNAIAkgCkkEQP0MACAAAAAgAAAAIAAAACAAACEQ/QwAIAAAACAAAAAgAAAAIAAAIREgCSANaiEMQQAhCwNAIAQgC0oEQCAQIAz9AAQAIhIgDiALQQF0av0IAQAiE/28Af2uASEQIBEgEiAT/b0B/a4BIREgC0EBaiELIAogDGohDAwBCwsgCSAPaiAQQQ79rAEgEUEO/awB/YUBIhD9DAAAAAAAAAAAAAAAAAAAAAD9mAEiEf0MAEAAQABAAEAAQABAAEAAQP2WASARIBAgEP0NBgcGBwYHBgcODw4PDg8OD/0MAAAAAAAAAAAAAAAAAAAAAP2YAf0MAEAAQABAAEAAQABAAEAAQP2WAf2WASABQQFGG/0LBAAgCUEQaiEJDAELCyACQQFqIQIMAQsLC9EFAgl/AnsDQCADIA5KBEAgACACIA5sIAFsQQF0aiENIAggByAObCABbEEBdGohDyAFQQRKBEBBACEKA0AgByAKSgRAIAYgBCAKQQJ0aigCACIQQf8BcSAFbEEBdGohEUEAIQkDQCABIAlKBEBBgMAAIQxBACELA0AgBSALSgRAIAwgDSAQQQh1IAtqIAFsIAlqQQF0ai4BACARIAtBAXRqLgEAbGohDCALQQFqIQsMAQsLIA8gASAKbCAJakEBdGogDEEOdTsBACAJQQFqIQkMAQsLIApBAWohCgwBCwsFIAFBAUYEQEEAIQkDQCAHIAlKBEAgBCAJQQJ0aiIKKAIAIQsgDyAJQQF0aiANIAooAgQiDEEIdUEBdGogDSALQQh1QQF0av1dAwD9VwMAASAGIAxB/wFxQQN0aiAGIAtB/wFxQQN0av1dAwD9VwMAAf26ASITIA0gCigCDCILQQh1QQF0aiANIAooAggiCkEIdUEBdGr9XQMA/VcDAAEgBiALQf8BcUEDdGogBiAKQf8BcUEDdGr9XQMA/VcDAAH9ugEiEv0NAAECAwgJCgsQERITGBkaGyATIBL9DQQFBgcMDQ4PFBUWFxwdHh/9rgH9DAAgAAAAIAAAACAAAAAgAAD9rgFBDv2sASISIBL9hQH9WwMAACAJQQRqIQkMAQsLBUEAIQkDQCAHIAlKBED9DAAgAAAAIAAAACAAAAAgAAAgDSAEIAlBAnRqKAIAIgpBCHVBA3RqIgv9AAQAIhIgEv0NAAEICQIDCgsEBQwNBgcODyAGIApB/wFxQQN0aiIK/QkCAP26Af2uASESIA8gCUEDdGogBUECSgR7IBIgC/0ABBAiEiAS/Q0AAQgJAgMKCwQFDA0GBw4PIAr9CQIE/boB/a4BBSASC0EO/awBIhIgEv2FAf1bAwAAIAlBAWohCQwBCwsLCyAOQQFqIQ4MAQsLC8EBAQF/IAJBAUYEQEEAIQIDQCABIAJKBEAgBCADIAAtAABBAXRqLgEAOwEAIAJBAWohAiAAQQFqIQAgBEECaiEEDAELCw8LA0AgASAFSgRAIAQgAyAALQAAQQF0ai4BADsBACAEIAMgAC0AAUEBdGouAQA7AQIgBCADIAAtAAJBAXRqLgEAOwEEIAQgAkEERgR/IAMgAC0AA0EBdGouAQAFQYCAAQs7AQYgBUEBaiEFIAAgAmohACAEQQhqIQQMAQsLC9wBAQJ/IAJBAXQhBSACQQFGBEBBACECA0AgASACSgRAIAMgAC8BAEEPdEH//wNqQf7/B247AQAgAkEBaiECIABBAmohACADQQJqIQMMAQsLDwsDQCABIARKBEAgAyAALwEAQQ90Qf//A2pB/v8HbjsBACADIAAvAQJBD3RB//8DakH+/wduOwECIAMgAC8BBEEPdEH//wNqQf7/B247AQQgAyACQQRGBH8gAC8BBkEPdEH//wNqQf7/B24FQYCAAQs7AQYgBEEBaiEEIAAgBWohACADQQhqIQMMAQsLC7QEAgV/A3xBfyEKIAMhCwNAIAEgDEoEQCALRSAAIAxBAXRqLgEAIgtFIg0gDRshDkEBIAxBAWoiDSABSAR/IAAgDUEBdGouAQAFIAMLRSAOIA4bIAMgC0YbRQRAIAYgDEEDdGogC7ciDyAPoiIQOQMARAAAAAAAAPD/IQ8gCkEATgRAIAggCkECdGooAgAiDbchDyAQIAy3IhEgEaKgIAYgDUEDdGorAwAgDyAPoqChIAwgDWu3RAAAAAAAAABAoqMhDwNAIA8gByAKQQN0aisDAGUEQCAIIApBAWsiCkECdGooAgAiDbchDyAQIAy3IhEgEaKgIAYgDUEDdGorAwAgDyAPoqChIAwgDWu3RAAAAAAAAABAoqMhDwwBCwsLIAggCkEBaiIKQQJ0aiAMNgIAIAcgCkEDdGogDzkDAAsgDEEBaiEMDAELCyAKQQBIBEBBACEAA0AgACAFSARAIAkgAEEBdGpBgIABOwEAIABBAWohAAwBCwsPCyAHIApBAWpBA3RqRAAAAAAAAPB/OQMAQQAhCkEAIQEDQCABIAVIBEAgCSABQQF0aiAAIAEgBGoiC0EBdGouAQAEfwNAIAcgCkEBaiIDQQN0aisDACALt2MEQCADIQoMAQsLIAsgCCAKQQJ0aigCACIDayILIAtstyAGIANBA3RqKwMAoJ8gAqNEAAAAAAAA8D+kRAAAAAAAANBAokQAAAAAAADgP6Cc/AIFQQALOwEAIAFBAWohAQwBCwsL1wQCB38CeyADm/wCQQFqIhD9ECEV/Qz//////////////////////QwAAAAAAAAAAAAAAAAAAAAAIAQbIRYgCSABQQF0IhEgCGxqIQ8DQCAOIBFJBEAgDiAPaiAQOwEAIA5BAmohDgwBCwtBACEOA0AgDiAGIAhqSARAIAAgDiARbGohE0EAIQQDQCABIARKBEAgBEEBdCIUIA9qIhIgEv0ABAD9DAEAAQABAAEAAQABAAEAAQD9jgEgFf2WASATIBRq/QAEAP0MACAAIAAgACAAIAAgACAAIP01IBb9Uf1P/QsEACAEQQhqIQQMAQsLIAYgDkwEQCAJIA4gBmsgEWxqIA8gEfwKAAALIA5BAWohDgwBCwtBACEOA0AgDiARSQRAIA4gD2ogEDsBACAOQQJqIQ4MAQsLIAJBAWshAgNAIAIgBk4EQCAAIAIgEWxqIQRBACEOA0AgASAOSgRAIA5BAXQiEiAPaiITIBP9AAQA/QwBAAEAAQABAAEAAQABAAEA/Y4BIBX9lgEgBCASav0ABAD9DAAgACAAIAAgACAAIAAgACD9NSAW/VH9T/0LBAAgDkEIaiEODAELCyAGIAhqIAJKBEAgCSACIAZrIBFsaiEEQQAhDgNAIA4gEUkEQCAEIA5qIhIuAQAhEyASIBMgDiAPai4BACISIBIgE0obOwEAIA5BAmohDgwBCwsLIAJBAWshAgwBCwtBACEAA0AgACAISARAIAkgACARbGogASADIBAgBSAHIAogCyAMIA0gACAHbEEBdGoQKyAAQQFqIQAMAQsLC+wFAgt/CXxBgICAgHghD0GAgICAeCESA0AgBiAWSgRAIAQgFmq3RAAAAAAAAOA/oCAHoyEhQQAhGANAIAUgGEoEQCAOIBdqQYCAAUEAIAAgF2ouAQBBgMAASgR/IAEEfyABIBdqLgEAIAJsQYBAa0EOdQUgAgsiEUGAgAFOIhBFIBFBAEpxBH8gAyAYardEAAAAAAAA4D+gIAejIhsgCKIgISAJoqAgCqMhGiAhIAiiIBsgCaKhIAujIh2cIhz8AiIQIBJHIA8gGpwiG/wCIhlHcgRAIAxBr9bTvgJsIhUgGUHrlK+veGwiFCAQIhJBtdzKlXxsIhBzcyIPIA9BD3ZzQe347OACbCIPIA9BDHZzQbna6MsCbCIPIA9BD3ZzuEQAAAAAAADwPaIhIiAVIBlBAWpB65Svr3hsIhMgEHNzIg8gD0EPdnNB7fjs4AJsIg8gD0EMdnNBudroywJsIg8gD0EPdnO4RAAAAAAAAPA9oiEfIBUgEkEBakG13MqVfGwiECAUc3MiDyAPQQ92c0Ht+OzgAmwiDyAPQQx2c0G52ujLAmwiDyAPQQ92c7hEAAAAAAAA8D2iISAgFSAQIBNzcyIPIA9BD3ZzQe347OACbCIPIA9BDHZzQbna6MsCbCIPIA9BD3ZzuEQAAAAAAADwPaIhHiAZIQ8LIBG3IA1B/wcgIiAfICKhIBogG6EiGiAaoiAaoiAaIBpEAAAAAAAAGECiRAAAAAAAAC7AoKJEAAAAAAAAJECgoiIboiIaoCAgIB4gIKEgG6KgICKhIBqhIB0gHKEiGiAaoiAaoiAaIBpEAAAAAAAAGECiRAAAAAAAAC7AoKJEAAAAAAAAJECgoqKgRAAAAAAAAJBAoiIbnPwCIhAgEEH/B0obIhFBA3RqIhArAwAiGiAQKwMIIBqhIBsgEbehoqBEAAAAAAAA0ECiZAUgEAsFQQALGzsBACAYQQFqIRggF0ECaiEXDAELCyAWQQFqIRYMAQsLC64EAgN/CHsgAkF4cSEFA0AgBCAFSARAIARBAXQiBiAAav0ABAAiCv2nAUEO/asBIAEgBmr9AAQAIgv9pwEiB0EB/awB/a4BIgggCP36ASAH/QwBAAAAAQAAAAEAAAABAAAA/bgBIgz9+gH95wH9+AH9DAAAAAAAAAAAAAAAAAAAAAD9uAH9DABAAAAAQAAAAEAAAABAAAD9tgEiCCAM/bUB/bEBIQkgCv2oAUEO/asBIAv9qAEiDUEB/awB/a4BIgogCv36ASAN/QwBAAAAAQAAAAEAAAABAAAA/bgBIgr9+gH95wH9+AH9DAAAAAAAAAAAAAAAAAAAAAD9uAH9DABAAAAAQAAAAEAAAABAAAD9tgEiDiAK/bUB/bEBIQsgAyAGaiAIIAn9DAAAAAAAAAAAAAAAAAAAAAD9Of2uASAJIAz9P/2xAf0MAEAAAABAAAAAQAAAAEAAAP22ASAH/QwAAAAAAAAAAAAAAAAAAAAA/Tv9TiAOIAv9DAAAAAAAAAAAAAAAAAAAAAD9Of2uASALIAr9P/2xAf0MAEAAAABAAAAAQAAAAEAAAP22ASAN/QwAAAAAAAAAAAAAAAAAAAAA/Tv9Tv2FAf0LBAAgBEEIaiEEDAELCwNAIAIgBUoEQCAFQQF0IgQgAWouAQAhBiADIARqIAZBAEoEf0GAgAEgACAEai4BAEEOdCAGQQF1aiAGbSIEIARBgIABShsFQQALOwEAIAVBAWohBQwBCwsLtwECAn8CewNAIAMgBUoEQCAFQQF0IgYgAGr9AAQAIQcgBCAGaiAHIAEgBmr9AAQAIgj9vAH9DAAgAAAAIAAAACAAAAAgAAD9rgFBDv2sASAHIAj9vQH9DAAgAAAAIAAAACAAAAAgAAD9rgFBDv2sAf2FASACIAZq/QAEAP2PAf0MAAAAAAAAAAAAAAAAAAAAAP2YAf0MAEAAQABAAEAAQABAAEAAQP2WAf0LBAAgBUEIaiEFDAELCwtlAQN/A0AgAiAFSgRAIAMgBUEBdCIGIABqLgEAIgdBAXRqLgEAIAEgBmouAQBsQYBAa0EOdSAHaiIHQQAgB0EAShshByAEIAZqQYCAASAHIAdBgIABThs7AQAgBUEBaiEFDAELCwuTAQEDfyAEQYCAAmohBkEAIQQDQCADIARKBEBBgIB/IARBAXQiByABai4BACACIAdqLgEAayIIIAhBgIB/TBshCCAFIAdqQYCAASAABH8gACAHai4BAAVBAAsgBkGAgAEgCCAIQYCAAU4bQQF0ai4BAGoiB0EAIAdBAEobIgcgB0GAgAFOGzsBACAEQQFqIQQMAQsLC3wBBX8DQCACIAdKBEAgB0EBdCIIIABqLgEAIQYgASAIai4BACAGIAZsQYBAa0EOdWsiCUEAIAlBAE4bIgkgA2ohCiAEIAhqIAlBDnQgCkEBdWogCm0iCTsBACAFIAhqIAYgBiAJbEGAQGtBDnVrOwEAIAdBAWohBwwBCwsLvQQBC38DQCABIA9KBEAgBCAPQQF0aiAAIA9BA3RqIgguAQYiBjsBAEGAgAECfyAILgEAIgUgBkGAgAFGDQAaQQAgBkEATA0AGkGAgAEgBUEOdCAGQQF1aiAGbSIFIAVBgIABShsLIgVBACAFQQBKGyIFIAVBgIABThshCkGAgAECfyAILgECIgUgBkGAgAFGDQAaQQAgBkEATA0AGkGAgAEgBUEOdCAGQQF1aiAGbSIFIAVBgIABShsLIgVBACAFQQBKGyIFIAVBgIABThshB0EPQYCAAQJ/IAguAQQiBSAGQYCAAUYNABpBACAGQQBMDQAaQYCAASAFQQ50IAZBAXVqIAZtIgUgBUGAgAFKGwsiBUEAIAVBAEobIgUgBUGAgAFOGyIGQQp1IgUgBUEPThshDiAGIA5BCnRrIQlBESEIQQEhCyAKQQ8gCkEKdSIFIAVBD04bIg1BCnRrIgYgB0EPIAdBCnUiBSAFQQ9OGyIMQQp0ayIFSAR/IAYgBSEGIQVBoQIhCEERBUGhAgshCiAFIAlIBEAgBSAJIQUhCSAIIQtBASEICyAFIAZKBH8gBiAFIQYhBSAKIAghCgUgCAsgDUERbCAMakERbCAOaiIMIApqIghqIQcgAyAPQQF0aiACIAxBAXRqLgEAQYAIIAZrbCACIAhBAXRqLgEAIAYgBWtsaiACIAdBAXRqLgEAIAUgCWtsaiAJIAIgByALakEBdGouAQBsakGABGpBCnU7AQAgD0EBaiEPDAELCwuqAgIFewN/IAJBAXQhCwNAIAEgDEoEQP0MACAAAAAgAAAAIAAAACAAACEK/QwAIAAAACAAAAAgAAAAIAAAIQYgACAMQQF0aiENQQAhAgNAIAJBAWogBEgEQCAKIA39AAQAIgggCyANav0ABAAiCf0NAAEQEQIDEhMEBRQVBgcWFyADIAJBAXRq/QkCACIH/boB/a4BIQogBiAIIAn9DQgJGBkKCxobDA0cHQ4PHh8gB/26Af2uASEGIAJBAmohAiANIAtBAXRqIQ0MAQsLIAIgBEgEQCAKIA39AAQAIgggAyACQQF0av0IAQAiB/28Af2uASEKIAYgCCAH/b0B/a4BIQYLIAUgDEEBdGogCkEO/awBIAZBDv2sAf2FAf0LBAAgDEEIaiEMDAELCwvXAgMDfgJ7AX8gACABQQF0aiELA0AgACALSQRAIAggACkDACIHUgRAIAchCCAA/QMBACEJIAIgAC4BBiIBQQBMBHv9DAAAAAAAAAAAAAAAAAAAAAAFIAFBgIABRwR7IAkgCUEO/asBIAFBAXX9Ef2uASIK/f4BIAG3/RQiCf3zAf38ASAKIAr9DQgJCgsMDQ4PCAkKCwwNDg/9/gEgCf3zAf38Af0NAAECAwQFBgcQERITFBUWF/0MAEAAAABAAAAAQAAAAEAAAP22Af0MAAAAAAAAAAAAAAAA//////1SBSAJCwsiCf0bAEEBdGouAQAgAWxBgEBrQQ51rCABIAMgCf0bAUEBdGouAQBsQYBAa0EOdaxCEIaEIAEgBCAJ/RsCQQF0ai4BAGxBgEBrQQ51rEIghoQgAaxCMIaEIQYLIAUgBjcDACAAQQhqIQAgBUEIaiEFDAELCwvwBQIKewN/IAFBAWv9ESERIAJBAWv9ESESA0AgAiAYSgRAIAMgBSAYbGr9Ef0MAAAAAAEAAAACAAAAAwAAACAE/RH9tQH9rgEhDiAGIAggGGxq/RH9DAAAAAABAAAAAgAAAAMAAAAgB/0R/bUB/a4BIQ/9DAAAAAABAAAAAgAAAAMAAAAhECANIAEgGGxBAXRqIRpBACEZA0AgASAZSgRAIBogGUEBdGogACAY/REgDv3+ASIVIAv9FCIW/fIBIA/9/gEiFCAM/RQiF/3yAf3wAf0MAAAAAAAA4D8AAAAAAADgP/3wAf11/QwAAAAAAAA4QwAAAAAAADhD/fABIA4gDv0NCAkKCwwNDg8ICQoLDA0OD/3+ASITIBb98gEgDyAP/Q0ICQoLDA0ODwgJCgsMDQ4P/f4BIhYgF/3yAf3wAf0MAAAAAAAA4D8AAAAAAADgP/3wAf11/QwAAAAAAAA4QwAAAAAAADhD/fAB/Q0AAQIDCAkKCxAREhMYGRob/bEB/QwAAAAAAAAAAAAAAAAAAAAA/bgBIBL9tgEgAf0R/bUBIBAgFSAJ/RQiFf3yASAUIAr9FCIU/fIB/fAB/QwAAAAAAADgPwAAAAAAAOA//fAB/XX9DAAAAAAAADhDAAAAAAAAOEP98AEgEyAV/fIBIBYgFP3yAf3wAf0MAAAAAAAA4D8AAAAAAADgP/3wAf11/QwAAAAAAAA4QwAAAAAAADhD/fAB/Q0AAQIDCAkKCxAREhMYGRob/bEB/QwAAAAAAAAAAAAAAAAAAAAA/bgBIBH9tgH9rgFBAf2rASIT/RsDaiAAIBP9GwJqIAAgE/0bAWogACAT/RsAav0MAAAAAAAAAAAAAAAAAAAAAP1VAQAA/VUBAAH9VQEAAv1VAQAD/VsDAAAgDiAEQQJ0/RH9rgEhDiAPIAdBAnT9Ef2uASEPIBD9DAQAAAAEAAAABAAAAAQAAAD9rgEhECAZQQRqIRkMAQsLIBhBAWohGAwBCwsL5woCCX8TfCAKKwMAIRkgCisDCCEbIAorAxAhHCAKKwMYIRggCisDICEdIAorAyghHiAKKwMwIR8gCisDOCEgIAorA0AhISAKKwNIISIgCisDUCEjIAhBAmpBAXQhEUEAIQoDQCAJIBBKBEAgByAQardEAAAAAAAA4D+gIRpBACEPA0AgCCAPSgRAIA0gCkECdGohEgJAIAEgCmouAQAiE0UEQCASQgA3AwAMAQsgACAQQQFqIBFsaiAPQQFqQQF0aiIOLgEAt0QAAAAAAAAQP6IhJEQAAAAAAADwPyAOLgECIA5BAmsuAQBrtyAZokQAAAAAAAAAP6IiFyAXokQAAAAAAADwP6AgDiARay4BACAOIBFqLgEAa7cgGaJEAAAAAAAAAD+iIiUgJaKgn6MhJiAXmiAmoiAbIAYgD2q3RAAAAAAAAOA/oCInoSIooiAlmiAmoiIXIBogHKEiJaKgICYgGKKgRAAAAAAAAPA/ICggKKIgJSAloqAgGCAYoqCfo6JEAAAAAAAAAAClISVEAAAAAAAA8D8gJqEhKEQAAAAAAAAAAEQAAAAAAADwP0SF61G4HoXvPyAkoUS4HoXrUbieP6MiKSApRAAAAAAAAPA/ZBsgKUQAAAAAAAAAAGMbISkgC0QAAAAAAAAAAEQAAAAAAADwPyACBHxEAAAAAAAA8D8gAiAKai4BALdEAAAAAAAAED+ioQUgHSAnIB+hoiAeIBogIKGioCAho0QAAAAAAADgP6ALIAMgCmouAQC3RDvfT42XbpI/okQAAAAAAAAQP6KgIBdEmpmZmZmZqT+ioCInICdEAAAAAAAA8D9kGyAnRAAAAAAAAAAAYxtEAAAAAAAAkECiRAAAAAAAAOA/oJz8AkEYbGohFCAMRAAAAAAAAAAARAAAAAAAAPA/ICZEcT0K16Nw7T+iIBeiRAAAAAAAAOA/oCAlRAAAAAAAAOC/oEQAAAAAAADQP6KgIhcgF0QAAAAAAADwP2QbIBdEAAAAAAAAAABjG0QAAAAAAACQQKJEAAAAAAAA4D+gnPwCQRhsaiEVIChEexSuR+F6lD9kBHxEAAAAAAAA8D8hF0EAIQ4DQCAOQQ5IBEAgFyAloiEXIA5BAWohDgwBCwsgF0QAAAAAAADgP6IFRAAAAAAAAAAACyEXRAAAAAAAAAAARAAAAAAAAPA/RAAAAAAAAPA/ICRECtejcD0K77+gmUSamZmZmZm5P6OhIiYgJkQAAAAAAADwP2QbICZEAAAAAAAAAABjGyAlRNejcD0K1+O/oKJEmpmZmZmZ8T+iRAAAAAAAAAAARAAAAAAAAPA/IChEAAAAAAAAKECiIClEMzMzMzMz0z+ioCIlICVEAAAAAAAA8D9kGyAlRAAAAAAAAAAAYxuiISUgIiAEIApqLgEAt6IgIyAFIApqLgEAt6KgRAAAAAAAABA/okQAAAAAAADwP6AhJkQAAAAAAAAAAEQAAAAAAADwPyAkRLgehetRuL4/oyIkICREAAAAAAAA8D9kGyAkRAAAAAAAAAAAYxtEZmZmZmZm1j+iRM3MzMzMzOQ/oCEkQQAhDgNAIA5BA0kEQCASIA5BAXRqRAAAAAAAAAAARAAAAAAAAPA/IBQgDkEDdCIWaisDAEQAAAAAAADwPyApoaIgFSAWaisDACApoqAgJqIgJKIgFyApoiAloEQAAAAAAADQQKKgRAAAAAAAABA/oiInICdEAAAAAAAA8D9kGyAnRAAAAAAAAAAAYxsgE7eiRAAAAAAAAOA/oJz8AjsBACAOQQFqIQ4MAQsLIBIgEzsBBgsgD0EBaiEPIApBAmohCgwBCwsgEEEBaiEQDAELCwuJDwIIewN//QwAAAAAAAAAQAAAAAAAAABAIAP9GgAgBP0aASAF/RoCIAP9GgQgBP0aBSAF/RoGIQkgB/0QIQogB0GAgAFGIQUgACAIRiERQQAhBwNAIAIgB0oEQCAHQQN0IQMCQCABIAdBAXRq/V0DACIL/VNFBEAgEQ0BIAMgCGoiBCAAIANqIgP9AAQA/QsEACAEIAP9AAQQ/QsEEAwBCyAL/akBIgwgDEEQ/asB/VD9yQEiDCAMQSD9ywH9UCEMIAsgC/0NBAUGBwQFBgcEBQYHBAUGB/2pASILIAtBEP2rAf1Q/ckBIgsgC0Eg/csB/VAhCyAAIANqIgT9AAQAIQ0gBP0ABBAhDiAFBEAgAyAIagJ7IAZBA0YEQP0MAEAAQABAAEAAQABAAEAAQCAM/ZEBIgwgDUEB/YsB/QwAgACAAIAAgACAAIAAgACA/VEgDP2CAf2OAQwBCyAJIAxBAf2LAf0MAIAAgACAAIAAgACAAIAAgP1RIAn9ggH9jgEhDyAGRQRAIA/9DABAAEAAQABAAEAAQABAAEAgDP2RASIMIA1BAf2LAf0MAIAAgACAAIAAgACAAIAAgP1RIAz9ggH9jgH9jgEMAQsgD/0MAAAAAAAAAAAAAAAAAAAAAP0MAEAAQABAAEAAQABAAEAAQP0MAEAAQABAAEAAQABAAEAAQCANIA39DQYHBgcGBwYHDg8ODw4PDg/9kQEgDf2OAf0MAEAAQABAAEAAQABAAEAAQCAGQQFGG/0MAAAAAAAA//8AAAAAAAD///1SIAZBA0YbIgz9vAEgDf0MAEAAQABAAEAAQABAAEAAQCAPIA8gD/0NBgcGBwYHBgcODw4PDg8ODyAGQQJGG/2RASIQ/bwB/QwAIAAAACAAAAAgAAAAIAAA/a4B/a4BQQ79rAEgDyAM/b0BIA0gEP29Af0MACAAAAAgAAAAIAAAACAAAP2uAf2uAUEO/awB/YUBC/0LBAAgAyAIagJ7IAZBA0YEQP0MAEAAQABAAEAAQABAAEAAQCAL/ZEBIgsgDkEB/YsB/QwAgACAAIAAgACAAIAAgACA/VEgC/2CAf2OAQwBCyAJIAtBAf2LAf0MAIAAgACAAIAAgACAAIAAgP1RIAn9ggH9jgEhDCAGRQRAIAz9DABAAEAAQABAAEAAQABAAEAgC/2RASILIA5BAf2LAf0MAIAAgACAAIAAgACAAIAAgP1RIAv9ggH9jgH9jgEMAQsgDP0MAAAAAAAAAAAAAAAAAAAAAP0MAEAAQABAAEAAQABAAEAAQP0MAEAAQABAAEAAQABAAEAAQCAOIA79DQYHBgcGBwYHDg8ODw4PDg/9kQEgDv2OAf0MAEAAQABAAEAAQABAAEAAQCAGQQFGG/0MAAAAAAAA//8AAAAAAAD///1SIAZBA0YbIgv9vAEgDv0MAEAAQABAAEAAQABAAEAAQCAMIAwgDP0NBgcGBwYHBgcODw4PDg8ODyAGQQJGG/2RASIN/bwB/QwAIAAAACAAAAAgAAAAIAAA/a4B/a4BQQ79rAEgDCAL/b0BIA4gDf29Af0MACAAAAAgAAAAIAAAACAAAP2uAf2uAUEO/awB/YUBC/0LBBAF/QwAQABAAEAAQABAAEAAQABAIAogCSAMQQH9iwH9DACAAIAAgACAAIAAgACAAID9USAJ/YIB/Y4BQQH9iwH9DACAAIAAgACAAIAAgACAAID9USAK/YIB/Y4BIgwgDCAM/Q0GBwYHBgcGBw4PDg8ODw4PIAZBAkYiEhv9kQEhDyADIAhqIhMgDP0MAAAAAAAAAAAAAAAAAAAAAP0MAEAAQABAAEAAQABAAEAAQP0MAEAAQABAAEAAQABAAEAAQCANIA39DQYHBgcGBwYHDg8ODw4PDg/9kQEgDf2OAf0MAEAAQABAAEAAQABAAEAAQCAGQQFGIgMb/QwAAAAAAAD//wAAAAAAAP///VIgBkEDRiIEGyIQ/bwBIA0gD/28Af0MACAAAAAgAAAAIAAAACAAAP2uAf2uAUEO/awBIAwgEP29ASANIA/9vQH9DAAgAAAAIAAAACAAAAAgAAD9rgH9rgFBDv2sAf2FAf0LBAD9DABAAEAAQABAAEAAQABAAEAgCiAJIAtBAf2LAf0MAIAAgACAAIAAgACAAIAAgP1RIAn9ggH9jgFBAf2LAf0MAIAAgACAAIAAgACAAIAAgP1RIAr9ggH9jgEiCyALIAv9DQYHBgcGBwYHDg8ODw4PDg8gEhv9kQEhDCATIAv9DAAAAAAAAAAAAAAAAAAAAAD9DABAAEAAQABAAEAAQABAAED9DABAAEAAQABAAEAAQABAAEAgDiAO/Q0GBwYHBgcGBw4PDg8ODw4P/ZEBIA79jgH9DABAAEAAQABAAEAAQABAAEAgAxv9DAAAAAAAAP//AAAAAAAA///9UiAEGyIN/bwBIA4gDP28Af0MACAAAAAgAAAAIAAAACAAAP2uAf2uAUEO/awBIAsgDf29ASAOIAz9vQH9DAAgAAAAIAAAACAAAAAgAAD9rgH9rgFBDv2sAf2FAf0LBBALCyAHQQRqIQcMAQsLC6oEAgV7AX8gBf0QIQlBACEFA0AgAiAFSgRAIAVBAXQiDSAAav0ABAAhDCAGBHsgCSAGIAVBAnVBAXRq/VwCAP2pASIIIAhBEP2rAf1Q/ckBIgggCEEg/csB/VBBAf2LAf0MAIAAgACAAIAAgACAAIAAgP1RIAn9ggH9jgEFIAkLIgggASANav0ABABBAf2LAf0MAIAAgACAAIAAgACAAIAAgP1RIAj9ggH9jgEhCyAHIA1qIANBBEgEeyAMIAv9DAAAAAAAAAAAAAAAAAAAAAD9DABAAEAAQABAAEAAQABAAEAgDP0MAEAAQABAAEAAQABAAEAAQCAMIAz9DQYHBgcGBwYHDg8ODw4PDg8iCP2RASAM/Y4BIAQbIAj9DABAAEAAQABAAEAAQABAAEAgBBsgA0EBRhv9DAAAAAAAAP//AAAAAAAA///9UiADQQNGGyIK/bwBIAz9DABAAEAAQABAAEAAQABAAEAgCyALIAv9DQYHBgcGBwYHDg8ODw4PDg8gA0ECRhv9kQEiCP28Af0MACAAAAAgAAAAIAAAACAAAP2uAf2uAUEO/awBIAsgCv29ASAMIAj9vQH9DAAgAAAAIAAAACAAAAAgAAD9rgH9rgFBDv2sAf2FASII/QwAAAAAAAD//wAAAAAAAP///VIgCCADQQNHQQAgBBsbBSADQRJIBHsgAyAEIAwgCxA6BSADIAQgDCALEDsLC/0LBAAgBUEIaiEFDAELCwuPMQIHewJ/IAL9DABAAEAAQABAAEAAQABAAED9LSAD/QwAQABAAEAAQABAAEAAQABA/S39Tv2EAUGIAXFBiAFGBEAgAv2nAf36Af0MAACAOAAAgDgAAIA4AACAOP3mASEEIAP9pwH9+gH9DAAAgDgAAIA4AACAOAAAgDj95gEhBSAC/agB/foB/QwAAIA4AACAOAAAgDgAAIA4/eYBIQIgA/2oAf36Af0MAACAOAAAgDgAAIA4AACAOP3mASED/QwAQAAAAEAAAABAAAAAQAAAAnsCQAJAAkACQAJAAkACQAJAAkACQAJAAkACQAJAIABBBGsODQABAgMEBQYHCAkKCwwNCyAEIAX96AEMDQsgBCAF/ekBDAwL/QwAAABAAAAAQAAAAEAAAABAIAT95gEgBf3mAf0MAACAPwAAgD8AAIA/AACAP/0MAAAAQAAAAEAAAABAAAAAQP0MAACAPwAAgD8AAIA/AACAPyAE/eUB/eYB/QwAAIA/AACAPwAAgD8AAIA/IAX95QH95gH95QEgBP0MAAAAPwAAAD8AAAA/AAAAP/1F/VIMCwv9DAAAAEAAAABAAAAAQAAAAEAgBf3mASAE/eYB/QwAAIA/AACAPwAAgD8AAIA//QwAAABAAAAAQAAAAEAAAABA/QwAAIA/AACAPwAAgD8AAIA/IAX95QH95gH9DAAAgD8AAIA/AACAPwAAgD8gBP3lAf3mAf3lASAF/QwAAAA/AAAAPwAAAD8AAAA//UX9UgwKCyAE/QwAAIA/AACAPwAAgD8AAIA//QwAAABAAAAAQAAAAEAAAABAIAX95gEiBv3lASAE/eYB/QwAAIA/AACAPwAAgD8AAIA/IAT95QH95gH95QEgBCAG/QwAAIA/AACAPwAAgD8AAIA//eUB/QwAAIBBAACAQQAAgEEAAIBBIAT95gH9DAAAQEEAAEBBAABAQQAAQEH95QEgBP3mAf0MAACAQAAAgEAAAIBAAACAQP3kASAE/eYBIAT94wEgBP0MAACAPgAAgD4AAIA+AACAPv1F/VIgBP3lAf3mAf3kASAF/QwAAAA/AAAAPwAAAD8AAAA//UX9UgwJC/0MAAAAAAAAAAAAAAAAAAAAAP0MAACAPwAAgD8AAIA/AACAP/0MAACAPwAAgD8AAIA/AACAPyAE/QwAAIA/AACAPwAAgD8AAIA/IAX95QH95wH96AEgBf0MAACAPwAAgD8AAIA/AACAP/1G/VIgBP0MAAAAAAAAAAAAAAAAAAAAAP1F/VIMCAv9DAAAgD8AAIA/AACAPwAAgD/9DAAAAAAAAAAAAAAAAAAAAAD9DAAAgD8AAIA/AACAPwAAgD/9DAAAgD8AAIA/AACAPwAAgD/9DAAAgD8AAIA/AACAPwAAgD8gBP3lASAF/ecB/egB/eUBIAX9DAAAAAAAAAAAAAAAAAAAAAD9Rf1SIAT9DAAAgD8AAIA/AACAPwAAgD/9Rv1SDAcLIAQgBf3lAf3gAQwGCyAEIAX95AH9DAAAAEAAAABAAAAAQAAAAEAgBP3mASAF/eYB/eUBDAUL/QwAAAAAAAAAAAAAAAAAAAAAIAQgBf3kAf0MAACAPwAAgD8AAIA/AACAP/3lAf3pAQwEC/0MAACAPwAAgD8AAIA/AACAP/0MAAAAAAAAAAAAAAAAAAAAACAEIAX95AH9DAAAgD8AAIA/AACAPwAAgD/9Rv1SDAML/QwAAIA/AACAPwAAgD8AAIA/IAQgBf3kAf3oAQwCC/0MAAAAAAAAAAAAAAAAAAAAACAEIAX95QH96QEMAQv9DAAAAAAAAAAAAAAAAAAAAAD9DAAAgD8AAIA/AACAPwAAgD/9DAAAgD8AAIA/AACAPwAAgD8gBCAF/ecB/egBIAX9DAAAAAAAAAAAAAAAAAAAAAD9Rf1SIAT9DAAAAAAAAAAAAAAAAAAAAAD9Rf1SC/0MAACARgAAgEYAAIBGAACARv3mAf0MAAAAPwAAAD8AAAA/AAAAP/3kAf34Af0MAAAAAAAAAAAAAAAAAAAAAP24Af0MAEAAAABAAAAAQAAAAEAAAP22Af0MAAAAAAAAAAAAAAAA//////1S/QwAQAAAAEAAAABAAAAAQAAAAnsCQAJAAkACQAJAAkACQAJAAkACQAJAAkACQAJAIABBBGsODQABAgMEBQYHCAkKCwwNCyACIAP96AEMDQsgAiAD/ekBDAwL/QwAAABAAAAAQAAAAEAAAABAIAL95gEgA/3mAf0MAACAPwAAgD8AAIA/AACAP/0MAAAAQAAAAEAAAABAAAAAQP0MAACAPwAAgD8AAIA/AACAPyAC/eUB/eYB/QwAAIA/AACAPwAAgD8AAIA/IAP95QH95gH95QEgAv0MAAAAPwAAAD8AAAA/AAAAP/1F/VIMCwv9DAAAAEAAAABAAAAAQAAAAEAgA/3mASAC/eYB/QwAAIA/AACAPwAAgD8AAIA//QwAAABAAAAAQAAAAEAAAABA/QwAAIA/AACAPwAAgD8AAIA/IAP95QH95gH9DAAAgD8AAIA/AACAPwAAgD8gAv3lAf3mAf3lASAD/QwAAAA/AAAAPwAAAD8AAAA//UX9UgwKCyAC/QwAAIA/AACAPwAAgD8AAIA//QwAAABAAAAAQAAAAEAAAABAIAP95gEiBP3lASAC/eYB/QwAAIA/AACAPwAAgD8AAIA/IAL95QH95gH95QEgAiAE/QwAAIA/AACAPwAAgD8AAIA//eUB/QwAAIBBAACAQQAAgEEAAIBBIAL95gH9DAAAQEEAAEBBAABAQQAAQEH95QEgAv3mAf0MAACAQAAAgEAAAIBAAACAQP3kASAC/eYBIAL94wEgAv0MAACAPgAAgD4AAIA+AACAPv1F/VIgAv3lAf3mAf3kASAD/QwAAAA/AAAAPwAAAD8AAAA//UX9UgwJC/0MAAAAAAAAAAAAAAAAAAAAAP0MAACAPwAAgD8AAIA/AACAP/0MAACAPwAAgD8AAIA/AACAPyAC/QwAAIA/AACAPwAAgD8AAIA/IAP95QH95wH96AEgA/0MAACAPwAAgD8AAIA/AACAP/1G/VIgAv0MAAAAAAAAAAAAAAAAAAAAAP1F/VIMCAv9DAAAgD8AAIA/AACAPwAAgD/9DAAAAAAAAAAAAAAAAAAAAAD9DAAAgD8AAIA/AACAPwAAgD/9DAAAgD8AAIA/AACAPwAAgD/9DAAAgD8AAIA/AACAPwAAgD8gAv3lASAD/ecB/egB/eUBIAP9DAAAAAAAAAAAAAAAAAAAAAD9Rf1SIAL9DAAAgD8AAIA/AACAPwAAgD/9Rv1SDAcLIAIgA/3lAf3gAQwGCyACIAP95AH9DAAAAEAAAABAAAAAQAAAAEAgAv3mASAD/eYB/eUBDAUL/QwAAAAAAAAAAAAAAAAAAAAAIAIgA/3kAf0MAACAPwAAgD8AAIA/AACAP/3lAf3pAQwEC/0MAACAPwAAgD8AAIA/AACAP/0MAAAAAAAAAAAAAAAAAAAAACACIAP95AH9DAAAgD8AAIA/AACAPwAAgD/9Rv1SDAML/QwAAIA/AACAPwAAgD8AAIA/IAIgA/3kAf3oAQwCC/0MAAAAAAAAAAAAAAAAAAAAACACIAP95QH96QEMAQv9DAAAAAAAAAAAAAAAAAAAAAD9DAAAgD8AAIA/AACAPwAAgD/9DAAAgD8AAIA/AACAPwAAgD8gAiAD/ecB/egBIAP9DAAAAAAAAAAAAAAAAAAAAAD9Rf1SIAL9DAAAAAAAAAAAAAAAAAAAAAD9Rf1SC/0MAACARgAAgEYAAIBGAACARv3mAf0MAAAAPwAAAD8AAAA/AAAAP/3kAf34Af0MAAAAAAAAAAAAAAAAAAAAAP24Af0MAEAAAABAAAAAQAAAAEAAAP22Af0MAAAAAAAAAAAAAAAA//////1S/YUBDwsgAv2nASIF/foB/QwAAIA4AACAOAAAgDgAAIA4/eYBIgb9HwP9EyIEIAP9pwEiB/36Af0MAACAOAAAgDgAAIA4AACAOP3mASII/R8D/RMiCSAE/eQBIAkgBP3mAf3lASABG/0MAACARgAAgEYAAIBGAACARv3mAf0MAAAAPwAAAD8AAAA/AAAAP/3kAf34ASIK/QwAAAAAAAAAAAAAAAAAAAAAIAj9DAAAgD8AAIA/AACAPwAAgD8gBP3lAf3mASABGyAH/RsDIgtBAEogBf0bAyIMQQBKcQR7IAYgBiAE/ecBIAxBgIABRhshBSAIIAggCf3nASALQYCAAUYbIQcgCSAE/eYBAnsCQAJAAkACQAJAAkACQAJAAkACQAJAAkACQAJAIABBBGsODQABAgMEBQYHCAkKCwwNCyAFIAf96AEMDQsgBSAH/ekBDAwL/QwAAABAAAAAQAAAAEAAAABAIAX95gEgB/3mAf0MAACAPwAAgD8AAIA/AACAP/0MAAAAQAAAAEAAAABAAAAAQP0MAACAPwAAgD8AAIA/AACAPyAF/eUB/eYB/QwAAIA/AACAPwAAgD8AAIA/IAf95QH95gH95QEgBf0MAAAAPwAAAD8AAAA/AAAAP/1F/VIMCwv9DAAAAEAAAABAAAAAQAAAAEAgB/3mASAF/eYB/QwAAIA/AACAPwAAgD8AAIA//QwAAABAAAAAQAAAAEAAAABA/QwAAIA/AACAPwAAgD8AAIA/IAf95QH95gH9DAAAgD8AAIA/AACAPwAAgD8gBf3lAf3mAf3lASAH/QwAAAA/AAAAPwAAAD8AAAA//UX9UgwKCyAF/QwAAIA/AACAPwAAgD8AAIA//QwAAABAAAAAQAAAAEAAAABAIAf95gEiBP3lASAF/eYB/QwAAIA/AACAPwAAgD8AAIA/IAX95QH95gH95QEgBSAE/QwAAIA/AACAPwAAgD8AAIA//eUB/QwAAIBBAACAQQAAgEEAAIBBIAX95gH9DAAAQEEAAEBBAABAQQAAQEH95QEgBf3mAf0MAACAQAAAgEAAAIBAAACAQP3kASAF/eYBIAX94wEgBf0MAACAPgAAgD4AAIA+AACAPv1F/VIgBf3lAf3mAf3kASAH/QwAAAA/AAAAPwAAAD8AAAA//UX9UgwJC/0MAAAAAAAAAAAAAAAAAAAAAP0MAACAPwAAgD8AAIA/AACAP/0MAACAPwAAgD8AAIA/AACAPyAF/QwAAIA/AACAPwAAgD8AAIA/IAf95QH95wH96AEgB/0MAACAPwAAgD8AAIA/AACAP/1G/VIgBf0MAAAAAAAAAAAAAAAAAAAAAP1F/VIMCAv9DAAAgD8AAIA/AACAPwAAgD/9DAAAAAAAAAAAAAAAAAAAAAD9DAAAgD8AAIA/AACAPwAAgD/9DAAAgD8AAIA/AACAPwAAgD/9DAAAgD8AAIA/AACAPwAAgD8gBf3lASAH/ecB/egB/eUBIAf9DAAAAAAAAAAAAAAAAAAAAAD9Rf1SIAX9DAAAgD8AAIA/AACAPwAAgD/9Rv1SDAcLIAUgB/3lAf3gAQwGCyAFIAf95AH9DAAAAEAAAABAAAAAQAAAAEAgBf3mASAH/eYB/eUBDAUL/QwAAAAAAAAAAAAAAAAAAAAAIAUgB/3kAf0MAACAPwAAgD8AAIA/AACAP/3lAf3pAQwEC/0MAACAPwAAgD8AAIA/AACAP/0MAAAAAAAAAAAAAAAAAAAAACAFIAf95AH9DAAAgD8AAIA/AACAPwAAgD/9Rv1SDAML/QwAAIA/AACAPwAAgD8AAIA/IAUgB/3kAf3oAQwCC/0MAAAAAAAAAAAAAAAAAAAAACAFIAf95QH96QEMAQv9DAAAAAAAAAAAAAAAAAAAAAD9DAAAgD8AAIA/AACAPwAAgD/9DAAAgD8AAIA/AACAPwAAgD8gBSAH/ecB/egBIAf9DAAAAAAAAAAAAAAAAAAAAAD9Rf1SIAX9DAAAAAAAAAAAAAAAAAAAAAD9Rf1SC/3mAQX9DAAAAAAAAAAAAAAAAAAAAAAL/eQBIAb9DAAAgD8AAIA/AACAPwAAgD8gCf3lAf3mAf3kAf0MAACARgAAgEYAAIBGAACARv3mAf0MAAAAPwAAAD8AAAA/AAAAP/3kAf34Af0MAAAAAAAAAAAAAAAAAAAAAP24ASAK/bYB/QwAAAAAAAAAAAAAAAD//////VIgAv2oASIE/foB/QwAAIA4AACAOAAAgDgAAIA4/eYBIgX9HwP9EyICIAP9qAEiBv36Af0MAACAOAAAgDgAAIA4AACAOP3mASIH/R8D/RMiAyAC/eQBIAMgAv3mAf3lASABG/0MAACARgAAgEYAAIBGAACARv3mAf0MAAAAPwAAAD8AAAA/AAAAP/3kAf34ASII/QwAAAAAAAAAAAAAAAAAAAAAIAf9DAAAgD8AAIA/AACAPwAAgD8gAv3lAf3mASABGyAG/RsDIgFBAEogBP0bAyILQQBKcQR7IAUgBSAC/ecBIAtBgIABRhshBCAHIAcgA/3nASABQYCAAUYbIQYgAyAC/eYBAnsCQAJAAkACQAJAAkACQAJAAkACQAJAAkACQAJAIABBBGsODQABAgMEBQYHCAkKCwwNCyAEIAb96AEMDQsgBCAG/ekBDAwL/QwAAABAAAAAQAAAAEAAAABAIAT95gEgBv3mAf0MAACAPwAAgD8AAIA/AACAP/0MAAAAQAAAAEAAAABAAAAAQP0MAACAPwAAgD8AAIA/AACAPyAE/eUB/eYB/QwAAIA/AACAPwAAgD8AAIA/IAb95QH95gH95QEgBP0MAAAAPwAAAD8AAAA/AAAAP/1F/VIMCwv9DAAAAEAAAABAAAAAQAAAAEAgBv3mASAE/eYB/QwAAIA/AACAPwAAgD8AAIA//QwAAABAAAAAQAAAAEAAAABA/QwAAIA/AACAPwAAgD8AAIA/IAb95QH95gH9DAAAgD8AAIA/AACAPwAAgD8gBP3lAf3mAf3lASAG/QwAAAA/AAAAPwAAAD8AAAA//UX9UgwKCyAE/QwAAIA/AACAPwAAgD8AAIA//QwAAABAAAAAQAAAAEAAAABAIAb95gEiAv3lASAE/eYB/QwAAIA/AACAPwAAgD8AAIA/IAT95QH95gH95QEgBCAC/QwAAIA/AACAPwAAgD8AAIA//eUB/QwAAIBBAACAQQAAgEEAAIBBIAT95gH9DAAAQEEAAEBBAABAQQAAQEH95QEgBP3mAf0MAACAQAAAgEAAAIBAAACAQP3kASAE/eYBIAT94wEgBP0MAACAPgAAgD4AAIA+AACAPv1F/VIgBP3lAf3mAf3kASAG/QwAAAA/AAAAPwAAAD8AAAA//UX9UgwJC/0MAAAAAAAAAAAAAAAAAAAAAP0MAACAPwAAgD8AAIA/AACAP/0MAACAPwAAgD8AAIA/AACAPyAE/QwAAIA/AACAPwAAgD8AAIA/IAb95QH95wH96AEgBv0MAACAPwAAgD8AAIA/AACAP/1G/VIgBP0MAAAAAAAAAAAAAAAAAAAAAP1F/VIMCAv9DAAAgD8AAIA/AACAPwAAgD/9DAAAAAAAAAAAAAAAAAAAAAD9DAAAgD8AAIA/AACAPwAAgD/9DAAAgD8AAIA/AACAPwAAgD/9DAAAgD8AAIA/AACAPwAAgD8gBP3lASAG/ecB/egB/eUBIAb9DAAAAAAAAAAAAAAAAAAAAAD9Rf1SIAT9DAAAgD8AAIA/AACAPwAAgD/9Rv1SDAcLIAQgBv3lAf3gAQwGCyAEIAb95AH9DAAAAEAAAABAAAAAQAAAAEAgBP3mASAG/eYB/eUBDAUL/QwAAAAAAAAAAAAAAAAAAAAAIAQgBv3kAf0MAACAPwAAgD8AAIA/AACAP/3lAf3pAQwEC/0MAACAPwAAgD8AAIA/AACAP/0MAAAAAAAAAAAAAAAAAAAAACAEIAb95AH9DAAAgD8AAIA/AACAPwAAgD/9Rv1SDAML/QwAAIA/AACAPwAAgD8AAIA/IAQgBv3kAf3oAQwCC/0MAAAAAAAAAAAAAAAAAAAAACAEIAb95QH96QEMAQv9DAAAAAAAAAAAAAAAAAAAAAD9DAAAgD8AAIA/AACAPwAAgD/9DAAAgD8AAIA/AACAPwAAgD8gBCAG/ecB/egBIAb9DAAAAAAAAAAAAAAAAAAAAAD9Rf1SIAT9DAAAAAAAAAAAAAAAAAAAAAD9Rf1SC/3mAQX9DAAAAAAAAAAAAAAAAAAAAAAL/eQBIAX9DAAAgD8AAIA/AACAPwAAgD8gA/3lAf3mAf3kAf0MAACARgAAgEYAAIBGAACARv3mAf0MAAAAPwAAAD8AAAA/AAAAP/3kAf34Af0MAAAAAAAAAAAAAAAAAAAAAP24ASAI/bYB/QwAAAAAAAAAAAAAAAD//////VL9hQELzwwDDnwCewJ/IAL9pwEiEv0bALdEAAAAAAAAED+iIQQgEv0bAbdEAAAAAAAAED+iIQUgEv0bArdEAAAAAAAAED+iIQYgA/2nASIT/RsAt0QAAAAAAAAQP6IhByAT/RsBt0QAAAAAAAAQP6IhCCAT/RsCt0QAAAAAAAAQP6IhCUQAAAAAAAAAACQARAAAAAAAAAAAJAFEAAAAAAAAAAAkAiAT/RsDt0QAAAAAAAAQP6IiCkQAAAAAAAAAAGQgEv0bA7dEAAAAAAAAED+iIgtEAAAAAAAAAABkcQRAIAQgC6MhDCAFIAujIQ0gBiALoyEOIAcgCqMhDyAIIAqjIRAgCSAKoyERIABBEkYEQCAPIBAgESAMIA0gDqWlIAwgDSAOpKShIAxEMzMzMzMz0z+iIA1E4XoUrkfh4j+ioCAORClcj8L1KLw/oqAQAQUgAEETRgRAIAwgDSAOIA8gECARpaUgDyAQIBGkpKEgDEQzMzMzMzPTP6IgDUThehSuR+HiP6KgIA5EKVyPwvUovD+ioBABBSAAQRRGBEAgDyAQIBEgDEQzMzMzMzPTP6IgDUThehSuR+HiP6KgIA5EKVyPwvUovD+ioBAABSAMIA0gDiAPRDMzMzMzM9M/oiAQROF6FK5H4eI/oqAgEUQpXI/C9Si8P6KgEAALCwsLRAAAAAAAAAAAIAdEAAAAAAAA8D8gC6EiB6IgARsgCiALoiIMIwCioCAERAAAAAAAAPA/IAqhIgSioEQAAAAAAADQQKJEAAAAAAAA4D+g/AIiFEEAIBRBAEobIhRBgIABIAsgCiALoCAMoSABG0QAAAAAAADQQKJEAAAAAAAA4D+g/AIiFSAVQYCAAU4bIhUgFCAVSBv9EUQAAAAAAAAAACAIIAeiIAEbIAwjAaKgIAUgBKKgRAAAAAAAANBAokQAAAAAAADgP6D8AiIUQQAgFEEAShsiFCAVIBQgFUgb/RwBRAAAAAAAAAAAIAkgB6IgARsgDCMCoqAgBiAEoqBEAAAAAAAA0ECiRAAAAAAAAOA/oPwCIhRBACAUQQBKGyIUIBUgFCAVSBv9HAIgFf0cAyAC/agBIgL9GwC3RAAAAAAAABA/oiEEIAL9GwG3RAAAAAAAABA/oiEFIAL9GwK3RAAAAAAAABA/oiEGIAP9qAEiA/0bALdEAAAAAAAAED+iIQcgA/0bAbdEAAAAAAAAED+iIQggA/0bArdEAAAAAAAAED+iIQlEAAAAAAAAAAAkAEQAAAAAAAAAACQBRAAAAAAAAAAAJAIgA/0bA7dEAAAAAAAAED+iIgpEAAAAAAAAAABkIAL9GwO3RAAAAAAAABA/oiILRAAAAAAAAAAAZHEEQCAEIAujIQwgBSALoyENIAYgC6MhDiAHIAqjIQ8gCCAKoyEQIAkgCqMhESAAQRJGBEAgDyAQIBEgDCANIA6lpSAMIA0gDqSkoSAMRDMzMzMzM9M/oiANROF6FK5H4eI/oqAgDkQpXI/C9Si8P6KgEAEFIABBE0YEQCAMIA0gDiAPIBAgEaWlIA8gECARpKShIAxEMzMzMzMz0z+iIA1E4XoUrkfh4j+ioCAORClcj8L1KLw/oqAQAQUgAEEURgRAIA8gECARIAxEMzMzMzMz0z+iIA1E4XoUrkfh4j+ioCAORClcj8L1KLw/oqAQAAUgDCANIA4gD0QzMzMzMzPTP6IgEEThehSuR+HiP6KgIBFEKVyPwvUovD+ioBAACwsLC0QAAAAAAAAAACAHRAAAAAAAAPA/IAuhIgeiIAEbIAogC6IiDCMAoqAgBEQAAAAAAADwPyAKoSIEoqBEAAAAAAAA0ECiRAAAAAAAAOA/oPwCIgBBACAAQQBKGyIAQYCAASALIAogC6AgDKEgARtEAAAAAAAA0ECiRAAAAAAAAOA/oPwCIhQgFEGAgAFOGyIUIAAgFEgb/RFEAAAAAAAAAAAgCCAHoiABGyAMIwGioCAFIASioEQAAAAAAADQQKJEAAAAAAAA4D+g/AIiAEEAIABBAEobIgAgFCAAIBRIG/0cAUQAAAAAAAAAACAJIAeiIAEbIAwjAqKgIAYgBKKgRAAAAAAAANBAokQAAAAAAADgP6D8AiIAQQAgAEEAShsiACAUIAAgFEgb/RwCIBT9HAP9hQEL";

// packages/kernels/src/arena.ts
var MEBIBYTE = 2 ** 20;
var PAGE = 65536;
var PLANES = 4096;
var SCRATCH2 = 112 * MEBIBYTE;
var CONSTANTS = 168 * MEBIBYTE;
var END = 176 * MEBIBYTE;
var ROOM = 48;
var aligned = (bytes) => bytes + ROOM + 15 & ~15;
var KernelMemory = class {
  memory = new WebAssembly.Memory({ initial: END / PAGE, maximum: END / PAGE });
  buffer = this.memory.buffer;
  top = PLANES;
  scratch = SCRATCH2;
  constants = CONSTANTS;
  /** True once something to be kept found no room. */
  full = false;
  kept = /* @__PURE__ */ new Map();
  back = [];
  /** Room for a block of planes, or −1 where there is none left. */
  reserve(bytes) {
    const at2 = this.top;
    if (at2 + aligned(bytes) > SCRATCH2) return -1;
    this.top = at2 + aligned(bytes);
    return at2;
  }
  plane(length2) {
    const at2 = this.reserve(2 * length2);
    return at2 < 0 ? new Int16Array(length2) : new Int16Array(this.buffer, at2, length2);
  }
  bytes(length2) {
    const at2 = this.reserve(length2);
    return at2 < 0 ? new Uint8Array(length2) : new Uint8Array(this.buffer, at2, length2);
  }
  mark() {
    return this.top;
  }
  release(mark) {
    this.top = mark;
  }
  pack(mark, planes2) {
    const isYoung = (plane2) => this.holds(plane2) && plane2.byteOffset >= mark;
    const young = [...new Set(planes2.filter(isYoung))].sort((one2, two2) => one2.byteOffset - two2.byteOffset);
    this.release(mark);
    const moved5 = /* @__PURE__ */ new Map();
    for (const plane2 of young) {
      const at2 = this.reserve(plane2.byteLength);
      new Uint8Array(this.buffer).copyWithin(at2, plane2.byteOffset, plane2.byteOffset + plane2.byteLength);
      moved5.set(plane2, new Int16Array(this.buffer, at2, plane2.length));
    }
    return planes2.map((plane2) => moved5.get(plane2) ?? plane2);
  }
  holds(array) {
    return array.buffer === this.buffer;
  }
  /** Room for a call's own use. @throws RangeError where a call is given more than fits. */
  room(bytes) {
    const at2 = this.scratch;
    this.scratch += aligned(bytes);
    if (this.scratch > CONSTANTS) throw new RangeError(`a kernel was given ${bytes} bytes at once, which is more than fits its memory`);
    return at2;
  }
  copied(array) {
    const at2 = this.room(array.byteLength);
    this.viewLike(array, at2).set(array);
    return at2;
  }
  viewLike(array, at2) {
    const Kind = array.constructor;
    return new Kind(this.buffer, at2, array.length);
  }
  /** Address of an array to be read. */
  read(array) {
    return this.holds(array) ? array.byteOffset : this.copied(array);
  }
  /** Address of an array to be written. */
  write(array) {
    if (this.holds(array)) return array.byteOffset;
    const at2 = this.room(array.byteLength);
    this.back.push({ at: at2, array });
    return at2;
  }
  /** Address of an array to be read and written. */
  change(array) {
    if (this.holds(array)) return array.byteOffset;
    const at2 = this.copied(array);
    this.back.push({ at: at2, array });
    return at2;
  }
  /**
   * Address, for this call, of an array that is never changed; copied in once. Where there is no more room, all that was kept
   * goes at the call's end and not before, since the call may be reading it.
   */
  constant(array) {
    const known = this.kept.get(array);
    if (known !== void 0) return known;
    if (this.constants + aligned(array.byteLength) > END) {
      this.full = true;
      return this.copied(array);
    }
    const at2 = this.constants;
    this.constants += aligned(array.byteLength);
    this.viewLike(array, at2).set(array);
    this.kept.set(array, at2);
    return at2;
  }
  /** Ends a call: what was written goes to where it belongs. */
  done() {
    for (const { at: at2, array } of this.back) array.set(this.viewLike(array, at2));
    this.back.length = 0;
    this.scratch = SCRATCH2;
    if (!this.full) return;
    this.kept.clear();
    this.constants = CONSTANTS;
    this.full = false;
  }
};

// packages/kernels/src/index.ts
var PART2 = 32768;
var RUN_BYTES = 32;
var moduleBytes = () => Uint8Array.from(atob(KERNELS_WASM_BASE64), (c) => c.charCodeAt(0));
var WORKING_8 = Int16Array.from({ length: 256 }, (_, v) => from8(v));
var createKernels = (bytes = moduleBytes()) => {
  const arena = new KernelMemory();
  const module = new WebAssembly.Module(bytes);
  const wasm = new WebAssembly.Instance(module, { env: { memory: arena.memory } }).exports;
  const call = (run) => {
    try {
      return run();
    } finally {
      arena.done();
    }
  };
  const inParts = (count, arrays, run, part2 = PART2) => {
    const whole4 = arrays.every((array) => array === null || arena.holds(array));
    for (let from = 0; from < count; from += whole4 ? count : part2) {
      call(() => run(from, whole4 ? count : Math.min(count, from + part2)));
    }
  };
  const greys2 = (rgba, tone, coverage, run) => {
    let least = 16384;
    inParts(tone.length, [rgba, tone, coverage], (from, to) => {
      const source = arena.read(rgba.subarray(4 * from, 4 * to));
      const [toneAt, coverageAt2] = [arena.write(tone.subarray(from, to)), arena.write(coverage.subarray(from, to))];
      least = Math.min(least, run(source, to - from, toneAt, coverageAt2));
    });
    return least;
  };
  const planeWise = (inputs, out, run) => inParts(out.length, [...inputs, out], (from, to) => {
    const [first = 0, second = 0] = inputs.map((input) => arena.read(input.subarray(from, to)));
    run(to - from, arena.write(out.subarray(from, to)), first, second);
  });
  const weightsOf2 = (axis) => arena.constant(axis.padded ?? axis.weights);
  const strideOf = ({ padded, taps }) => padded ? 4 : taps;
  return {
    arena,
    grey: (rgba, [sr, sg, sb], tone, coverage) => greys2(rgba, tone, coverage, (source, pixels, toneAt, coverageAt2) => wasm.grey(source, pixels, sr, sg, sb, toneAt, coverageAt2)),
    greyByHue: (rgba, [sr, sg, sb], response, tone, coverage) => greys2(
      rgba,
      tone,
      coverage,
      (source, pixels, toneAt, coverageAt2) => wasm.greyByHue(source, pixels, sr, sg, sb, arena.read(response), toneAt, coverageAt2)
    ),
    table: (values2, table, out) => planeWise([values2], out, (count, to, from) => wasm.table(from, count, arena.read(table), to)),
    screen(tone, region, grid, shape3, thresholds2, ways, out) {
      const rows2 = Math.max(1, Math.floor(4 * PART2 / region.width));
      inParts(
        region.height,
        ways ? [tone, out, ways.x, ways.y] : [tone, out],
        (from, to) => {
          const [start, end] = [from * region.width, to * region.width];
          const y = region.y + from;
          const u = grid.u0 + Math.imul(region.x, grid.ux) + Math.imul(y, grid.uy) | 0;
          const v = grid.v0 + Math.imul(region.x, grid.vx) + Math.imul(y, grid.vy) | 0;
          const number3 = SHAPE_NUMBERS[shape3];
          const [source, ink] = [arena.read(tone.subarray(start, end)), arena.write(out.subarray(start, end))];
          const [waysX, waysY] = ways ? [arena.read(ways.x.subarray(start, end)), arena.read(ways.y.subarray(start, end))] : [0, 0];
          const { across: across2, down } = ways ?? { across: 0, down: 0 };
          const at2 = arena.read(thresholds2);
          const phases = arena.room(64);
          wasm.screen(
            source,
            region.width,
            to - from,
            u,
            grid.ux,
            grid.uy,
            v,
            grid.vx,
            grid.vy,
            number3,
            at2,
            waysX,
            waysY,
            across2,
            down,
            phases,
            ink
          );
        },
        rows2
      );
    },
    reduce(plane2, channels, width, height, shift, out) {
      const side2 = 1 << shift;
      const rows2 = Math.max(side2, Math.floor(8 * PART2 / (width * channels) / side2) * side2);
      const outWidth = Math.ceil(width / side2);
      inParts(
        height,
        [plane2, out],
        (from, to) => {
          const source = arena.read(plane2.subarray(from * width * channels, to * width * channels));
          const reduced = out.subarray((from >> shift) * outWidth * channels, Math.ceil(to / side2) * outWidth * channels);
          wasm.reduce(source, channels, width, to - from, shift, arena.write(reduced));
        },
        rows2
      );
    },
    reduceIndex: (entries, width, height, shift, palette, out) => call(() => wasm.reduceIndex(arena.read(entries), width, height, shift, arena.read(palette), arena.write(out))),
    expand: (samples, channels, out) => call(() => {
      const from = arena.read(samples);
      const pixels = samples.length / channels;
      if (samples instanceof Uint8Array) wasm.expand8(from, pixels, channels, arena.constant(WORKING_8), arena.write(out));
      else wasm.expand16(from, pixels, channels, arena.write(out));
    }),
    sample: (patch, at2, across2, down, region, out) => call(() => {
      const padded = across2.padded !== null && down.padded !== null;
      wasm.sample(
        arena.read(patch.data),
        patch.channels,
        patch.x,
        patch.y,
        patch.width,
        at2.a,
        at2.b,
        at2.c,
        at2.d,
        at2.e,
        at2.f,
        across2.taps,
        across2.offset,
        arena.constant(padded ? across2.padded : across2.weights),
        down.taps,
        down.offset,
        arena.constant(padded ? down.padded : down.weights),
        Number(padded),
        region.x,
        region.y,
        region.width,
        region.height,
        arena.write(out)
      );
    }),
    cube: (rgba, values2, tone, coverage) => inParts(tone.length, [rgba, tone, coverage], (from, to) => {
      const source = arena.read(rgba.subarray(4 * from, 4 * to));
      const [toneAt, coverageAt2] = [arena.write(tone.subarray(from, to)), arena.write(coverage.subarray(from, to))];
      wasm.cube(source, to - from, arena.constant(values2), toneAt, coverageAt2);
    }),
    distance: (plane2, { x, y, width, height }, most, outside, window2, out) => call(() => {
      const [row3, starts, places] = [arena.room(8 * width), arena.room(8 * (width + 1)), arena.room(4 * (width + 1))];
      const columns = arena.room(2 * width * (window2.height + 1));
      const to = [window2.x - x, window2.y - y, window2.width, window2.height, columns, row3, starts, places, arena.write(out)];
      wasm.distance(arena.read(plane2), width, height, most, Number(outside), ...to);
    }),
    moved: (plane2, channels, from, ways, box2, beyond2, { x, y, width, height }, out) => call(() => {
      wasm.moved(
        arena.read(plane2),
        channels,
        from.x,
        from.y,
        from.width,
        from.height,
        arena.read(ways.x),
        arena.read(ways.y),
        ways.across,
        ways.down,
        box2.x,
        box2.y,
        box2.width,
        box2.height,
        BEYOND_NUMBERS[beyond2],
        weightsOf2(CATMULL_ROM),
        x,
        y,
        width,
        height,
        arena.write(out)
      );
    }),
    filterAcross: ({ data, channels, width, height }, positions, axis, out) => call(() => {
      const at2 = arena.room(positions.byteLength);
      new Int32Array(arena.memory.buffer, at2, positions.length + 4).fill(0).set(positions);
      const columns = positions.length;
      wasm.filterAcross(arena.read(data), channels, width, height, at2, axis.taps, weightsOf2(axis), columns, arena.write(out));
    }),
    filterDown: (lines, channels, width, positions, axis, out) => call(() => {
      const [from, to] = [arena.read(lines), arena.write(out)];
      const rows2 = positions.length;
      wasm.filterDown(from, channels, width * channels, arena.read(positions), axis.taps, strideOf(axis), weightsOf2(axis), rows2, to);
    }),
    transpose: (plane2, channels, width, height, out) => call(() => wasm.transpose(arena.read(plane2), channels, width, height, arena.write(out))),
    mix(from, to, channels, share4, mask, out) {
      inParts(from.length / channels, [from, to, mask, out], (start, end) => {
        const part2 = (array) => array.subarray(start * channels, end * channels);
        const maskAt2 = mask ? arena.read(mask.subarray(start, end)) : 0;
        const [fromAt, toAt] = [arena.read(part2(from)), arena.read(part2(to))];
        wasm.mix(fromAt, toAt, (end - start) * channels, channels, share4, maskAt2, arena.write(part2(out)));
      });
    },
    paint: (coverage, [r, g, b], out) => inParts(coverage.length, [coverage, out], (from, to) => {
      const outAt = arena.write(out.subarray(4 * from, 4 * to));
      wasm.paint(arena.read(coverage.subarray(from, to)), to - from, r, g, b, outAt);
    }),
    paintTones: (tone, coverage, out) => inParts(tone.length, [tone, coverage, out], (from, to) => {
      const coverageAt2 = coverage ? arena.read(coverage.subarray(from, to)) : 0;
      wasm.paintTones(arena.read(tone.subarray(from, to)), coverageAt2, to - from, arena.write(out.subarray(4 * from, 4 * to)));
    }),
    multiply: (first, second, out) => planeWise([first, second], out, (count, to, a, b) => wasm.multiply(a, b, count, to)),
    complement: (plane2, strength, out) => planeWise([plane2], out, (count, to, from) => wasm.complement(from, count, strength, to)),
    light: (tone, coverage, out) => planeWise([tone, coverage], out, (count, to, a, b) => wasm.light(a, b, count, to)),
    cut: (plane2, out) => planeWise([plane2], out, (count, to, from) => wasm.cut(from, count, to)),
    cutColours: (rgba, least, out) => planeWise([rgba], out, (count, to, from) => wasm.cutColours(from, count, least, to)),
    alphaOf: (rgba, out) => inParts(
      out.length,
      [rgba, out],
      (from, to) => wasm.alphaOf(arena.read(rgba.subarray(4 * from, 4 * to)), to - from, arena.write(out.subarray(from, to)))
    ),
    toned: (tone, coverage, [red, green, blue], out) => inParts(tone.length, [tone, coverage, out], (from, to) => {
      const tables2 = [arena.read(red), arena.read(green), arena.read(blue)];
      const [tones3, there] = [arena.read(tone.subarray(from, to)), arena.read(coverage.subarray(from, to))];
      wasm.toned(tones3, there, to - from, ...tables2, arena.write(out.subarray(4 * from, 4 * to)));
    }),
    sum(plane2) {
      let total = 0;
      inParts(plane2.length, [plane2], (from, to) => total += wasm.sum(arena.read(plane2.subarray(from, to)), to - from));
      return total;
    },
    dot(first, second) {
      let total = 0;
      inParts(first.length, [first, second], (from, to) => {
        total += wasm.dot(arena.read(first.subarray(from, to)), arena.read(second.subarray(from, to)), to - from);
      });
      return total;
    },
    dropSpecks: (plane2, width, height, most) => call(() => {
      const at2 = arena.change(plane2);
      wasm.dropSpecks(at2, width, height, Math.ceil(most), arena.room((width + 1 >> 1) * height * RUN_BYTES));
    }),
    blend(beneath, source, mode, atop, strength, mask, out) {
      inParts(beneath.length / 4, [beneath, source, mask, out], (from, to) => {
        const part2 = (array) => array.subarray(4 * from, 4 * to);
        const maskAt2 = mask ? arena.read(mask.subarray(from, to)) : 0;
        const [under2, over3, outAt] = [arena.read(part2(beneath)), arena.read(part2(source)), arena.write(part2(out))];
        wasm.blend(under2, over3, 4 * (to - from), MODE_NUMBERS[mode], Number(atop), strength, maskAt2, outAt);
      });
    },
    layInk(beneath, coverage, [r, g, b], mode, strength, out) {
      inParts(coverage.length, [beneath, coverage, out], (from, to) => {
        const part2 = (array) => array.subarray(4 * from, 4 * to);
        const [under2, ink] = [arena.read(part2(beneath)), arena.read(coverage.subarray(from, to))];
        wasm.layInk(under2, ink, to - from, r, g, b, MODE_NUMBERS[mode], strength, arena.write(part2(out)));
      });
    },
    stamp: (beneath, coverage, map, out) => call(() => {
      const [under2, over3] = [arena.read(beneath), coverage ? arena.read(coverage) : 0];
      wasm.stamp(under2, over3, out.length, arena.read(map), Number(map.length <= 16), arena.write(out));
    }),
    keepWhere: (entries, plane2, out) => call(() => wasm.keepWhere(arena.read(entries), arena.read(plane2), out.length, arena.write(out))),
    lookUp: (entries, palette, values2, out) => call(
      () => wasm.lookUp(arena.read(entries), entries.length, arena.read(palette), values2 * palette.BYTES_PER_ELEMENT, arena.write(out))
    ),
    channels(rgba, red, green, blue, out) {
      inParts(rgba.length / 4, [rgba, out], (from, to) => {
        const part2 = (array) => array.subarray(4 * from, 4 * to);
        const tables2 = [arena.read(red), arena.read(green), arena.read(blue)];
        wasm.channels(arena.read(part2(rgba)), 4 * (to - from), ...tables2, arena.write(part2(out)));
      });
    },
    convolve(plane2, stride, weights, out) {
      const margin = (weights.length - 1) / 2 * stride;
      const end = plane2.length - margin;
      out.fill(0);
      if (end <= margin) return;
      const whole4 = arena.holds(plane2) && arena.holds(out);
      const part2 = whole4 ? end : Math.max(4 * PART2, 2 * margin);
      for (let from = margin; from < end; from += part2) {
        const to = Math.min(end, from + part2);
        call(() => {
          const source = arena.read(plane2.subarray(from - margin, to + margin));
          wasm.convolve(source, to - from, stride, arena.read(weights), weights.length, arena.write(out.subarray(from, to)));
        });
      }
      out.fill(0, end);
    },
    roughEdge: ({ lines, tables: tables2, perMm, seed: seed2, noises: [first, second], pxPerMm: pxPerMm2, ends }, piece, out, region) => call(() => {
      const start = (piece.y - region.y) * region.width + piece.x - region.x;
      const to = arena.change(out) + 2 * start;
      const of = [arena.constant(lines), lines.length / ROUGH_LINE_VALUES, arena.constant(tables2), perMm, seed2];
      const fine = [first.along, first.inwards, first.layers];
      const coarse = [second.along, second.inwards, second.layers, second.amount];
      const place = [piece.x, piece.y, piece.width, piece.height];
      wasm.roughEdge(...of, ...fine, ...coarse, pxPerMm2, Number(ends), ...place, region.width, to);
    }),
    lifted: (base, first, second, table, out) => inParts(out.length, [base, first, second, out], (from, to) => {
      const part2 = (plane2) => arena.read(plane2.subarray(from, to));
      const baseAt = base ? part2(base) : 0;
      wasm.lifted(baseAt, part2(first), part2(second), to - from, arena.read(table), arena.write(out.subarray(from, to)));
    }),
    modulated: (first, second, table, out) => planeWise([first, second], out, (count, to, a, b) => wasm.modulated(a, b, count, arena.read(table), to)),
    ratio: (first, second, out) => planeWise([first, second], out, (count, to, a, b) => wasm.ratio(a, b, count, to)),
    multiplyAdd: (first, second, third, out) => inParts(out.length, [first, second, third, out], (from, to) => {
      const [a, b, c] = [first, second, third].map((plane2) => arena.read(plane2.subarray(from, to)));
      wasm.multiplyAdd(a, b, c, to - from, arena.write(out.subarray(from, to)));
    }),
    guidance: (means, squares2, epsilon, slopes2, offsets) => call(() => wasm.guidance(arena.read(means), arena.read(squares2), means.length, epsilon, arena.write(slopes2), arena.write(offsets))),
    scatter: (ink, { x, y, width, height }, { u0, ux, uy, v0, vx, vy }, tile2, out) => call(() => {
      const u = u0 + Math.imul(x, ux) + Math.imul(y, uy) | 0;
      const v = v0 + Math.imul(x, vx) + Math.imul(y, vy) | 0;
      wasm.scatter(arena.read(ink), width, height, u, ux, uy, v, vx, vy, arena.constant(tile2), arena.write(out));
    }),
    dissolve: (patches, share4, strength, { cos, sin, long, broad, seed: seed2, ranks }, pxPerMm2, { x, y, width, height }, out) => call(() => {
      const [from, shareAt] = [arena.read(patches), share4 ? arena.read(share4) : 0];
      const field = [cos, sin, long, broad, seed2, arena.constant(ranks)];
      wasm.dissolve(from, shareAt, strength, x, y, width, height, pxPerMm2, ...field, arena.write(out));
    }),
    castMetal: ({ widthPx, lamp, view, polish, grain: grain2, ...of }, alphas, { x, y, width, height }, out) => call(() => {
      const planes2 = [arena.read(of.heights), arena.read(alphas), of.map ? arena.read(of.map) : 0];
      const noises = [arena.read(of.waves), arena.read(of.scratches), arena.read(of.grains)];
      const values2 = [widthPx, lamp.x, lamp.y, lamp.z, view.sin, view.cos, view.x, view.y, view.tall, polish, grain2];
      const [face, bevel] = [arena.constant(of.face), arena.constant(of.bevel)];
      wasm.castMetal(...planes2, ...noises, x, y, width, height, arena.read(Float64Array.from(values2)), face, bevel, arena.write(out));
    }),
    cellTones: (tone, { x, y, width, height }, { u0, ux, uy, v0, vx, vy }, { ax, bx, ay, by }, out) => call(() => {
      const u = u0 + Math.imul(x, ux) + Math.imul(y, uy) | 0;
      const v = v0 + Math.imul(x, vx) + Math.imul(y, vy) | 0;
      wasm.cellTones(arena.read(tone), width, height, u, ux, uy, v, vx, vy, ax, bx, ay, by, arena.write(out));
    }),
    noise: ({ x, y, width, height }, octaves, tile2, warp, gate, out) => call(() => {
      const values2 = Int32Array.from(
        octaves.flatMap(({ grid: g, weight, warped: w }) => [g.u0, g.ux, g.uy, g.v0, g.vx, g.vy, weight, w.ux, w.uy, w.vx, w.vy])
      );
      const [warpX, warpY] = warp ? [arena.read(warp.x), arena.read(warp.y)] : [0, 0];
      wasm.noise(
        x,
        y,
        width,
        height,
        arena.read(values2),
        octaves.length,
        arena.constant(tile2),
        warpX,
        warpY,
        gate ? arena.read(gate) : 0,
        arena.room(16 * (width + 3)),
        arena.write(out)
      );
    }),
    relit(rgba, from, to, out) {
      inParts(from.length, [rgba, from, to, out], (start, end) => {
        const part2 = (array) => array.subarray(4 * start, 4 * end);
        const [before, after2] = [arena.read(from.subarray(start, end)), arena.read(to.subarray(start, end))];
        wasm.relit(arena.read(part2(rgba)), before, after2, end - start, arena.write(part2(out)));
      });
    },
    hued: (rgba, knots, gentle, out) => inParts(rgba.length / 4, [rgba, out], (from, to) => {
      const part2 = (array) => array.subarray(4 * from, 4 * to);
      wasm.hued(arena.read(part2(rgba)), to - from, arena.read(knots), gentle, arena.write(part2(out)));
    }),
    rim(rgba, region, out) {
      const rows2 = Math.max(1, Math.floor(PART2 / region.width));
      inParts(
        region.height,
        [rgba, out],
        (from, to) => {
          const part2 = { ...region, y: region.y + from, height: to - from };
          const source = arena.read(rgba.subarray(4 * from * region.width, 4 * to * region.width));
          const outAt = arena.write(out.subarray(4 * from * region.width, 4 * to * region.width));
          wasm.rim(source, part2.x, part2.y, part2.width, part2.height, arena.constant(DITHER_TILE), outAt);
        },
        rows2
      );
    }
  };
};

// packages/shaping/src/index.ts
var FILE = 2 ** 16;
var KEPT_LINES = 512;
var ShapedFace = class {
  constructor(hb, files) {
    this.hb = hb;
    const faces = files.map((bytes) => new hb.Face(new hb.Blob(bytes)));
    this.fonts = faces.map((face) => new hb.Font(face));
    this.unitsPerEm = faces[0]?.upem ?? 1e3;
  }
  hb;
  unitsPerEm;
  fonts;
  lines = new Latest(KEPT_LINES);
  outlines = /* @__PURE__ */ new Map();
  shape(text3) {
    const known = this.lines.get(text3);
    if (known) return known;
    const glyphs = this.runs(text3).flatMap((run) => this.shapedRun(run));
    this.lines.put(text3, glyphs);
    return glyphs;
  }
  runs(text3) {
    const runs = [];
    let at2 = 0;
    for (const letter of text3) {
      const code2 = letter.codePointAt(0);
      const has = this.fonts.findIndex((font2) => font2.nominalGlyph(code2) !== void 0);
      const last = runs.at(-1);
      const file = has < 0 || /^\p{M}$/u.test(letter) ? last?.file ?? 0 : has;
      if (last?.file === file) last.text += letter;
      else runs.push({ file, start: at2, text: letter });
      at2 += letter.length;
    }
    return runs;
  }
  shapedRun({ file, start, text: text3 }) {
    const buffer = new this.hb.Buffer();
    buffer.addText(text3);
    buffer.guessSegmentProperties();
    this.hb.shape(this.fonts[file], buffer);
    const positions = buffer.getGlyphPositions();
    return buffer.getGlyphInfos().map(({ codepoint, cluster }, i) => {
      const { xAdvance, xOffset, yOffset } = positions[i];
      return {
        glyph: codepoint === 0 ? 0 : codepoint + file * FILE,
        cluster: start + cluster,
        advance: xAdvance,
        dx: xOffset,
        dy: yOffset
      };
    });
  }
  outline(glyph) {
    const known = this.outlines.get(glyph);
    if (known) return known;
    const font2 = this.fonts[Math.floor(glyph / FILE)];
    const outline = font2.glyphToJson(glyph % FILE).flatMap(({ type: type3, values: values2 }) => commandOf(type3, values2));
    this.outlines.set(glyph, outline);
    return outline;
  }
};
var commandOf = (type3, v) => {
  const point2 = (i) => [v[i], v[i + 1]];
  if (type3 === "M" || type3 === "L") return [{ op: type3, to: point2(0) }];
  if (type3 === "Q") return [{ op: "Q", by: point2(0), to: point2(2) }];
  if (type3 === "C") return [{ op: "C", by: point2(0), by2: point2(2), to: point2(4) }];
  return [];
};
var Shaper = class _Shaper {
  constructor(hb) {
    this.hb = hb;
  }
  hb;
  faces = /* @__PURE__ */ new Map();
  static async load() {
    return new _Shaper(await init_dist().then(() => dist_exports));
  }
  has(font2) {
    return this.faces.has(fontKey(font2));
  }
  add(font2, files) {
    this.faces.set(fontKey(font2), new ShapedFace(this.hb, files));
  }
  face = (font2) => {
    const face = this.faces.get(fontKey(font2));
    if (!face) throw new Error(`the font ${fontKey(font2)} was not loaded`);
    return face;
  };
};

// tools/bench/fonts.ts
import { readFileSync } from "node:fs";
import { createRequire as createRequire2 } from "node:module";
import { dirname, join as join2 } from "node:path";

// packages/server/src/fonts/unwrapped.ts
import { createRequire } from "node:module";
import { inflateSync } from "node:zlib";
var fromHere = createRequire(import.meta.url);
var inflated = (packed4, length2) => inflateSync(packed4, { maxOutputLength: Math.max(1, length2) });

// tools/bench/fonts.ts
var find = createRequire2(import.meta.url);
var filesOf = (family) => {
  const folder2 = dirname(find.resolve(`@fontsource/${family}/package.json`));
  const subsets = shippedFont(family)?.subsets ?? [];
  return subsets.map((subset) => sfntOf(readFileSync(join2(folder2, "files", `${family}-${subset}-400-normal.woff`)), inflated));
};

// packages/server/src/render/tile-files.ts
import { readFileSync as readFileSync2 } from "node:fs";
import { gunzipSync } from "node:zlib";

// packages/server/src/assets/pyramid-writer.ts
import { join as join3 } from "node:path";
var tilePath = (folder2, level, x, y) => join3(folder2, "tiles", String(level), `${x}-${y}.gz`);

// packages/server/src/render/tile-files.ts
var KEPT_BYTES = 56 * 2 ** 20;
var TileFiles = class {
  constructor(infoOf, folderOf) {
    this.infoOf = infoOf;
    this.folderOf = folderOf;
  }
  infoOf;
  folderOf;
  cache = new ByteCache(KEPT_BYTES);
  tile = (name3) => {
    const key = tileKey(name3);
    const known = this.cache.get(key);
    if (known) return known;
    const info = this.infoOf(name3.sha256);
    if (!info) throw new Error(`no picture ${name3.sha256}`);
    const { buffer, byteOffset, byteLength } = gunzipSync(readFileSync2(tilePath(this.folderOf(name3.sha256), name3.level, name3.x, name3.y)));
    const side2 = (whole4, at2) => Math.min(SOURCE_TILE, levelSide(whole4, name3.level) - at2 * SOURCE_TILE);
    const data = info.depth === 8 ? new Uint8Array(buffer, byteOffset, byteLength) : new Uint16Array(buffer.slice(byteOffset, byteOffset + byteLength));
    const tile2 = { width: side2(info.width, name3.x), height: side2(info.height, name3.y), data };
    this.cache.put(key, tile2, data.byteLength);
    return tile2;
  };
};

// packages/web/src/app/engine/tasks/open-sheet.ts
var OpenSheet = class {
  constructor(sheet2, infos2, others = {}) {
    this.sheet = sheet2;
    this.infos = infos2;
    this.infoOf = (sha256) => infos2.find((info) => info.sha256 === sha256);
    this.sheetOf = (id) => others[id];
    this.fonts = [sheet2, ...Object.values(others)].flatMap(fontsOf);
  }
  sheet;
  infos;
  graphs = /* @__PURE__ */ new Map();
  infoOf;
  sheetOf;
  /** Every font that it and the sheets it prints set type in. */
  fonts;
  graph(name3, make) {
    const graph = this.graphs.get(name3) ?? make();
    this.graphs.set(name3, graph);
    return graph;
  }
  get print() {
    return this.graph("true", () => compile(this.sheet, trueScale(this.sheet.size, this.sheet.ppi), this.infoOf, this.sheetOf));
  }
  draft(halvings) {
    return this.graph(`draft ${halvings}`, () => this.draftOf(this.sheet, halvings));
  }
  /** A draft that shows wear only about. */
  quickDraft(halvings) {
    const scale = { ...draftScale(this.sheet.size, this.sheet.ppi, halvings), wear: "quick" };
    return this.graph(`quick ${halvings}`, () => compile(this.sheet, scale, this.infoOf, this.sheetOf));
  }
  get analysis() {
    return this.graph("analysis", () => compileAnalysis(this.sheet, this.infoOf, this.sheetOf));
  }
  /** The sheet as it was after one of its passes, as a draft. */
  after(pass3, halvings) {
    const moment = momentsOf(this.sheet).filter((each3) => each3.pass === pass3);
    return this.graph(`after ${pass3} ${halvings}`, () => this.draftOf(peeled(this.sheet, moment.at(-1) ?? { pass: pass3, step: null }), halvings));
  }
  /** A draft of the sheet without its wear. */
  unworn(halvings) {
    return this.graph(`unworn ${halvings}`, () => this.draftOf(unworn(this.sheet), halvings));
  }
  draftOf(sheet2, halvings) {
    return compile(sheet2, draftScale(sheet2.size, sheet2.ppi, halvings), this.infoOf, this.sheetOf);
  }
  /** What lies beneath a pass, for readings. */
  beneath(pass3) {
    const moments = momentsOf(this.sheet);
    const before = moments[moments.findIndex((each3) => each3.pass === pass3) - 1] ?? { pass: null, step: null };
    return this.graph(`beneath ${pass3}`, () => compileAnalysis(peeled(this.sheet, before), this.infoOf, this.sheetOf));
  }
};

// packages/web/src/app/engine/tasks/planned.ts
var row2 = (_, given) => given;
var viewRegion = ({ side: side2, x, y }, by, whole4) => {
  const region = overlap({ x: x * side2 * by, y: y * side2 * by, width: side2 * by, height: side2 * by }, whole4);
  if (!region) throw new Error(`tile ${x}, ${y} is not on the sheet`);
  return region;
};
var halvingsFor = ({ size: size2, ppi }, side2) => {
  const { width, height } = trueScale(size2, ppi);
  return Math.max(0, Math.ceil(Math.log2(Math.max(width, height) / side2)));
};

// packages/web/src/app/engine/tasks/bare.ts
var bareOf2 = (graph, pass3, sheet2) => {
  const screen3 = findPass(sheet2, pass3)?.steps.find((each3) => each3.kind === "screen" && each3.on);
  const region = wholeRegion(graph.scale);
  const blank = screen3?.params["carries"] === "lights" ? ONE : 0;
  const ink = screen3 && graph.outputs.get(stepName(pass3, screen3.id));
  const printed3 = ink && convertNode(ink, "ink");
  const tone = screen3 && convertNode(graph.inputs.get(stepName(pass3, screen3.id)), "tone");
  return {
    wants: (work) => printed3 && tone ? [printed3, tone].flatMap((node) => planPieces(node, region, work)) : [],
    *run(work) {
      const mask = new Uint8Array(sizeOf(region));
      if (!printed3 || !tone) return { width: region.width, height: region.height, mask, share: 0 };
      yield* readInTiles(printed3, region, work, ({ coverage, region: tile2 }) => {
        for (let i = 0; i < coverage.length; i++) mask[placeIn(tile2, region, i)] = coverage[i] === blank ? 255 : 0;
      });
      yield* readInTiles(tone, region, work, ({ coverage: there, region: tile2 }) => {
        for (let i = 0; there && i < there.length; i++) if (there[i] === 0) mask[placeIn(tile2, region, i)] = 0;
      });
      const count = mask.reduce((sum, v) => sum + (v > 0 ? 1 : 0), 0);
      return { width: region.width, height: region.height, mask, share: count / sizeOf(region) };
    },
    transfer: ({ mask }) => [mask.buffer]
  };
};
var placeIn = (tile2, region, i) => (tile2.y - region.y + Math.floor(i / tile2.width)) * region.width + tile2.x - region.x + i % tile2.width;
var bare = row2("bare", { pool: () => "reading", plan: (open2, task) => bareOf2(open2.analysis, task.pass, open2.sheet) });

// packages/web/src/app/engine/tasks/greys.ts
var textureWear = (sheet2, passId, wearId) => {
  const pass3 = findPass(sheet2, passId);
  const wear = pass3?.wear.find((each3) => each3.id === wearId);
  if (!pass3 || wear?.kind !== "texture") throw new Error(`pass ${passId} has no texture wear ${wearId}`);
  return { pass: pass3, wear };
};
var greysOf = (open2, passId, wearId) => {
  const { pass: pass3, wear } = textureWear(open2.sheet, passId, wearId);
  const [lies, { pxPerMm: pxPerMm2 }] = [wearLies(wear, pass3), trueScale(open2.sheet.size, open2.sheet.ppi)];
  const info = open2.infos.find((each3) => each3.sha256 === wear.picture?.sha256);
  if (!info && !wear.surface) throw new Error("The texture of this wear is not here: add it again, or choose another one.");
  const texture2 = info ? pictureNode(info, lies, pxPerMm2) : surfaceNode(wear.surface, lies, pxPerMm2);
  const sample = textureGreys(texture2, lies, pxPerMm2);
  return {
    wants: (work) => sample.regions.flatMap((region) => plan(sample.node, region, work)),
    run: (work) => sample.run(work),
    transfer: () => []
  };
};
var greys = row2("greys", { pool: () => null, plan: (open2, task) => greysOf(open2, task.pass, task.wear) });

// packages/web/src/app/engine/tasks/inks.ts
var inks = row2("inks", {
  pool: () => "reading",
  plan(open2) {
    const graph = open2.analysis;
    return {
      wants: (work) => {
        const colours = unscreened(open2.sheet, graph).map(({ id }) => convertNode(graph.printed.get(id), "colour"));
        return [...graph.printed.values(), ...colours].flatMap((node) => planPieces(node, graph.region, work));
      },
      *run(work) {
        return { ...yield* inkShares(open2.sheet, graph, work), colours: yield* colourCounts(open2.sheet, graph, work) };
      },
      transfer: () => []
    };
  }
});

// packages/web/src/app/engine/tasks/bent.ts
var isType2 = (pass3) => pass3?.source.kind === "type";
var bent = row2("bent", {
  pool: () => "reading",
  plan(open2, task) {
    const pass3 = findPass(open2.sheet, task.pass);
    const step2 = pass3?.steps.find(({ id }) => id === task.step);
    const reading2 = step2 && isType2(pass3) ? bentReading(pass3, step2, open2.draft(outlineHalvings(open2.sheet, pass3))) : null;
    return {
      wants: (work) => reading2?.wants(work) ?? [],
      *run(work) {
        return reading2 ? yield* reading2.run(work) : null;
      },
      transfer: () => []
    };
  }
});

// packages/web/src/app/engine/tasks/checks.ts
var checks = row2("checks", {
  pool: () => "reading",
  plan(open2, task) {
    const made3 = sheetChecks(open2.sheet, task.profile, { analysis: open2.analysis, whole: open2.print }, open2.infoOf);
    return { wants: (work) => made3.wants(work), run: (work) => made3.run(work), transfer: () => [] };
  }
});

// packages/web/src/app/engine/tasks/edges.ts
var edges2 = row2("edges", {
  pool: () => "reading",
  plan(open2, task) {
    const pass3 = findPass(open2.sheet, task.pass);
    const mask = pass3?.masks.find(({ id }) => id === task.mask);
    const reading2 = pass3 && mask?.kind === "cut-out" ? unfoundEdges(open2.analysis, pass3, mask) : null;
    return {
      wants: (work) => reading2?.wants(work) ?? [],
      *run(work) {
        return reading2 ? yield* reading2.run(work) : null;
      },
      transfer: () => []
    };
  }
});

// packages/web/src/app/engine/tasks/letters.ts
var letters = row2("letters", {
  pool: () => "reading",
  plan(open2, { outlineOf }) {
    const graph = open2.analysis;
    const asked = outlinedLettering(open2.sheet).filter(({ id }) => outlineOf === null || id === outlineOf);
    const outlines = asked.map((pass3) => {
      const halvings = outlineHalvings(open2.sheet, pass3);
      return { id: pass3.id, reading: outlineReading(pass3, open2.sheet.stock.colour, open2.draft(halvings), open2.unworn(halvings)) };
    });
    return {
      wants: (work) => [
        ...outlineOf === null ? wornNodes(open2.sheet, graph).flatMap((node) => planPieces(node, graph.region, work)) : [],
        ...outlines.flatMap(({ reading: reading2 }) => reading2.wants(work))
      ],
      *run(work) {
        const worst = outlineOf === null ? yield* worstLetters(open2.sheet, graph, work) : {};
        const losses = {};
        for (const { id, reading: reading2 } of outlines) losses[id] = yield* reading2.run(work);
        return { worst, outlines: losses };
      },
      transfer: () => []
    };
  }
});

// packages/web/src/app/engine/tasks/tile.ts
var pixelsOf2 = (node, region) => ({
  wants: (work) => plan(node, region, work),
  *run(work) {
    return { width: region.width, height: region.height, bytes: yield* renderBytes(node, region, work) };
  },
  transfer: ({ bytes }) => [bytes.buffer]
});
var trueTile = (graph, sheet2, place) => {
  const by = 2 ** place.halvings;
  const region = viewRegion(place, by, graph.region);
  const isWorn2 = graph.wears.size > 0;
  return {
    wants: (work) => [graph.root, ...isWorn2 ? wornOf(graph) : []].flatMap((node) => plan(node, region, work)),
    *run(work) {
      let worn4 = isWorn2 ? { wears: {}, lettering: {} } : null;
      const read = function* (block, inside) {
        if (worn4) worn4 = addedSums(worn4, yield* wearSums(sheet2, graph, block, inside));
      };
      const bytes = yield* renderReduced(graph.root, region, place.halvings, work, isWorn2 ? read : void 0);
      return { width: Math.ceil(region.width / by), height: Math.ceil(region.height / by), bytes, worn: worn4, isFine: true };
    },
    transfer: ({ bytes }) => [bytes.buffer]
  };
};
var wornOf = (graph) => [...graph.wears.values()].flatMap(({ taken: taken3, from }) => [taken3, from]);
var draftTile = (open2, place) => {
  const fine = open2.draft(place.halvings);
  const region = viewRegion(place, 1, fine.region);
  let [graph, isFine] = [fine, true];
  return {
    wants(work) {
      const wants2 = wantsOf(fine.root, region, work);
      isFine = !wants2.isCold;
      graph = isFine ? fine : open2.quickDraft(place.halvings);
      return isFine ? [...wants2.tiles.values()] : plan(graph.root, region, work);
    },
    *run(work) {
      return { ...yield* pixelsOf2(graph.root, region).run(work), worn: null, isFine };
    },
    transfer: ({ bytes }) => [bytes.buffer]
  };
};
var fineTile = (open2, place) => {
  const graph = open2.draft(place.halvings);
  const pixels = pixelsOf2(graph.root, viewRegion(place, 1, graph.region));
  return {
    ...pixels,
    *run(work) {
      return { ...yield* pixels.run(work), worn: null, isFine: true };
    }
  };
};
var tile = row2("tile", {
  pool: ({ quality: quality2 }) => quality2 === "true" ? null : "draft",
  plan(open2, task) {
    if (task.quality === "true") return trueTile(open2.print, open2.sheet, task);
    return task.quality === "fine" ? fineTile(open2, task) : draftTile(open2, task);
  }
});

// packages/web/src/app/engine/tasks/picture.ts
var picture3 = row2("picture", {
  pool: () => "reading",
  plan(open2, { side: side2, after: after2, within: within4 }) {
    const halvings = halvingsFor({ size: within4 ?? open2.sheet.size, ppi: open2.sheet.ppi }, side2);
    const graph = after2 === null ? open2.draft(halvings) : open2.after(after2, halvings);
    if (!within4) return pixelsOf2(graph.root, graph.region);
    const px = (mm) => Math.floor(pixelsOf(mm, open2.sheet.ppi) / 2 ** halvings);
    const box2 = { x: px(within4.left), y: px(within4.top), width: Math.max(1, px(within4.width)), height: Math.max(1, px(within4.height)) };
    return pixelsOf2(graph.root, overlap(box2, graph.region) ?? graph.region);
  }
});

// packages/web/src/app/engine/tasks/plane.ts
var PLANE_SIDE = 1100;
var STRETCH2 = 2 ** 17;
var planeOf2 = (open2, of, name3) => {
  const graph = open2.draft(halvingsFor(open2.sheet, PLANE_SIDE));
  const wearing2 = of === "wear" ? graph.wears.get(name3) : void 0;
  const node = wearing2 ? productNode([coverageNode(wearing2.from), wearing2.taken]) : graph.masks.get(name3) ?? null;
  const { region } = graph;
  return {
    wants: (work) => node ? plan(node, region, work) : [],
    *run(work) {
      const { width, height } = region;
      const mask = new Uint8Array(width * height);
      const tone = node ? yield* renderTones(node, region, work) : null;
      let sum = 0;
      for (let from = 0; tone && from < mask.length; from += STRETCH2) {
        for (let i = from; i < Math.min(mask.length, from + STRETCH2); i++) {
          mask[i] = tone[i] * 255 / ONE;
          sum += tone[i];
        }
        yield;
      }
      return { width, height, mask, share: sum / ONE / mask.length };
    },
    transfer: ({ mask }) => [mask.buffer]
  };
};
var plane = row2("plane", { pool: () => "draft", plan: (open2, task) => planeOf2(open2, task.of, task.name) });

// packages/web/src/app/engine/tasks/reading.ts
var HISTOGRAM_BARS = 64;
var readingOf = (graph, pass3, step2, sheet2) => {
  const name3 = stepName(pass3, step2);
  const input = readNode(graph.inputs.get(name3));
  const output = readNode(graph.outputs.get(name3) ?? graph.inputs.get(name3));
  const region = wholeRegion(graph.scale);
  const read = findPass(sheet2, pass3)?.steps.find((each3) => each3.id === step2);
  const finding = read && stepOfKind(read.kind)?.found;
  return {
    wants: (work) => [input, output].flatMap((node) => planReading({ node, region }, work)),
    *run(work) {
      const into = yield* statisticsOf({ node: input, region }, work);
      const out = yield* statisticsOf({ node: output, region }, work);
      const histogram = Array.from({ length: HISTOGRAM_BARS }, () => 0);
      into.weights.forEach((weight, bin) => {
        const bar = Math.min(HISTOGRAM_BARS - 1, Math.floor(bin * HISTOGRAM_BARS / (into.weights.length - 1)));
        histogram[bar] = histogram[bar] + (into.total > 0 ? weight / into.total : 0);
      });
      return {
        histogram,
        into: toneReading(into),
        out: toneReading(out),
        meanIn: meanTone(into),
        meanOut: meanTone(out),
        found: finding ? finding.find(read.params, into) : null
      };
    },
    transfer: () => []
  };
};
var reading = row2("reading", {
  pool: () => "reading",
  plan: (open2, task) => readingOf(open2.analysis, task.pass, task.step, open2.sheet)
});

// packages/web/src/app/engine/tasks/ready.ts
var worksOn = (graph, { pass: pass3, step: step2, wear }) => {
  if (wear !== null) return [graph.wears.get(wearName(pass3, wear))?.from].flatMap((node) => node ?? []);
  const [from, to] = step2 === null ? [graph.sources.get(pass3), graph.printed.get(pass3)] : [graph.inputs.get(stepName(pass3, step2)), graph.outputs.get(stepName(pass3, step2))];
  return [from, to].flatMap((node) => node ?? []);
};
var ready = row2("ready", {
  pool: () => "draft",
  plan(open2, task) {
    const graph = open2.draft(task.halvings);
    const blocks = tilesOf(viewRegion(task, 1, graph.region), VIEW_TILE);
    const reads = (block, work) => worksOn(graph, task.of).flatMap((node) => readBeside(graph.root, node, block, work));
    return {
      wants: (work) => blocks.flatMap((block) => reads(block, work).flatMap(({ node, region }) => planWhole(node, region, work))),
      *run(work) {
        for (const block of blocks) {
          yield* scoped(work, function* (inside) {
            for (const { name: name3, node, region } of reads(block, work)) {
              if (work.rasters?.touch(name3)) continue;
              work.rasters?.expect(name3);
              yield* rendered(node, region, inside);
            }
          });
        }
        return null;
      },
      transfer: () => []
    };
  }
});

// packages/web/src/app/engine/tasks/screens.ts
var screens = row2("screens", {
  pool: () => "reading",
  plan(open2) {
    const graph = open2.print;
    const searches = [...passesOf(open2.sheet.passes)].filter(({ on, source }) => on && (source.kind === "picture" || source.kind === "surface")).flatMap(({ id, placement }) => {
      const box2 = overlap(boxBounds(placement, graph.scale.pxPerMm), graph.region);
      return box2 ? [{ id, search: screenSearch(graph, id, box2) }] : [];
    });
    return {
      wants: (work) => searches.flatMap(({ search }) => search.wants(work)),
      *run(work) {
        const found = {};
        for (const { id, search } of searches) {
          const screen3 = yield* search.run(work);
          if (screen3) found[id] = screen3;
        }
        return found;
      },
      transfer: () => []
    };
  }
});

// packages/web/src/app/engine/tasks/setting.ts
var settingOf = (open2, id) => ({
  wants: () => [],
  *run(work) {
    const pass3 = findPass(open2.sheet, id);
    if (pass3?.source.kind !== "type" || !work.type) throw new Error(`pass ${id} sets no type`);
    const face = work.type.face(pass3.source.font);
    const { lines, height } = layoutOf(pass3.source, face, pass3.placement);
    yield;
    return {
      lines: lines.map(({ text: text3, x, width, em }) => ({ text: text3, x, width, em })),
      height,
      cap: capShare(face),
      missing: [...new Set(lines.flatMap(({ missing }) => [...missing]))].join("")
    };
  },
  transfer: () => []
});
var setting = row2("setting", { pool: () => null, plan: (open2, task) => settingOf(open2, task.pass) });

// packages/web/src/app/engine/tasks/spots.ts
var spots = row2("spots", {
  pool: () => "reading",
  plan(open2, task) {
    const search = betterSpots(open2.sheet, task.pass, task.wear, open2.infoOf, open2.sheetOf);
    return {
      wants: (work) => search.nodes.flatMap((node) => planWhole(node, search.region, work)),
      run: (work) => search.run(work),
      transfer: () => []
    };
  }
});

// packages/web/src/app/engine/tasks/tones.ts
var tonesOf2 = (open2, pass3) => {
  const [graph, under2] = [open2.analysis, open2.beneath(pass3)];
  const region = wholeRegion(graph.scale);
  const source = convertNode(graph.sources.get(pass3), "tone");
  const beneath = convertNode(under2.root, "tone");
  const [r, g, b] = rgbOfHex(open2.sheet.stock.colour);
  const stock = (0.2126 * r + 0.7152 * g + 0.0722 * b) / ONE;
  return {
    wants: (work) => [source, beneath].flatMap((node) => planReading({ node, region }, work)),
    *run(work) {
      const picture4 = meanTone(yield* statisticsOf({ node: source, region }, work));
      const printed3 = yield* statisticsOf({ node: beneath, region }, work);
      const covered = printed3.total / sizeOf(region);
      return { picture: picture4, beneath: covered * meanTone(printed3) + (1 - covered) * stock };
    },
    transfer: () => []
  };
};
var tones2 = row2("tones", { pool: () => "reading", plan: (open2, task) => tonesOf2(open2, task.pass) });

// packages/web/src/app/engine/tasks/unprinted.ts
var unprinted = row2("unprinted", {
  pool: () => "draft",
  plan(open2, task) {
    const graph = open2.draft(task.halvings);
    const source = graph.sources.get(task.pass);
    if (!source) throw new Error(`no pass ${task.pass}`);
    return pixelsOf2(convertNode(source, "colour"), viewRegion(task, 1, graph.region));
  }
});

// packages/web/src/app/engine/tasks/why.ts
var why = row2("why", {
  pool: () => null,
  plan(open2, { x, y }) {
    const graph = open2.print;
    const region = overlap({ x: Math.floor(x), y: Math.floor(y), width: 1, height: 1 }, graph.region);
    if (!region) throw new Error(`${x}, ${y} is not on the sheet`);
    return {
      wants: (work) => whyNodes(graph).flatMap((node) => planWhole(node, region, work)),
      run: (work) => scoped(work, (inside) => whyAt(open2.sheet, graph, region, inside)),
      transfer: () => []
    };
  }
});

// packages/web/src/app/engine/reading-band.ts
var READING_BAND = 512;

// packages/web/src/app/engine/tasks/worn.ts
var wornAbout = (open2) => {
  const graph = open2.analysis;
  return {
    wants: (work) => wornNodes(open2.sheet, graph).flatMap((node) => planPieces(node, graph.region, work)),
    run: (work) => wholeWearSums(open2.sheet, graph, work),
    transfer: () => []
  };
};
var wornBand = (open2, band) => {
  const graph = open2.print;
  const region = bandsOf(graph.region, READING_BAND)[band];
  if (!region) throw new Error(`the sheet has no band ${band}`);
  return {
    wants: (work) => wornNodes(open2.sheet, graph).flatMap((node) => plan(node, region, work)),
    *run(work) {
      let sums2 = { wears: {}, lettering: {} };
      for (const tile2 of tilesOf(region, VIEW_TILE)) {
        sums2 = addedSums(sums2, yield* scoped(work, (inside) => wearSums(open2.sheet, graph, tile2, inside)));
      }
      return sums2;
    },
    transfer: () => []
  };
};
var worn3 = row2("worn", {
  pool: ({ band }) => band === null ? "reading" : null,
  plan: (open2, task) => task.band === null ? wornAbout(open2) : wornBand(open2, task.band)
});

// packages/web/src/app/engine/tasks/tasks.ts
var TASKS = {
  tile,
  ready,
  unprinted,
  picture: picture3,
  reading,
  inks,
  bare,
  setting,
  tones: tones2,
  plane,
  greys,
  worn: worn3,
  letters,
  bent,
  checks,
  edges: edges2,
  screens,
  spots,
  why
};
var plannedTask = (open2, task) => TASKS[task.kind].plan(open2, task);
var poolOf = (task) => TASKS[task.kind].pool(task);

// tools/bench/host.ts
var typeOf = async (sheets) => {
  const type3 = await Shaper.load();
  for (const font2 of sheets.flatMap(fontsOf)) if ("family" in font2) type3.add(font2, filesOf(font2.family));
  return type3;
};
var MEBIBYTE2 = 2 ** 20;
var BenchHost = class {
  constructor(infos2, folder2, type3) {
    this.infos = infos2;
    this.type = type3;
    this.files = new TileFiles(
      (sha256) => infos2.find((info) => info.sha256 === sha256),
      (sha256) => join4(folder2, sha256)
    );
  }
  infos;
  type;
  kernels = createKernels();
  textures = new Pool(40 * MEBIBYTE2);
  pools = { draft: new Pool(112 * MEBIBYTE2, this.textures), reading: new Pool(56 * MEBIBYTE2, this.textures) };
  statistics = new ByteCache(4 * MEBIBYTE2);
  files;
  open(sheet2) {
    return new OpenSheet(sheet2, this.infos);
  }
  /** What wear takes in a sheet's draft. */
  wearOf(open2, halvings) {
    const graph = open2.draft(halvings);
    const work = {
      kernels: this.kernels,
      tile: this.files.tile,
      rasters: this.pools.draft,
      statistics: this.statistics,
      type: this.type
    };
    return finish(wholeWearSums(open2.sheet, graph, work));
  }
  run(open2, task) {
    const started = performance.now();
    const planned = plannedTask(open2, task);
    const pool = poolOf(task);
    const rasters = pool ? this.pools[pool] : null;
    const names = planned.wants({ statistics: this.statistics, rasters });
    const fetching = performance.now();
    for (const name3 of names) this.files.tile(name3);
    const fetched = performance.now() - fetching;
    const work = { kernels: this.kernels, tile: this.files.tile, rasters, statistics: this.statistics, type: this.type };
    const rendering = planned.run(work);
    let stretch3 = 0;
    for (; ; ) {
      const before = performance.now();
      const step2 = rendering.next();
      stretch3 = Math.max(stretch3, performance.now() - before);
      if (step2.done) return { result: step2.value, ms: performance.now() - started - fetched, stretch: stretch3 };
    }
  }
};

// packages/core/test/support/demo.ts
import { spawnSync } from "node:child_process";
import { readdirSync, readFileSync as readFileSync3 } from "node:fs";
import { join as join5 } from "node:path";
var DEMO_SHEETS = ["1-poster", "2-garment", "3-found-print", "4-drawn-page", "5-sleeve", "6-portrait"];
var sheetFile = (root2, name3) => join5(root2, `demo/sheets/${name3}.json`);
var demoSheet = (root2, name3) => JSON.parse(readFileSync3(sheetFile(root2, name3), "utf8"));
var demoPyramids = (root2, folder2) => {
  for (const name3 of DEMO_SHEETS) {
    const args = [join5(root2, "packages/server/dist/cli.js"), sheetFile(root2, name3), "-o", join5(folder2, "out.png")];
    const made3 = spawnSync(process.execPath, [...args, "--keep", folder2, "--ppi", "20"], { encoding: "utf8" });
    if (made3.status !== 0) throw new Error(made3.stderr);
  }
  return readdirSync(folder2, { withFileTypes: true }).filter((each3) => each3.isDirectory()).map(({ name: name3 }) => JSON.parse(readFileSync3(join5(folder2, name3, "info.json"), "utf8")));
};

// dr2.tmp.ts
var folder = "/tmp/keepd";
var infos = demoPyramids(".", folder);
var [sheetName, pass2, step, name2] = process.argv.slice(2);
var sheet = demoSheet(".", sheetName);
var type2 = await typeOf([sheet]);
var host = new BenchHost(infos, folder, type2);
var value = (n) => name2 === "arrow" ? { x: 6 + n, y: 5 } : name2 === "width" ? 2 + n / 20 : name2 === "outWhite" ? 0.97 - n / 500 : name2 === "spread" ? 0.1 + n / 500 : 20 + n / 8;
var took = [];
for (let n = 0; n < +(process.env.N ?? 14); n++) {
  const s = withStep(sheet, pass2, step, (each3) => ({ ...each3, params: { ...each3.params, [name2]: value(n) } }));
  const a = performance.now();
  const open2 = host.open(s);
  const b = performance.now();
  const { width, height } = draftScale(s.size, s.ppi, 3);
  let ms = 0;
  const parts = [];
  for (const tile2 of tilesOf({ x: 0, y: 0, width, height }, 512)) {
    const d = host.run(open2, { kind: "tile", version: 1, quality: "draft", halvings: 3, side: 512, x: Math.floor(tile2.x / 512), y: Math.floor(tile2.y / 512) });
    ms += d.ms;
    parts.push(d.ms.toFixed(0));
  }
  if (n > +(process.env.N ?? 14) - 6) took.push(`${(b - a).toFixed(0)}+${ms.toFixed(0)} (${parts.join(",")})`);
}
console.log(took.join(" | "));
