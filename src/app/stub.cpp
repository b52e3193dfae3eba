namespace kh::app {}
