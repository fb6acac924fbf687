;; Sums of weighted neighbours over a padded plane of 32-bit floats, sixteen pixels at a time.
;; Built into convolveModule.ts by `npm run wasm`.
(module
  (memory (export "memory") 1)
  (func (export "convolve")
    (param $src i32)     ;; first pixel inside the padding
    (param $stride i32)  ;; bytes from a padded row to the next
    (param $out i32)     ;; rows of $width pixels, one after the other
    (param $width i32)   ;; pixels a row, a multiple of 16
    (param $height i32)
    (param $taps i32)    ;; pairs: offset in bytes (i32), weight (f32)
    (param $count i32)   ;; of them, at least one
    (local $p i32) (local $rowEnd i32) (local $t i32) (local $end i32) (local $q i32) (local $w v128)
    (local $a v128) (local $b v128) (local $c v128) (local $d v128)
    (local.set $end (i32.add (local.get $taps) (i32.shl (local.get $count) (i32.const 3))))
    (loop $rows
      (local.set $p (local.get $src))
      (local.set $rowEnd (i32.add (local.get $src) (i32.shl (local.get $width) (i32.const 2))))
      (loop $pixels
        (local.set $a (v128.const f32x4 0 0 0 0))
        (local.set $b (v128.const f32x4 0 0 0 0))
        (local.set $c (v128.const f32x4 0 0 0 0))
        (local.set $d (v128.const f32x4 0 0 0 0))
        (local.set $t (local.get $taps))
        (loop $weights
          (local.set $q (i32.add (local.get $p) (i32.load (local.get $t))))
          (local.set $w (v128.load32_splat offset=4 (local.get $t)))
          (local.set $a (f32x4.add (local.get $a) (f32x4.mul (local.get $w) (v128.load (local.get $q)))))
          (local.set $b (f32x4.add (local.get $b) (f32x4.mul (local.get $w) (v128.load offset=16 (local.get $q)))))
          (local.set $c (f32x4.add (local.get $c) (f32x4.mul (local.get $w) (v128.load offset=32 (local.get $q)))))
          (local.set $d (f32x4.add (local.get $d) (f32x4.mul (local.get $w) (v128.load offset=48 (local.get $q)))))
          (local.set $t (i32.add (local.get $t) (i32.const 8)))
          (br_if $weights (i32.lt_u (local.get $t) (local.get $end))))
        (v128.store (local.get $out) (local.get $a))
        (v128.store offset=16 (local.get $out) (local.get $b))
        (v128.store offset=32 (local.get $out) (local.get $c))
        (v128.store offset=48 (local.get $out) (local.get $d))
        (local.set $out (i32.add (local.get $out) (i32.const 64)))
        (local.set $p (i32.add (local.get $p) (i32.const 64)))
        (br_if $pixels (i32.lt_u (local.get $p) (local.get $rowEnd))))
      (local.set $src (i32.add (local.get $src) (local.get $stride)))
      (local.set $height (i32.sub (local.get $height) (i32.const 1)))
      (br_if $rows (local.get $height)))))
