//! Tables as a workbook (Office Open XML, ISO/IEC 29500).

use anyhow::Result;
use chrono::{DateTime, Utc};
use rust_xlsxwriter::{Color, Format, FormatAlign, FormatBorder, Workbook, Worksheet};

/// The kind of file a workbook is.
pub const WORKBOOK: &str = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet";

/// What stands in one place of a table.
#[derive(Debug, Clone, PartialEq)]
pub enum Cell {
    /// Words; never taken for a formula.
    Text(String),
    /// Words on the house's green: it holds.
    Good(String),
    /// A number.
    Number(f64),
    /// A moment, written as UTC.
    At(DateTime<Utc>),
    /// Nothing.
    Empty,
}

impl From<&str> for Cell {
    fn from(words: &str) -> Self {
        if words.is_empty() { Self::Empty } else { Self::Text(words.to_owned()) }
    }
}

impl From<usize> for Cell {
    fn from(n: usize) -> Self {
        Self::Number(n as f64)
    }
}

/// One sheet of a workbook.
#[derive(Debug, Clone, Default)]
pub struct Table {
    /// Its name, 31 characters at most.
    pub name: &'static str,
    /// Heads of the columns, each with its width in characters.
    pub columns: Vec<(String, f64)>,
    /// Rows of as many.
    pub rows: Vec<Vec<Cell>>,
    /// A sentence below.
    pub below: Option<String>,
}

/// Tables as a workbook, a sheet each; the heads stay in sight.
///
/// # Errors
/// When it cannot be written; memory alone is written to.
pub fn workbook_of(tables: &[Table]) -> Result<Vec<u8>> {
    let mut book = Workbook::new();
    for table in tables {
        write(book.add_worksheet(), table)?;
    }
    Ok(book.save_to_buffer()?)
}

fn write(sheet: &mut Worksheet, table: &Table) -> Result<()> {
    let heads = Format::new().set_bold().set_text_wrap().set_align(FormatAlign::Top);
    let heads = heads.set_border_bottom(FormatBorder::Medium);
    let good = Format::new().set_background_color(Color::RGB(0x00CD_DCA0));
    let moment = Format::new().set_num_format("yyyy-mm-dd hh:mm");
    sheet.set_name(table.name)?.set_freeze_panes(1, 1)?;
    for (col, (words, width)) in (0..).zip(&table.columns) {
        sheet.write_string_with_format(0, col, words, &heads)?.set_column_width(col, *width)?;
    }
    for (row, cells) in (1..).zip(&table.rows) {
        for (col, cell) in (0..).zip(cells) {
            match cell {
                Cell::Text(words) => sheet.write_string(row, col, words)?,
                Cell::Good(words) => sheet.write_string_with_format(row, col, words, &good)?,
                Cell::Number(n) => sheet.write_number(row, col, *n)?,
                Cell::At(at) => sheet.write_datetime_with_format(row, col, at.naive_utc(), &moment)?,
                Cell::Empty => sheet,
            };
        }
    }
    if let Some(words) = &table.below {
        sheet.write_string(u32::try_from(table.rows.len())? + 2, 0, words)?;
    }
    Ok(())
}
